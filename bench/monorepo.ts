import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';

/** Makes a committed monorepo of so many workspaces, each with a manifest and two sources. Returns its folder. */
export function makeMonorepo(root: string, count: number): string {
  const write = (file: string, text: string): void => {
    fs.mkdirSync(path.dirname(path.join(root, file)), { recursive: true });
    fs.writeFileSync(path.join(root, file), text);
  };
  const manifest = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;
  write('package.json', manifest({ name: 'society', private: true, workspaces: ['plots/*'] }));
  write('.gitignore', 'node_modules\n');
  for (let plot = 0; plot < count; plot += 1) {
    const folder = `plots/plot-${plot}`;
    const scripts = { build: 'tsc -p .', start: 'node src/index.js' };
    write(
      `${folder}/package.json`,
      manifest({
        name: `plot-${plot}`,
        version: '1.0.0',
        type: 'module',
        scripts,
        dependencies: { express: '^5.0.0' },
        devDependencies: { typescript: '5.9' },
      }),
    );
    write(`${folder}/src/index.js`, `export const plot = ${plot};\n`);
    write(`${folder}/src/beds.js`, "import { plot } from './index.js';\n\nexport const beds = [plot];\n");
  }
  commitAsIs(root);
  return root;
}

/** Commits all files of a folder but some, as old as those of a real project. */
export function commitAsIs(root: string, but: readonly string[] = []): void {
  // Files of a project are older than git's index of them; where they are not, git reads them anew each time it is asked.
  const longAgo = new Date(Date.now() - 3_600_000);
  if (but.length > 0) fs.appendFileSync(path.join(root, '.gitignore'), `${but.join('\n')}\n`);
  for (const name of fs.readdirSync(root, { recursive: true, encoding: 'utf8' }))
    if (!but.some((one) => name.split(path.sep).includes(one))) fs.utimesSync(path.join(root, name), longAgo, longAgo);
  const identity = ['-c', 'user.name=Committee', '-c', 'user.email=committee@example.org'];
  for (const args of [
    ['init', '--quiet'],
    ['add', '--all'],
    [...identity, 'commit', '--quiet', '--message=As it is'],
  ])
    spawnSync('git', args, { cwd: root });
}
