import fs from 'node:fs';
import path from 'node:path';
import { SHELF } from './work.ts';

// What npm itself puts beside the packages of a framework: an optional peer in a range of its own.
const BESIDE = ['meow@13.2.0'];

/** The packages that lie ready now, by `name@version`. */
export function shelvedSoFar(): string[] {
  const manifest = JSON.parse(fs.readFileSync(path.join(SHELF, 'package.json'), 'utf8')) as {
    dependencies: Record<string, string>;
  };
  return Object.values(manifest.dependencies).map((one) => one.replace(/^npm:/, ''));
}

/** Writes down which packages must lie ready for the runs, each version by a name of its own. */
export function writeShelf(packages: readonly string[]): void {
  const dependencies = Object.fromEntries(
    [...new Set([...packages, ...BESIDE])].sort().map((one) => {
      const at = one.lastIndexOf('@');
      const name = one.slice(0, at);
      return [`${name.replace(/^@/, '').replace('/', '--')}--${one.slice(at + 1)}`.toLowerCase(), `npm:${one}`];
    }),
  );
  const manifest = {
    name: 'shelf',
    private: true,
    description: 'Packages that lie ready for the runs on real stacks.',
    dependencies,
  };
  fs.mkdirSync(SHELF, { recursive: true });
  fs.writeFileSync(path.join(SHELF, 'package.json'), `${JSON.stringify(manifest, null, 2)}\n`);
}
