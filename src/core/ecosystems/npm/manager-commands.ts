import type { ManagerFacts } from './manager.ts';
import type { Command, ManagerRun, PackageNeed } from '../work.ts';

type Reconciled = Pick<ManagerFacts, 'name' | 'classic'>;

/**
 * The command by which the host's own manager brings lockfile and tree up to date; undefined where it is left as handwork.
 * Offline it takes what is in the manager's own cache, or fails.
 */
export function reconcileCommand(manager: Reconciled, offline: boolean): ManagerRun | undefined {
  const args = reconcileArguments(manager, offline);
  return args && { manager: manager.name, command: manager.name, args, folder: '.' };
}

function reconcileArguments(manager: Reconciled, offline: boolean): string[] | undefined {
  const own = offline ? ['--offline'] : [];
  if (manager.name === 'npm') return ['install', '--no-audit', '--no-fund', ...own];
  if (manager.name === 'pnpm') return ['install', '--no-frozen-lockfile', ...own];
  if (manager.name === 'yarn') {
    // The later lines have no such option: their network is turned off by a setting, which is the host's to make.
    return manager.classic ? ['install', ...own] : ['install', '--no-immutable'];
  }
  return undefined;
}

/** Whether a command is one that `reconcileCommand` gives: nothing else that is written down somewhere is run for one. */
export function isReconcileCommand({ command, args, folder }: Command & { folder: string }): boolean {
  if (folder !== '.') return false;
  const managers: Reconciled[] = [
    { name: 'npm', classic: false },
    { name: 'pnpm', classic: false },
    { name: 'yarn', classic: true },
    { name: 'yarn', classic: false },
  ];
  const all = managers.flatMap((one) => [reconcileCommand(one, false), reconcileCommand(one, true)]);
  return all.some((one) => one?.command === command && one.args.join(' ') === args.join(' '));
}

/** What a developer would type to get packages by hand, for handwork. */
export function addByHand(manager: ManagerFacts, folder: string, needs: Readonly<Record<string, PackageNeed>>): string {
  const packages = Object.entries(needs);
  const named = packages.map(([name, { range }]) => asWord(`${name}@${range}`)).join(' ');
  const development = packages.every(([, { section }]) => section === 'development');
  const inside = folder === '.' ? '' : `cd ${folder} && `;
  if (manager.name === 'npm')
    return `npm install ${development ? '--save-dev ' : ''}${folder === '.' ? '' : `--workspace ${folder} `}${named}`;
  return `${inside}${manager.name} add ${development ? '-D ' : ''}${named}`;
}

/** What a developer would type to take packages out by hand. */
export function removeByHand(manager: ManagerFacts, folder: string, names: readonly string[]): string {
  if (manager.name === 'npm')
    return `npm uninstall ${folder === '.' ? '' : `--workspace ${folder} `}${names.join(' ')}`;
  return `${folder === '.' ? '' : `cd ${folder} && `}${manager.name} remove ${names.join(' ')}`;
}

/** As one word of a shell's, whatever shell it is. */
function asWord(text: string): string {
  return /[\s|<>*&;()]/.test(text) ? `"${text}"` : text;
}

/** The command that runs a manifest's script in one workspace. */
export function scriptCommand(manager: ManagerFacts, script: string, own: readonly string[] = []): Command {
  if (manager.name === 'deno') return { command: 'deno', args: ['task', script, ...own] };
  // npm takes what stands behind two dashes for the script; the others take all.
  const behind = manager.name === 'npm' && own.length > 0 ? ['--', ...own] : own;
  return { command: manager.name, args: ['run', script, ...behind] };
}

/** What a script itself has said: managers add that it has failed, and how it was run. */
export function ownWords(said: string): string {
  const lines = said.split('\n').map((line) => line.trim());
  return lines
    .filter((line) => line !== '' && !/^(npm|yarn|pnpm|bun|error|info|ELIFECYCLE|\$|>)\b/i.test(line))
    .join('\n');
}
