import fs from 'node:fs';
import path from 'node:path';
import { expect, it } from 'vitest';
import { projectRoot } from '../../demo/registry/open.ts';
import { outputJsonSchema } from '../../src/cli/document/schema.ts';
import { expectDocument } from '../support/output-document.ts';

const HEAD = { format: 1, ligament: '0.1.0', command: 'undo', status: 0 };

it('documents have a JSON Schema that is current (UPDATE_DOCS=1 npm test writes it)', () => {
  const file = path.join(projectRoot(), 'docs/schema/output.schema.json');
  if (process.env.UPDATE_DOCS) fs.writeFileSync(file, outputJsonSchema());
  expect(fs.readFileSync(file, 'utf8')).toBe(outputJsonSchema());
  expect(outputJsonSchema()).not.toContain('additionalProperties": false');
});

it.each([
  ['one that is as it should be', { ...HEAD, changed: false }, true],
  ['one with a member that nobody wrote down', { ...HEAD, changed: false, surprise: 1 }, false],
  ['one that lacks a member', { ...HEAD }, false],
  ['one of another format', { ...HEAD, format: 2, changed: false }, false],
  ['one of a command that is none', { ...HEAD, command: 'water', changed: false }, false],
])('%s is told apart by what the tests hold all documents against', (_, document, fits) => {
  const check = (): void => expectDocument(['undo', '--json'], JSON.stringify(document));
  if (fits) expect(check).not.toThrow();
  else expect(check).toThrow('not as its schema says');
  expect(() => expectDocument(['undo', '--', '--json'], JSON.stringify(document))).not.toThrow();
});
