import type { Options } from 'yargs';
import { catalogIds, loadDefinition } from '../../../core/definition/catalog.ts';
import type { Definition } from '../../../core/definition/definition.ts';
import { openHost, type Context } from '../../../core/host/context.ts';
import { extraNames } from '../../../core/plan/attach/extras.ts';
import { EVERYWHERE, specOf, takesValue } from '../../arguments/specs.ts';
import type { AnyCommand } from '../../command.ts';
import { tokensOf } from '../../arguments/tokens.ts';
import { openCatalog, openDoors } from '../../session.ts';
import { PARTS } from '../grow/request.ts';
import { SCRIPTS } from './scripts.ts';

/** The words that can stand at the end of a command line, from its beginning to the cursor. Where nothing is known there are none. */
export async function wordsFor(
  line: string,
  { commands, cwd }: { commands: readonly AnyCommand[]; cwd: string },
): Promise<string[]> {
  const typed = line.trimStart().split(/\s+/).slice(1);
  const current = typed.pop() ?? '';
  const own = new Map([...EVERYWHERE, ...commands.flatMap((one) => [...specOf(one).options])]);
  const [name, ...given] = tokensOf(typed, own).flatMap((one) => (one.kind === 'argument' ? [one.text] : []));
  const names = commands.map(({ usage }) => usage.split(' ')[0] ?? '');
  if (name === undefined && !current.startsWith('-')) return beginning([...names, 'help'], current);
  const command = commands.find(({ usage }) => usage.split(' ')[0] === name);
  const options = new Map([...EVERYWHERE, ...(command ? specOf(command).options : [])]);
  const before = typed.at(-1);
  const [, asked, , value] = /^--([a-z-]+)(=(.*))?$/.exec(/^--.*=/.test(current) ? current : (before ?? '')) ?? [];
  const spec = asked === undefined ? undefined : options.get(asked);
  if (asked !== undefined && spec && takesValue(spec)) {
    const host = new Host(cwd);
    const found = await valuesOf(asked, spec, { host, given, current: value ?? current });
    return value === undefined ? found : found.map((one) => `--${asked}=${one}`);
  }
  if (current.startsWith('-'))
    return beginning(
      [...options].map(([one, { default: usual }]) => (usual === true ? `--no-${one}` : `--${one}`)),
      current,
    );
  if (name === 'help') return beginning([...names, 'environment', 'statuses'], current);
  if (name === 'completion') return beginning(Object.keys(SCRIPTS), current);
  return beginning(await argumentsOf(name ?? '', new Host(cwd)), current).filter((one) => !given.includes(one));
}

function beginning(all: readonly string[], start: string): string[] {
  return all.filter((one) => one.startsWith(start));
}

/** The project that one stands in, opened where it is asked for; what cannot be read has no words. */
class Host {
  readonly #cwd: string;
  readonly #doors = openDoors({ offline: true, looking: true });
  readonly #catalog = openCatalog();
  #opened: Promise<Context | undefined> | undefined;

  constructor(cwd: string) {
    this.#cwd = cwd;
  }

  context(): Promise<Context | undefined> {
    this.#opened ??= openHost(this.#doors, this.#catalog, this.#cwd).catch(() => undefined);
    return this.#opened;
  }

  ids(): string[] {
    return catalogIds(this.#doors.files, this.#catalog);
  }

  async definitions(ids: readonly string[]): Promise<Definition[]> {
    const known = new Set(this.ids());
    return Promise.all(
      ids.filter((id) => known.has(id)).map((id) => loadDefinition(this.#doors.files, this.#catalog, id)),
    );
  }
}

async function argumentsOf(command: string, host: Host): Promise<string[]> {
  const attached = async (): Promise<string[]> => [
    ...new Set(((await host.context())?.ledgers ?? []).map(({ integration }) => integration)),
  ];
  if (command === 'detach' || command === 'prove') return attached();
  if (command === 'enrol')
    return ((await host.context())?.ledgers ?? []).flatMap((one) => (one.people ? [one.integration] : []));
  if (command === 'grow') return [...PARTS];
  if (command === 'browse') return host.ids();
  if (command !== 'attach') return [];
  const there = new Set(await attached());
  return host.ids().filter((id) => !there.has(id));
}

interface Asked {
  host: Host;
  /** The arguments before it. */
  given: readonly string[];
  current: string;
}

async function valuesOf(option: string, { choices }: Options, { host, given, current }: Asked): Promise<string[]> {
  if (choices) return beginning(choices.map(String), current);
  if (option === 'workspace') {
    const workspaces = (await host.context())?.facts.workspaces ?? [];
    return beginning(
      [...new Set(workspaces.flatMap(({ folder, name }) => (folder === '.' ? [name] : [folder])))],
      current,
    );
  }
  if (option === 'without')
    return beginning([...new Set((await host.definitions(given)).flatMap((one) => extraNames(one)))], current);
  if (option !== 'choose') return [];
  const all = (await host.definitions(given)).flatMap((one) => answersTo(one));
  const isAnswered = current.includes('=');
  return beginning(isAnswered ? all : [...new Set(all.map((one) => one.slice(0, one.indexOf('=') + 1)))], current);
}

/** `key=value` of each answer that is among few, and `key=` of every other choice. */
function answersTo({ choices = {}, ways }: Definition): string[] {
  const own = Object.entries(choices).flatMap(([key, one]) =>
    'of' in one && Array.isArray(one.of) ? one.of.map((value) => `${key}=${value}`) : [`${key}=`],
  );
  return [...own, ...ways.map(({ way }) => `way=${way}`)];
}
