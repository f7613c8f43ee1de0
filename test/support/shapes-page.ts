import { script } from '../../src/core/formats/script/script.ts';
import { describeEdit } from '../../src/core/formats/formats.ts';
import type { CodeStyle } from '../../src/core/text/code-style.ts';
import { ELEMENTS } from './script-shapes/elements.ts';
import { LISTS } from './script-shapes/lists.ts';
import { before, type ScriptShape } from './script-shapes/shape.ts';
import { STATEMENTS } from './script-shapes/statements.ts';

/** The page of docs that tells for every shape what is done with it: run for real, so that it cannot say anything else. */
export function shapesPage(style: CodeStyle): string {
  const groups = [
    ['Lists and entries of configurations, routes, providers', LISTS],
    ['Imports, entries, wrapped exports, statements, chains, registered handlers', STATEMENTS],
    ['JSX elements and types', ELEMENTS],
  ] as const;
  const count = groups.reduce((sum, [, shapes]) => sum + shapes.length, 0);
  return [
    '# Script shapes',
    '',
    `${count} ways in which people write scripts, and what Ligament does with each. Made by the tests (\`UPDATE_DOCS=1 npm test\`),`,
    'which also check that a second edit changes nothing and that every edit can be taken back to the byte.',
    'What is put in is underlined, what it replaces is struck out.',
    ...groups.flatMap(([title, shapes]) => ['', `## ${title}`, '', table(shapes, style)]),
    '',
  ].join('\n');
}

function table(shapes: readonly ScriptShape[], style: CodeStyle): string {
  const rows = shapes.map(
    (shape) =>
      `<tr><td>${escape(shape.title).replaceAll(/`([^`]+)`/g, '<code>$1</code>')}</td><td><pre>${code(shape)}</pre></td><td>${result(shape, style)}</td></tr>`,
  );
  return ['<table>', '<tr><th>Shape</th><th>Code</th><th>What Ligament does</th></tr>', ...rows, '</table>'].join('\n');
}

function code({ code: text }: ScriptShape): string {
  return escape(text.trimEnd())
    .replaceAll(/‹([^→]*)→([^›]*)›/g, '<del>$1</del><ins>$2</ins>')
    .replaceAll('«', '<ins>')
    .replaceAll('»', '</ins>')
    .replaceAll('\n', '&#10;')
    .replaceAll('|', '&#124;');
}

function result(shape: ScriptShape, style: CodeStyle): string {
  const around = { file: shape.file ?? 'config.js', style };
  const outcome = script.edit(before(shape.code), shape.operation, around);
  if (outcome.kind === 'refused')
    return `refuses: ${escape(outcome.refusal.reason)}${outcome.refusal.line ? `, line ${outcome.refusal.line}` : ''}`;
  if (outcome.kind === 'already') return 'finds it there already';
  return `edits, so that it ${escape(describeEdit({ format: 'script', operation: shape.operation }))}`;
}

function escape(text: string): string {
  return text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
}
