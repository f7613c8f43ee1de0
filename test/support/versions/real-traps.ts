import fs from 'node:fs';
import type { MadeUpPackages } from '../../../demo/registry/made-up.ts';
import type { VersionCase } from './version-case.ts';

/** What the package registry said of some packages in November 2026, cut down to what matters, in its own order. */
const REAL = JSON.parse(fs.readFileSync(new URL('real-packuments.json', import.meta.url), 'utf8')) as Record<
  string,
  { tags: Record<string, string>; versions: MadeUpPackages[string] }
>;

function real(...names: string[]): Pick<VersionCase, 'registry' | 'tags'> {
  const entries = names.map((name) => [name, REAL[name] ?? { tags: {}, versions: {} }] as const);
  return {
    registry: Object.fromEntries(entries.map(([name, { versions }]) => [name, versions])),
    tags: Object.fromEntries(entries.map(([name, { tags }]) => [name, tags])),
  };
}

/** Packages whose newest versions do not do on Node 20.20.2 beside what usual hosts have. */
export const REAL_TRAPS: Record<string, VersionCase> = {
  'the newest react-router wants another Node and a newer react': {
    ...real('react-router', 'react', 'react-dom'),
    host: { dependencies: { react: '^18.3.1', 'react-dom': '^18.3.1' } },
    installed: true,
    wants: { 'react-router': { range: '>=6', section: 'production' } },
    gets: { react: '18.3.1', 'react-router': '7.18.5' },
    tells: ['newest that runs on Node 20.20.2 (8.5.1 requires Node >=22.22.0)'],
    writes: { 'react-router': '^7.18.5' },
  },
  'the newest typescript is refused by typescript-eslint': {
    ...real('typescript', 'typescript-eslint', 'eslint'),
    wants: { typescript: '>=5', 'typescript-eslint': '^8' },
    gets: { typescript: '6.0.3', 'typescript-eslint': '8.73.0', eslint: '10.15.0' },
    tells: ['leaves one for typescript-eslint', 'typescript-eslint requires it'],
    writes: { typescript: '^6.0.3' },
  },
  'the newest typescript-eslint beside an eslint that the host has': {
    ...real('typescript', 'typescript-eslint', 'eslint'),
    host: { devDependencies: { eslint: '~8.56.0 || ~8.57.0', typescript: '~5.8.0' } },
    installed: true,
    wants: { 'typescript-eslint': '^8' },
    gets: { eslint: '8.57.1', typescript: '5.8.2', 'typescript-eslint': '8.73.0' },
  },
  'the newest @vitejs/plugin-react requires vite 8': {
    ...real('@vitejs/plugin-react', 'vite'),
    host: { devDependencies: { vite: '^7.3.0' } },
    installed: true,
    wants: { '@vitejs/plugin-react': '>=4' },
    gets: { vite: '7.3.8', '@vitejs/plugin-react': '5.2.0' },
    tells: ['newest that accepts vite 7.3.8 (6.3.0 requires vite ^8.0.0)'],
    writes: { '@vitejs/plugin-react': '^5.2.0' },
  },
  'the newest @tailwindcss/vite refuses vite 4, and so do all': {
    ...real('@tailwindcss/vite', 'vite'),
    host: { devDependencies: { vite: '^4.5.0' } },
    installed: true,
    wants: { '@tailwindcss/vite': '^4.0.0' },
    clash: [
      'garden has vite 4.5.14',
      '@tailwindcss/vite 4.3.5 requires vite ^5.2.0',
      'have vite ^5.2.0 || ^6 || ^7 || ^8',
    ],
  },
  'older releases of @tailwindcss/vite refuse vite 7': {
    ...real('@tailwindcss/vite', 'vite'),
    host: { devDependencies: { vite: '^7.3.0' } },
    installed: true,
    wants: { '@tailwindcss/vite': '4.0.0 - 4.1.11' },
    gets: { vite: '7.3.8', '@tailwindcss/vite': '4.1.11' },
    writes: { '@tailwindcss/vite': '~4.1.11' },
  },
  'all releases in the range refuse vite 7': {
    ...real('@tailwindcss/vite', 'vite'),
    host: { devDependencies: { vite: '^7.3.0' } },
    installed: true,
    wants: { '@tailwindcss/vite': '4.0.0 - 4.1.10' },
    clash: ['garden has vite 7.3.8', '@tailwindcss/vite 4.1.10 requires vite ^5.2.0 || ^6'],
  },
  'the newest firebase depends on a version that cannot be had': {
    ...real('firebase', '@firebase/app', '@firebase/ai'),
    wants: { firebase: { range: '>=12', section: 'production' } },
    gets: { firebase: '12.19.0' },
    tells: [
      'newest that has all that it depends on (13.2.0 requires @firebase/ai 3.0.0, no version of which can be had)',
    ],
    writes: { firebase: '^12.19.0' },
  },
  'the version that was published last is not the highest': {
    ...real('vite'),
    wants: { vite: '>=7 <8.3' },
    gets: { vite: '8.2.6' },
  },
  'a react that was published last is a patch of an old line': {
    ...real('react', 'react-dom'),
    wants: { react: '>=18', 'react-dom': '>=18' },
    gets: { react: '19.3.1', 'react-dom': '19.3.1' },
  },
};
