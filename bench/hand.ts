// What somebody waits for who types a command: on the demo project with its packages installed, beside a bare start of Node.js.
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { copyDemoHost } from '../demo/copy-host.ts';
import { commitAsIs } from './monorepo.ts';
import { inPairs, pairsOf, timed, type Row } from './timing.ts';

const RUNS = 21;
const PREVIEW = ['attach', 'tailwindcss', '--workspace', 'web', '--preview'];
const COMMANDS: readonly { what: string; args: string[]; goal: number }[] = [
  { what: '`ligament --version`', args: ['--version'], goal: 1.25 },
  { what: '`ligament --help`', args: ['--help'], goal: 1.5 },
  { what: '`ligament survey`', args: ['survey'], goal: 2 },
  { what: '`ligament browse`', args: ['browse'], goal: 2.5 },
  { what: '`ligament attach --preview`, answers fresh', args: PREVIEW, goal: 4 },
];

// Told by the process itself when it ends (getrusage(2), `ru_maxrss`).
const NOTE_MEMORY = `data:text/javascript,${encodeURIComponent(
  "process.on('exit', () => process.stderr.write('\\nmost ' + process.resourceUsage().maxRSS + '\\n'))",
)}`;

/** Times the commands that people type, and the memory that a preview takes. */
export function benchHand(root: string, top: string, env: NodeJS.ProcessEnv): Row[] {
  const program = path.join(root, 'dist/ligament.js');
  const cwd = installedHost(top, env);
  const ligament = (args: readonly string[]): number => timed(process.execPath, [program, ...args], { cwd, env });
  const bare = (): number => timed(process.execPath, ['-e', '0'], { cwd, env });
  // Asked once: what the registry says holds for a while.
  ligament(PREVIEW);
  const rows = COMMANDS.map(({ what, args, goal }) =>
    inPairs(
      what,
      pairsOf(RUNS, bare, () => ligament(args)),
      { goal },
    ),
  );
  const memory = pairsOf(
    5,
    () => mostMemory(['-e', '0'], cwd, env),
    () => mostMemory([program, ...PREVIEW], cwd, env),
  );
  return [...rows, inPairs('memory of that preview, at its peak', memory, { goal: 2.5, unit: 'MB' })];
}

/** The demo project, committed and with its packages. */
function installedHost(top: string, env: NodeJS.ProcessEnv): string {
  const host = path.join(top, 'installed');
  copyDemoHost(host);
  timed('npm', ['install', '--no-audit', '--no-fund'], { cwd: host, env });
  commitAsIs(host, ['node_modules']);
  return host;
}

function mostMemory(args: readonly string[], cwd: string, env: NodeJS.ProcessEnv): number {
  const { stderr } = spawnSync(process.execPath, ['--import', NOTE_MEMORY, ...args], { cwd, env, encoding: 'utf8' });
  return Number(/^most (\d+)$/m.exec(stderr)?.[1]) / 1000;
}
