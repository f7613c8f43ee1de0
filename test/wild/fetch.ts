import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import { builtinModules } from 'node:module';
import path from 'node:path';
import type { ExampleProject, PublishedProject } from './projects.ts';

/** Fetches a published package into a folder, and gives the one in it that the project stands in. */
export function fetchPublished({ package: name, folder = '.' }: PublishedProject, place: string): string {
  const pack = path.join(place, 'package');
  if (!fs.existsSync(pack)) {
    const said = run(place, 'npm', ['pack', name, '--silent', '--pack-destination', place]);
    const archive = said.trim().split('\n').at(-1) ?? '';
    if (archive === '') throw new Error(`${name} cannot be fetched`);
    fs.mkdirSync(pack, { recursive: true });
    run(place, 'tar', ['-xzf', path.join(place, archive), '-C', pack, '--strip-components=1']);
  }
  return path.join(pack, folder);
}

/** Fetches a Debian source package into a folder, and makes a project of an example in it: its people would have a manifest for it. */
export function fetchExample({ source, folder, library }: ExampleProject, place: string, shared: string): string {
  const made = path.join(place, 'example');
  if (fs.existsSync(made)) return made;
  fs.cpSync(path.join(unpacked(source, shared), folder), made, { recursive: true });
  const [name, version] = library;
  const needed = new Set([name]);
  for (const file of fs.readdirSync(made, { recursive: true, encoding: 'utf8' }).filter((one) => one.endsWith('.js'))) {
    const script = path.join(made, file);
    // The library is above the example.
    const own = fs
      .readFileSync(script, 'utf8')
      .replaceAll(/require\(['"](?:\.\.\/)+(?:\.\.|lib\/\w+)?\/?['"]\)/g, `require('${name}')`);
    fs.writeFileSync(script, own);
    for (const [, one = ''] of own.matchAll(/require\(['"]([^'".][^'"]*)['"]\)/g))
      if (!builtinModules.includes(one.replace('node:', ''))) needed.add(one);
  }
  const manifest = {
    name: path.basename(folder),
    version: '1.0.0',
    main: 'index.js',
    scripts: { start: 'node index.js' },
    dependencies: Object.fromEntries([...needed].sort().map((one) => [one, one === name ? version : '*'])),
  };
  fs.writeFileSync(path.join(made, 'package.json'), `${JSON.stringify(manifest, null, 2)}\n`);
  return made;
}

/** A source package, unpacked. Lists of packages of its own are used: the system's stay as they are. */
function unpacked(source: string, shared: string): string {
  const place = path.join(shared, source);
  const done = path.join(place, 'source');
  if (fs.existsSync(done)) return done;
  const parts = path.join(place, 'parts');
  const lists = path.join(place, 'lists');
  fs.mkdirSync(parts, { recursive: true });
  fs.mkdirSync(path.join(lists, 'partial'), { recursive: true });
  const system = '/etc/apt/sources.list.d';
  for (const file of fs.readdirSync(system).filter((one) => one.endsWith('.sources'))) {
    const text = fs.readFileSync(path.join(system, file), 'utf8');
    fs.writeFileSync(path.join(parts, file), text.replaceAll(/^Types:.*$/gm, 'Types: deb-src'));
  }
  const own = [
    ...['-qq', '-o', 'Dir::Etc::sourcelist=/dev/null', '-o', `Dir::Etc::sourceparts=${parts}`],
    ...['-o', `Dir::State::lists=${lists}`, '-o', 'APT::Sandbox::User=root'],
  ];
  run(place, 'apt-get', [...own, 'update']);
  run(place, 'apt-get', [...own, 'source', '--download-only', source]);
  const archive = fs.readdirSync(place).find((one) => /\.orig\.tar\.\w+$/.test(one));
  if (archive === undefined) throw new Error(`${source} cannot be fetched`);
  fs.mkdirSync(`${done}.part`, { recursive: true });
  run(place, 'tar', ['-xf', archive, '-C', `${done}.part`, '--strip-components=1']);
  fs.renameSync(`${done}.part`, done);
  return done;
}

function run(cwd: string, command: string, args: readonly string[]): string {
  const { status, stdout, stderr } = spawnSync(command, args, { cwd, encoding: 'utf8' });
  if (status !== 0) throw new Error(`${command} ${args.join(' ')}: ${stderr}`);
  return stdout;
}
