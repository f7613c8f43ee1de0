import fs from 'node:fs';
import path from 'node:path';
import { format } from 'prettier';
import { expect, it } from 'vitest';
import type * as z from 'zod/mini';
import { projectRoot } from '../../../demo/registry/open.ts';
import { FORMATS } from '../../../src/core/formats/formats.ts';

interface Shape {
  _zod: {
    def: {
      type: string;
      options?: Shape[];
      shape?: Record<string, Shape>;
      values?: readonly unknown[];
      entries?: Record<string, string>;
    };
  };
}

/** Each operation of a format with its members; those that may be left out have a question mark. */
function operationsOf(schema: z.ZodMiniType): string[] {
  const { options, shape = {} } = (schema as unknown as Shape)._zod.def;
  if (options) return options.flatMap((one) => operationsOf(one as unknown as z.ZodMiniType));
  const { values, entries = {} } = shape.op?._zod.def ?? { type: '' };
  const ops = (values ?? Object.values(entries)) as string[];
  const members = Object.entries(shape)
    .filter(([name]) => name !== 'op')
    .map(([name, member]) => (member._zod.def.type === 'optional' ? `${name}?` : name));
  return [`${ops.map((one) => `\`${one}\``).join(' or ')}${members.length > 0 ? `: ${members.join(', ')}` : ''}`];
}

it('the page of formats is current (UPDATE_DOCS=1 npm test writes it)', async () => {
  const sections = FORMATS.map(({ name, says, schema }) => {
    const operations = operationsOf(schema);
    expect(operations.length, name).toBeGreaterThan(0);
    return [`## \`${name}\``, '', `For ${says}.`, '', ...operations.map((one) => `- ${one}`), ''].join('\n');
  });
  const intro = [
    '# Formats',
    '',
    'The kinds of text that Ligament edits, and the operations on each, as records in `.ligament/attached` hold them. An edit puts something into a text and moves nothing else;',
    'what cannot be done so is refused. Written by a test from the code that checks records.',
    '',
  ].join('\n');
  const page = await format(`${intro}\n${sections.join('\n')}`, { parser: 'markdown', printWidth: 120 });
  const file = path.join(projectRoot(), 'docs/formats.md');
  if (process.env.UPDATE_DOCS) fs.writeFileSync(file, page);
  expect(fs.readFileSync(file, 'utf8')).toBe(page);
  expect(page).not.toContain('``');
});
