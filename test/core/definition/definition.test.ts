import { PROOF_KINDS } from '../../../src/core/prove/kinds.ts';
import { SHIPPED } from '../../support/catalog.ts';
import fs from 'node:fs';
import path from 'node:path';
import { format } from 'prettier';
import { describe, expect, it } from 'vitest';
import { referencePage } from '../../support/reference-page.ts';
import { projectRoot } from '../../../demo/registry/open.ts';
import { catalogIds, loadDefinition } from '../../../src/core/definition/catalog.ts';
import { parseDefinition } from '../../support/catalog.ts';
import { fillAll, firstFilled } from '../../../src/core/definition/fill.ts';
import { definitionJsonSchema } from '../../../src/core/definition/json-schema.ts';
import { nodeReader } from '../../../src/core/doors/node-reader.ts';
import { Problem } from '../../../src/core/problem.ts';

const CATALOG = SHIPPED;

describe('definitions', () => {
  it('that ship are valid, and are found by the name of their folder', async () => {
    const ids = catalogIds(nodeReader, CATALOG);
    expect(ids).toContain('tailwindcss');
    for (const id of ids) expect((await loadDefinition(nodeReader, CATALOG, id)).integration).toBe(id);
  });

  it('are refused with line and column where something is wrong', () => {
    const text = fs.readFileSync(path.join(CATALOG.folder, 'tailwindcss/integration.yaml'), 'utf8');
    const problem = (changed: string): Problem['parts'] => {
      try {
        parseDefinition(changed, 'x/integration.yaml');
      } catch (error) {
        if (error instanceof Problem) return error.parts;
        throw error;
      }
      throw new Error('it was accepted');
    };
    expect(problem(text.replace('kind: styling', 'kind: gardening'))).toMatchObject({ status: 2, where: { line: 4 } });
    expect(problem(text.replace('title: Tailwind CSS', 'title: [Tailwind'))).toMatchObject({
      status: 2,
      where: { file: 'x/integration.yaml' },
    });
    expect(problem(`${text}\nsurprise: true\n`).why).toContain('surprise');
    const bomb = `a: &a [x, x]\nb: &b [*a, *a, *a]\nc: [${'*b, '.repeat(60)}]\n`;
    expect(() => parseDefinition(bomb, 'x')).toThrow();
  });

  it('have a JSON Schema that is current (UPDATE_DOCS=1 npm test writes it)', () => {
    const file = path.join(projectRoot(), 'docs/schema/integration.schema.json');
    if (process.env.UPDATE_DOCS) fs.writeFileSync(file, definitionJsonSchema(PROOF_KINDS));
    expect(fs.readFileSync(file, 'utf8')).toBe(definitionJsonSchema(PROOF_KINDS));
  });

  it('have a reference page that is current (UPDATE_DOCS=1 npm test writes it)', async () => {
    const file = path.join(projectRoot(), 'docs/definition-reference.md');
    const page = await format(await referencePage(), { parser: 'markdown', printWidth: 120 });
    if (process.env.UPDATE_DOCS) fs.writeFileSync(file, page);
    expect(fs.readFileSync(file, 'utf8')).toBe(page);
    expect(page).not.toMatch(/\|\s*any value|undefined/);
  }, 60_000);
});

describe('placeholders', () => {
  it('are filled, and what cannot be filled is left out', () => {
    expect(fillAll({ load: 'x', options: 'prefix({{prefix}})' }, { prefix: 'tw' })).toEqual({
      load: 'x',
      options: 'prefix(tw)',
    });
    expect(fillAll({ load: 'x', options: 'prefix({{prefix}})' }, { prefix: '' })).toEqual({ load: 'x' });
    expect(firstFilled(['{{prefix}}:{{number}}', '{{number}}'], { number: '7' })).toBe('7');
    expect(firstFilled(['{{constructor}}'], {})).toBeUndefined();
  });
});
