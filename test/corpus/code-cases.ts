import { parse as parseVue } from '@vue/compiler-dom';
import postcss from 'postcss';
import { parse as parseScss } from 'postcss-scss';
import type { FormatOperation } from '../../src/core/formats/formats.ts';
import { readXml, type XmlElement } from '../../src/core/formats/xml/document.ts';
import { PHP_CASES } from './php-cases.ts';
import { base, type CorpusCase } from './case.ts';

const MARK = 'ligament-corpus';

const STYLE: FormatOperation[] = [
  { format: 'style', operation: { op: 'import', source: MARK } },
  { format: 'style', operation: { op: 'at-rule', name: 'plugin', params: `"${MARK}"` } },
  { format: 'style', operation: { op: 'rule', selector: ':root', declarations: { [`--${MARK}`]: 'beans' } } },
  { format: 'style', operation: { op: 'rule', selector: `.${MARK}`, declarations: { margin: '0' } } },
];
const SCSS: FormatOperation[] = [{ format: 'style', operation: { op: 'use', source: MARK } }, ...STYLE.slice(2)];

type ParseSheet = (text: string) => postcss.Root;

/** A sheet without all that bears the mark: what was there before must stand as it stood. */
function withoutMark(parse: ParseSheet, text: string): string {
  const root = parse(text.replace(/^\uFEFF/, ''));
  root.walk((node) => {
    const own =
      node.type === 'atrule'
        ? node.params
        : node.type === 'decl'
          ? node.prop
          : node.type === 'rule'
            ? node.selector
            : '';
    if (own.includes(MARK)) node.remove();
  });
  root.walkRules((rule) => {
    if (rule.nodes.length === 0) rule.remove();
  });
  return root.nodes.map((node) => node.toString().replaceAll(/;?\s*\}/g, '}')).join('\n');
}

function styleFault(parse: ParseSheet): CorpusCase['fault'] {
  return (before, after) =>
    withoutMark(parse, after) === withoutMark(parse, before) ? undefined : 'other rules than before';
}

const VUE: FormatOperation[] = [
  {
    format: 'component',
    operation: { op: 'script', script: { op: 'import', import: { from: MARK, default: 'corpus' } } },
  },
  {
    format: 'component',
    operation: { op: 'style', style: { op: 'rule', selector: `.${MARK}`, declarations: { margin: '0' } } },
  },
];

function xmlEvents(text: string): string[] {
  const root = readXml(text);
  if ('reason' in root) return [root.reason];
  const events: string[] = [];
  const visit = (element: XmlElement): void => {
    events.push(`<${element.name}> ${element.text.replaceAll(/\s+/g, ' ').trim()}`);
    element.children.forEach(visit);
  };
  visit(root);
  return events;
}

const POM: FormatOperation[] = [
  {
    format: 'xml',
    operation: {
      op: 'element',
      path: ['project', 'dependencies'],
      name: 'dependency',
      key: ['groupId', 'artifactId'],
      content: { groupId: 'org.ligament', artifactId: MARK, version: '1.0' },
    },
  },
  { format: 'xml', operation: { op: 'text', path: ['project', 'properties', MARK], value: 'beans' } },
];

export const CODE_CASES: CorpusCase[] = [
  {
    name: 'style sheets',
    matches: (file) => file.endsWith('.css'),
    operations: () => STYLE,
    fault: styleFault((text) => postcss.parse(text)),
  },
  {
    name: 'SCSS sheets',
    matches: (file) => file.endsWith('.scss'),
    operations: () => SCSS,
    fault: styleFault((text) => parseScss(text)),
  },
  {
    name: 'Vue components',
    matches: (file) => file.endsWith('.vue'),
    operations: () => VUE,
    fault(before, after) {
      const blocks = (text: string): string[] =>
        parseVue(text, { parseMode: 'sfc', onError: () => undefined }).children.flatMap((node) =>
          'tag' in node ? [node.tag] : [],
        );
      const rest = blocks(after);
      return blocks(before).every((tag) => rest.includes(tag)) ? undefined : 'other blocks than before';
    },
  },
  {
    name: 'Maven projects',
    matches: (file) => /\.pom$|^pom.*\.xml$/.test(base(file)),
    operations: () => POM,
    fault(before, after) {
      const rest = xmlEvents(after);
      const kept = xmlEvents(before).every((event) => rest.includes(event));
      return kept && rest.length > xmlEvents(before).length ? undefined : 'other elements than before';
    },
  },
  ...PHP_CASES,
];
