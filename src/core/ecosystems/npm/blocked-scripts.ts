import type { ManagerRun } from '../work.ts';

/** A package whose install script a manager has not run. */
interface BlockedScript {
  name: string;
  version: string;
}

/** The packages whose install scripts a manager says that it has not run. */
export function blockedScripts(manager: ManagerRun['manager'], output: string): BlockedScript[] {
  // Messages in boxes are broken into lines with a frame around.
  const text = output.replace(/[│╭╮╰╯─┌└]/g, ' ').replace(/\s+/g, ' ');
  const found: BlockedScript[] = [];
  if (manager === 'pnpm') {
    const [, list = ''] = /Ignored build scripts: (.*?)(?:\. Run| help:| Run "|$)/.exec(text) ?? [];
    for (const spec of list.split(/,\s*/)) add(found, spec.trim().replace(/\.$/, ''));
  }
  if (manager === 'yarn') {
    for (const [, spec = ''] of text.matchAll(/(\S+@npm:\S+) lists build scripts, but/g))
      add(found, spec.replace('@npm:', '@'));
  }
  return found;
}

function add(found: BlockedScript[], spec: string): void {
  const at = spec.indexOf('@', 1);
  if (at === -1 || found.some(({ name }) => name === spec.slice(0, at))) return;
  found.push({ name: spec.slice(0, at), version: spec.slice(at + 1) });
}

/** What the developer has to know of scripts that were not run, and how the manager is told to run them. */
export function aboutBlocked(manager: ManagerRun['manager'], blocked: readonly BlockedScript[]): string {
  const names = blocked.map(({ name }) => name);
  return `${manager} did not run the install script of ${names.join(' and ')}. If ${names.length > 1 ? 'they are' : 'it is'} needed: ${allowing(manager, names)}`;
}

/** How a manager is told to let install scripts run. */
export function allowing(manager: ManagerRun['manager'], names: readonly string[]): string {
  if (manager === 'pnpm')
    return `run pnpm approve-builds, or put under "allowBuilds" in pnpm-workspace.yaml: ${names.map((name) => `${name}: true`).join(', ')}`;
  return `put into package.json: "dependenciesMeta": { ${names.map((name) => `"${name}": { "built": true }`).join(', ')} }`;
}
