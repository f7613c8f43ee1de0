import fs from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { projectRoot } from '../../../demo/registry/open.ts';

const SOURCES = path.join(projectRoot(), 'src');

/** Every source by its path below `src/`, with its text. */
function sources(): Map<string, string> {
  const names = fs.readdirSync(SOURCES, { recursive: true, encoding: 'utf8' }).filter((name) => name.endsWith('.ts'));
  return new Map(
    names.map((name) => [name.split(path.sep).join('/'), fs.readFileSync(path.join(SOURCES, name), 'utf8')]),
  );
}

function importsOf(file: string, text: string): string[] {
  const targets = [...text.matchAll(/(?:from|import\()\s*'(\.[^']+)'/g)].map(([, target = '']) => target);
  return targets.map((target) => path.posix.normalize(path.posix.join(path.posix.dirname(file), target)));
}

describe('the sources', () => {
  it('import each other in no circle, types included', () => {
    const all = sources();
    const done = new Set<string>();
    const circles: string[] = [];
    const visit = (file: string, trail: readonly string[]): void => {
      const at = trail.indexOf(file);
      if (at !== -1) circles.push([...trail.slice(at), file].join(' -> '));
      if (at !== -1 || done.has(file)) return;
      for (const target of importsOf(file, all.get(file) ?? '')) visit(target, [...trail, file]);
      done.add(file);
    };
    for (const file of all.keys()) visit(file, []);
    expect(all.size).toBeGreaterThan(250);
    expect(circles).toEqual([]);
  });
});

// What only ecosystems know: manifests, folders of packages, lockfiles, managers, version rules and clients of registries.
const WORDS =
  /package\.json|node_modules|package-lock|npm-shrinkwrap|pnpm|\byarn\b|yarn\.lock|\bbun\b|bun\.lock|\bdeno\b|\bnpm\b|composer\.(json|lock)|pom\.xml/i;
const IMPORTS =
  /from '(semver|npm-registry-fetch|@npmcli\/[^']*)'|import\('(semver|npm-registry-fetch|@npmcli\/[^']*)'\)/;

/** What a source says in its code, without comments. */
function codeOf(text: string): string {
  return text.replaceAll(/\/\*[\s\S]*?\*\//g, '').replaceAll(/(^|[^:'"`])\/\/.*$/gm, '$1');
}

// A tool of a stack's own, or words for people, may name what others must not; each with its reason.
const EXEMPT: Record<string, string> = {
  'cli/session.ts': 'opens the real door to the registry',
  'core/narrow-environment.ts': 'lists variables by which managers find their caches',
};

describe('the door to ecosystems', () => {
  it('is the only way: nothing outside of them names what is theirs', () => {
    const found = [...sources()].flatMap(([file, text]) => {
      if (file.startsWith('core/ecosystems/') || EXEMPT[file] !== undefined) return [];
      const code = codeOf(text);
      const own = code.replaceAll(/from '[^']*'|import\('\.[^']*'\)/g, '');
      return [WORDS.exec(own)?.[0], IMPORTS.exec(code)?.[0]].flatMap((word) =>
        word === undefined ? [] : [`${file}: ${word}`],
      );
    });
    expect(found).toEqual([]);
  });

  it('lets only the survey, which puts a host together, reach into one of them', () => {
    const found = [...sources()].flatMap(([file, text]) => {
      if (file.startsWith('core/ecosystems/') || EXEMPT[file] !== undefined || file.startsWith('core/survey/'))
        return [];
      return importsOf(file, text)
        .filter((target) => /^core\/ecosystems\/[^/]+\//.test(target))
        .map((target) => `${file}: ${target}`);
    });
    expect(found).toEqual([]);
  });

  it('has exemptions that are needed', () => {
    const all = sources();
    for (const file of Object.keys(EXEMPT)) expect(codeOf(all.get(file) ?? ''), file).toMatch(WORDS);
  });
});
