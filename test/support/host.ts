import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { inject } from 'vitest';
import { copyDemoHost } from '../../demo/copy-host.ts';
import { projectRoot, registryEnvironment } from '../../demo/registry/open.ts';
import { expectDocument } from './output-document.ts';
import { runAsync, type Run } from './run-async.ts';

export const PROGRAM = path.join(projectRoot(), 'dist/ligament.js');
const CACHE = path.join(projectRoot(), 'node_modules/.cache/tests');

export type { Run };

/** A host in a temporary folder, with everything that tests do to one. */
export class TestHost {
  readonly root: string;
  readonly environment: Record<string, string>;

  constructor(files: Record<string, string> = {}, registry: string = inject('registry')) {
    const top = fs.realpathSync(fs.mkdtempSync(path.join(os.tmpdir(), 'ligament-test-')));
    this.root = path.join(top, 'host');
    fs.mkdirSync(this.root);
    for (const [file, text] of Object.entries(files)) this.write(file, text);
    const own = { ...process.env } as Record<string, string>;
    // The test runner's own setting must not reach the bundlers.
    delete own.NODE_ENV;
    this.environment = {
      ...own,
      ...registryEnvironment(registry, CACHE),
      XDG_STATE_HOME: path.join(top, 'state'),
      XDG_CACHE_HOME: path.join(top, 'cache'),
      NO_COLOR: '1',
      CI: '1',
    };
  }

  ligament(...args: string[]): Run {
    return this.run(process.execPath, [PROGRAM, ...args]);
  }

  /** As `ligament`, without holding up this process, which may have to answer meanwhile. */
  ligamentAsync(...args: string[]): Promise<Run> {
    return this.runAsync(process.execPath, [PROGRAM, ...args]);
  }

  async runAsync(command: string, args: string[]): Promise<Run> {
    const ran = await runAsync(command, args, { cwd: this.root, env: this.environment });
    if (command === process.execPath && args[0] === PROGRAM) expectDocument(args, ran.stdout);
    return ran;
  }

  run(command: string, args: string[], environment: Record<string, string> = {}): Run {
    const { status, stdout, stderr } = spawnSync(command, args, {
      cwd: this.root,
      env: { ...this.environment, ...environment },
      encoding: 'utf8',
      maxBuffer: 64 << 20,
      timeout: 170_000,
    });
    if (command === process.execPath && args[0] === PROGRAM) expectDocument(args, stdout);
    return { status, stdout, stderr };
  }

  git(...args: string[]): string {
    const { status, stdout, stderr } = this.run('git', [
      '-c',
      'user.name=Committee',
      '-c',
      'user.email=committee@example.org',
      ...args,
    ]);
    if (status !== 0) throw new Error(`git ${args.join(' ')}: ${stderr}`);
    return stdout;
  }

  commitAll(): void {
    this.git('init', '--quiet', '--initial-branch=main');
    this.git('add', '--all');
    this.git('commit', '--quiet', '--message=As it is');
  }

  /** Installs what the manifests name; hosts with the same manifests share one installation that is copied. */
  install(): void {
    const manifests = [...this.tree().keys()].filter((file) => file.endsWith('package.json'));
    const key = createHash('sha256');
    for (const file of manifests) key.update(file).update(this.read(file));
    const store = path.join(CACHE, 'installed', key.digest('hex').slice(0, 16));
    if (!fs.existsSync(store)) {
      const result = this.run('npm', ['install', '--no-audit', '--no-fund']);
      if (result.status !== 0) throw new Error(result.stderr);
      const making = `${store}.${process.pid}`;
      for (const name of ['node_modules', 'package-lock.json'])
        copy(path.join(this.root, name), path.join(making, name));
      if (fs.existsSync(store)) fs.rmSync(making, { recursive: true });
      else fs.renameSync(making, store);
      return;
    }
    for (const name of ['node_modules', 'package-lock.json']) copy(path.join(store, name), path.join(this.root, name));
  }

  read(file: string): string {
    return fs.readFileSync(path.join(this.root, file), 'utf8');
  }

  write(file: string, text: string): void {
    const target = path.join(this.root, file);
    fs.mkdirSync(path.dirname(target), { recursive: true });
    fs.writeFileSync(target, text);
  }

  /** The journal of a change that is not over, in the user's state. */
  journal(): { phase: string } | undefined {
    const [file] = this.records('journal.json');
    return file === undefined ? undefined : (JSON.parse(fs.readFileSync(file, 'utf8')) as { phase: string });
  }

  /** Files of some name in the records that commands keep in the user's state. */
  records(name: string): string[] {
    const changes = path.join(this.environment.XDG_STATE_HOME ?? '', 'ligament/changes');
    if (!fs.existsSync(changes)) return [];
    return fs
      .readdirSync(changes)
      .map((id) => path.join(changes, id, name))
      .filter((file) => fs.existsSync(file));
  }

  /** Every file but those of installed packages and of git, with mode and content. */
  tree(): Map<string, string> {
    const found = new Map<string, string>();
    const visit = (folder: string): void => {
      for (const entry of fs.readdirSync(path.join(this.root, folder), { withFileTypes: true })) {
        const file = path.posix.join(folder, entry.name);
        if (entry.name === 'node_modules' || entry.name === '.git') continue;
        if (entry.isDirectory()) {
          found.set(`${file}/`, 'folder');
          visit(file);
        } else {
          const { mode } = fs.lstatSync(path.join(this.root, file));
          // A link to a folder is what it leads to.
          if (
            entry.isSymbolicLink() &&
            fs.statSync(path.join(this.root, file), { throwIfNoEntry: false })?.isDirectory()
          ) {
            found.set(file, `link to ${fs.readlinkSync(path.join(this.root, file))}`);
            continue;
          }
          found.set(
            file,
            `${mode.toString(8)} ${createHash('sha256')
              .update(fs.readFileSync(path.join(this.root, file)))
              .digest('hex')}`,
          );
        }
      }
    };
    visit('.');
    return found;
  }

  remove(): void {
    fs.rmSync(path.dirname(this.root), { recursive: true, force: true, maxRetries: 3 });
  }
}

/** A copy of the demo host, without anything installed, and without its workspace of PHP, which has hosts of its own (test/stacks). */
export function demoHost(): TestHost {
  const host = new TestHost();
  copyDemoHost(host.root, ['node_modules', 'dist', 'package-lock.json', 'office']);
  return host;
}

/** A copy of the demo host with its packages installed, all of it committed. */
export function installedDemoHost(): TestHost {
  const host = demoHost();
  host.install();
  host.commitAll();
  return host;
}

function copy(from: string, to: string): void {
  fs.cpSync(from, to, { recursive: true, verbatimSymlinks: true, mode: fs.constants.COPYFILE_FICLONE });
}
