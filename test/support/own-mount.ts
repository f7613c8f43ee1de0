import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { PROGRAM, TestHost, type Run } from './host.ts';

/** A host that is copied into a file system of its own, mounted for one command only. */
export class MountedHost {
  /** What is copied in. */
  readonly source: TestHost;
  readonly #top: string;

  constructor(source: TestHost) {
    this.source = source;
    this.#top = path.dirname(source.root);
  }

  /**
   * Mounts memory of a size, copies the host in, runs shell commands there (`$LIGAMENT` is the program) and copies what is
   * then in it out again, to compare. Mounting is for the superuser only.
   */
  run(kilobytes: number, commands: string): { run: Run; after: Map<string, string> } {
    const mounted = path.join(this.#top, 'mounted');
    const result = path.join(this.#top, 'result');
    fs.rmSync(result, { recursive: true, force: true });
    for (const folder of [mounted, result]) fs.mkdirSync(folder, { recursive: true });
    const script = `
      mount -t tmpfs -o size=${kilobytes}k,mode=755 none '${mounted}' || exit 99
      cp -a '${this.source.root}/.' '${mounted}/' || exit 98
      cd '${mounted}'
      ${commands}
      status=$?
      cd /
      cp -a '${mounted}/.' '${result}/'
      exit $status`;
    const run = asRoot(['unshare', '--mount', 'bash', '-c', script], {
      ...this.source.environment,
      LIGAMENT: `${process.execPath} ${PROGRAM}`,
    });
    const out = Object.assign(Object.create(TestHost.prototype) as TestHost, { root: result });
    return { run, after: out.tree() };
  }
}

/**
 * Runs a command as the superuser: as ourselves where we are it, through sudo where that does not ask, else as one who is it
 * only for the command.
 */
export function asRoot(command: string[], environment: Record<string, string>): Run {
  const [program = '', ...args] = [...becomingRoot(), ...command];
  const { status, stdout, stderr } = spawnSync(program, args, {
    env: environment,
    encoding: 'utf8',
    maxBuffer: 64 << 20,
    timeout: 170_000,
  });
  return { status, stdout, stderr };
}

function becomingRoot(): string[] {
  if (process.getuid?.() === 0) return [];
  const sudo = spawnSync('sudo', ['-n', 'true']).status === 0;
  return sudo ? ['sudo', '-n', '--preserve-env'] : ['unshare', '--user', '--map-root-user'];
}
