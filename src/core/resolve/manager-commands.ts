import type { ManagerFacts } from '../survey/manager.ts';
import type { ChosenPackage } from './packages.ts';

export interface ManagerCommand {
  command: string;
  args: string[];
}

type Reconciled = Pick<ManagerFacts, 'name' | 'classic'>;

/**
 * The command by which the host's own manager brings lockfile and tree up to date; undefined where it is left as handwork.
 * Offline it takes what is in the manager's own cache, or fails.
 */
export function reconcileCommand(manager: Reconciled, offline: boolean): ManagerCommand | undefined {
  const own = offline ? ['--offline'] : [];
  if (manager.name === 'npm') return { command: 'npm', args: ['install', '--no-audit', '--no-fund', ...own] };
  if (manager.name === 'pnpm') return { command: 'pnpm', args: ['install', '--no-frozen-lockfile', ...own] };
  if (manager.name === 'yarn') {
    // The later lines have no such option: their network is turned off by a setting, which is the host's to make.
    return { command: 'yarn', args: manager.classic ? ['install', ...own] : ['install', '--no-immutable'] };
  }
  return undefined;
}

/** Whether a command is one that `reconcileCommand` gives: nothing else that is written down somewhere is run for one. */
export function isReconcileCommand({ command, args }: ManagerCommand): boolean {
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
export function addByHand(
  manager: ManagerFacts,
  folder: string,
  packages: readonly Pick<ChosenPackage, 'name' | 'range' | 'section'>[],
): string {
  const named = packages.map(({ name, range }) => asWord(`${name}@${range}`)).join(' ');
  const development = packages.every(({ section }) => section === 'devDependencies');
  const inside = folder === '.' ? '' : `cd ${folder} && `;
  if (manager.name === 'npm')
    return `npm install ${development ? '--save-dev ' : ''}${folder === '.' ? '' : `--workspace ${folder} `}${named}`;
  return `${inside}${manager.name} add ${development ? '-D ' : ''}${named}`;
}

/** As one word of a shell's, whatever shell it is. */
function asWord(text: string): string {
  return /[\s|<>*&;()]/.test(text) ? `"${text}"` : text;
}

/** The command that runs a manifest's script in one workspace. */
export function scriptCommand(manager: ManagerFacts, script: string): ManagerCommand {
  if (manager.name === 'deno') return { command: 'deno', args: ['task', script] };
  return { command: manager.name, args: ['run', script] };
}
