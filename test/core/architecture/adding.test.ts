import fs from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { projectRoot } from '../../../demo/registry/open.ts';
import { ECOSYSTEMS } from '../../../src/core/ecosystems/ecosystems.ts';
import { FACT_NAMES } from '../../../src/core/definition/facts.ts';
import { JOINT_NAMES } from '../../../src/core/definition/joints.ts';
import { FORMATS } from '../../../src/core/formats/formats.ts';
import { PROOF_KINDS } from '../../../src/core/prove/kinds.ts';
import { STACKS } from '../../../src/core/stacks/stacks.ts';

const root = projectRoot();
const read = (file: string): string => fs.readFileSync(path.join(root, file), 'utf8');
const folders = (place: string): string[] =>
  fs
    .readdirSync(path.join(root, place), { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map(({ name }) => name)
    .sort();

/** The table of docs/architecture.md: what is added, the files of its own with the name left open, and the file that lists it. */
function table(): Map<string, { own: string[]; list: string | undefined }> {
  const rows = (read('docs/architecture.md').split('## Adding something')[1] ?? '').split('\n').slice(3);
  const cells = rows.filter((row) => row.startsWith('| ')).map((row) => row.split('|').map((cell) => cell.trim()));
  const files = (cell = ''): string[] => [...cell.matchAll(/`([^`]+)`/g)].map(([, file = '']) => file);
  return new Map(cells.slice(2).map(([, what = '', own, list]) => [what, { own: files(own), list: files(list)[0] }]));
}

// Kinds of proofs that are made as one of another kind.
const FORMS = PROOF_KINDS.filter((one) => 'becomes' in one).map(({ kind }) => kind);

// What there is of each kind by its list, and where the folders of its own are, if each has one.
const KINDS: Record<string, { names: string[]; place?: string; others?: string[] }> = {
  integration: { names: folders('catalog'), place: 'catalog' },
  stack: { names: STACKS.map(({ id }) => id), place: 'src/core/stacks' },
  format: { names: FORMATS.map(({ name }) => name), place: 'src/core/formats' },
  'kind of proof': { names: PROOF_KINDS.map(({ kind }) => kind), place: 'src/core/prove' },
  command: {
    names: [...read('src/cli/commands.ts').matchAll(/commands\/(\w+)\/options/g)].map(([, name = '']) => name),
    place: 'src/cli/commands',
  },
  ecosystem: { names: ECOSYSTEMS.map(({ id }) => id), place: 'src/core/ecosystems' },
  joint: { names: JOINT_NAMES },
  fact: { names: FACT_NAMES },
};

describe('the table of what to add where', () => {
  it('names every kind of thing that has a list', () => {
    expect([...table().keys()].sort()).toEqual(Object.keys(KINDS).sort());
  });

  it.each(Object.entries(KINDS))('is true of each %s', (what, { names, place }) => {
    const { own, list } = table().get(what) ?? { own: [], list: undefined };
    expect(own.length).toBeGreaterThan(0);
    for (const name of names)
      for (const file of own.filter((one) => !(FORMS.includes(name) && /prove-</.test(one))))
        expect(fs.existsSync(path.join(root, file.replaceAll(/<\w+>/g, name))), file.replaceAll(/<\w+>/g, name)).toBe(
          true,
        );
    if (list !== undefined) expect(fs.existsSync(path.join(root, list)), list).toBe(true);
    // Nothing lies there that is in no list.
    if (place !== undefined) expect(folders(place)).toEqual([...names].sort());
  });
});

it('every source that docs/architecture.md names is there', () => {
  const named = [...read('docs/architecture.md').matchAll(/`([\w./-]+\/[\w./-]+\.(?:ts|mjs))`/g)].map(
    ([, file = '']) => file,
  );
  expect(named.length).toBeGreaterThan(20);
  const isThere = (file: string): boolean =>
    ['.', 'src/core', 'src/core/formats/script'].some((place) => fs.existsSync(path.join(root, place, file)));
  expect(named.filter((file) => !isThere(file) && !file.startsWith('catalog'))).toEqual([]);
});
