import type { RegistryDoor } from '../../src/core/ecosystems/npm/registry-door.ts';
import fs from 'node:fs';
import path from 'node:path';
import semver from 'semver';
import { projectRoot } from '../../demo/registry/open.ts';
import { apply } from '../../src/core/apply/apply.ts';
import { openHost, type Context } from '../../src/core/host/context.ts';
import { catalogIds, loadDefinition } from '../../src/core/definition/catalog.ts';
import type { ChangeSet } from '../../src/core/change/change-set.ts';
import type { Definition } from '../../src/core/definition/definition.ts';
import type { AlikeRequest, ListRequest, ThemeRequest } from '../../src/core/grow/grow-request.ts';
import { planTheme } from '../../src/core/grow/theme/plan-theme.ts';
import { planBundle, planWithoutBundle } from '../../src/core/grow/plan-bundle.ts';
import { planHeadTag } from '../../src/core/grow/plan-head-tag.ts';
import { planPieces } from '../../src/core/grow/plan-pieces.ts';
import { planListPage } from '../../src/core/grow/plan-list-page.ts';
import { planLayout } from '../../src/core/grow/plan-layout.ts';
import { planAlike } from '../../src/core/grow/plan-alike.ts';
import { planAttach } from '../../src/core/plan/attach/plan-attach.ts';
import { withSecrets } from '../../src/core/plan/attach/secrets.ts';
import { planDetach } from '../../src/core/plan/detach/plan-detach.ts';
import type { Doors } from '../../src/core/ports.ts';
import { MemoryFiles } from './memory-files.ts';
import { CATALOG, memoryDoors, memoryOptions, ROOT } from './memory-host.ts';

/** The value of every secret. */
const SECRET = 'sown-in-spring';

const WISHES = { take: {}, movePackages: false, whereItFits: false };

type DistributiveOmit<Of, Key extends PropertyKey> = Of extends unknown ? Omit<Of, Key> : never;

/** A host of `test/stacks/hosts` in memory, with the real catalog; nothing is installed in it. */
export class MemoryStackHost {
  readonly #id: string;
  readonly #memory: MemoryFiles;
  readonly #doors: Doors;
  readonly #offers = new Map<string, Uint8Array>();

  constructor(id: string, changed: Readonly<Record<string, string>> = {}) {
    this.#id = id;
    const host = readTree(path.join(projectRoot(), 'test/stacks/hosts', id), ROOT);
    const catalog = readTree(path.join(projectRoot(), 'catalog'), CATALOG.folder);
    const own = Object.fromEntries(Object.entries(changed).map(([file, text]) => [`${ROOT}/${file}`, text]));
    this.#memory = new MemoryFiles({ ...host, ...catalog, ...own });
    this.#doors = {
      ...memoryDoors(this.#memory),
      sources: {
        npm: () => Promise.resolve(catalogRegistry(this.#memory, this.#offers)),
        composer: () => Promise.reject(new Error('no repositories')),
      },
    };
  }

  /** Puts a package into the registry: in version 5.3.0, with an archive. */
  offer(name: string, archive: Uint8Array): this {
    this.#offers.set(name, archive);
    return this;
  }

  /** The same host, to go on with apart. */
  copy(): MemoryStackHost {
    const made = new MemoryStackHost(this.#id);
    made.#memory.files.clear();
    for (const [file, bytes] of this.#memory.files) made.#memory.files.set(file, bytes);
    for (const folder of this.#memory.folders) made.#memory.folders.add(folder);
    return made;
  }

  open(): Promise<Context> {
    return openHost(this.#doors, CATALOG, ROOT);
  }

  attach(integration: string, choices: Readonly<Record<string, string>> = {}): Promise<void> {
    return this.attachAll([integration], choices);
  }

  /** Attaches integrations as one change. */
  async attachAll(integrations: readonly string[], choices: Readonly<Record<string, string>> = {}): Promise<void> {
    const changes = await this.#planAll(integrations, choices);
    const filled = new Map((changes.secrets ?? []).map(({ variable, file }) => [`${variable} ${file}`, SECRET]));
    const real = { ...changes, files: withSecrets(changes.files, filled) };
    await apply(this.#doors, real, { ...memoryOptions(), workspaces: ['.'] });
  }

  /** Plans to attach one, and does nothing. */
  plan(integration: string, choices: Readonly<Record<string, string>> = {}): Promise<ChangeSet> {
    return this.#planAll([integration], choices);
  }

  async #planAll(integrations: readonly string[], choices: Readonly<Record<string, string>>): Promise<ChangeSet> {
    const context = await this.open();
    const requests = [];
    for (const one of integrations) {
      const definition = await loadDefinition(context.reader, CATALOG, one);
      requests.push({ definition, workspace: '.', choices: { ...choices } });
    }
    return planAttach(context, requests, WISHES);
  }

  /** Attaches an integration by a definition of somebody's own. */
  async attachDefinition(definition: Definition): Promise<void> {
    const request = { definition, workspace: '.', choices: {}, foreign: true };
    await this.apply(await planAttach(await this.open(), [request], WISHES));
  }

  /** Carries a plan out. */
  async apply(changes: ChangeSet | undefined): Promise<void> {
    if (changes) await apply(this.#doors, changes, { ...memoryOptions(), workspaces: ['.'] });
  }

  /** The text of a file; undefined where there is none. */
  text(file: string): string | undefined {
    return this.tree().get(file);
  }

  /** Writes a file, as somebody by hand. */
  write(file: string, text: string): void {
    this.#memory.files.set(`${ROOT}/${file}`, Buffer.from(text));
  }

  /** Removes a file, as somebody by hand. */
  remove(file: string): void {
    this.#memory.files.delete(`${ROOT}/${file}`);
  }

  /** Removes Ligament's own record of what is attached, as if all of it had been set up by hand. */
  forget(): void {
    for (const file of [...this.#memory.files.keys()])
      if (file.startsWith(`${ROOT}/.ligament/`)) this.#memory.files.delete(file);
  }

  /** Grows a page, or another part; whether anything was done. */
  async grow(name: string, more: Partial<Omit<AlikeRequest, 'name' | 'workspace'>> = {}): Promise<boolean> {
    const changes = await planAlike(await this.open(), { part: 'page', name, workspace: '.', ...more });
    await this.apply(changes);
    return changes !== undefined;
  }

  /** Grows a value of the theme; whether anything was done. */
  async growTheme(wish: DistributiveOmit<ThemeRequest, 'workspace'>): Promise<boolean> {
    const changes = await planTheme(await this.open(), { ...wish, workspace: '.' });
    await this.apply(changes);
    return changes !== undefined;
  }

  /** Grows an element in the head of every page; whether anything was done. */
  async growHeadTag(name: string, value: string): Promise<boolean> {
    const changes = await planHeadTag(await this.open(), { part: 'head-tag', name, value, workspace: '.' });
    await this.apply(changes);
    return changes !== undefined;
  }

  /** Grows pieces of a kit; whether anything was done. */
  async growPieces(...names: readonly string[]): Promise<boolean> {
    const changes = await planPieces(await this.open(), { part: 'piece', names, workspace: '.' });
    await this.apply(changes);
    return changes !== undefined;
  }

  /** Grows a page that lists an entity; whether anything was done. */
  async growList(name: string, more: Partial<Omit<ListRequest, 'part' | 'name' | 'workspace'>> = {}): Promise<boolean> {
    const changes = await planListPage(await this.open(), { part: 'list-page', name, workspace: '.', ...more });
    await this.apply(changes);
    return changes !== undefined;
  }

  /** Grows a layout around pages; whether anything was done. */
  async growLayout(name: string, ...around: readonly string[]): Promise<boolean> {
    const changes = await planLayout(await this.open(), { part: 'layout', name, around, workspace: '.' });
    await this.apply(changes);
    return changes !== undefined;
  }

  /** Grows a bundle of the app's own; whether anything was done. */
  async growBundle(name: string, address?: string): Promise<boolean> {
    const changes = await planBundle(await this.open(), { part: 'bundle', name, address, workspace: '.' });
    await this.apply(changes);
    return changes !== undefined;
  }

  /** Takes a bundle out whole, by its id; what still names it is handed over. */
  async detachBundle(id: string): Promise<string[]> {
    const changes = await planWithoutBundle(await this.open(), id, '.');
    await this.apply({ ...changes, installs: [] });
    return (changes.uses ?? []).map(({ file, line }) => `${file}:${line}`);
  }

  async detach(...integrations: readonly string[]): Promise<void> {
    const context = await this.open();
    const going = context.ledgers.filter((one) => integrations.includes(one.integration));
    await apply(this.#doors, await planDetach(context, going), { ...memoryOptions(), workspaces: ['.'] });
  }

  /** Every file of the host with its text. */
  tree(): Map<string, string> {
    const found = [...this.#memory.files].filter(([file]) => file.startsWith(`${ROOT}/`));
    return new Map(
      found
        .map(([file, bytes]) => [file.slice(ROOT.length + 1), Buffer.from(bytes).toString('utf8')] as const)
        .filter(([file]) => !file.startsWith('node_modules/'))
        .sort(([a], [b]) => (a < b ? -1 : 1)),
    );
  }
}

/** A registry that has, of every package that the catalog names, the lowest version that every range allows. */
function catalogRegistry(memory: MemoryFiles, offers: ReadonlyMap<string, Uint8Array>): RegistryDoor {
  const versions = new Map<string, Set<string>>();
  const ready = (async () => {
    for (const id of catalogIds(memory.door, CATALOG)) {
      const { ways, already = [] } = await loadDefinition(memory.door, CATALOG, id);
      const needs = ways.flatMap(({ packages }) =>
        Object.entries(packages).map(([name, { range }]) => [name, range] as const),
      );
      for (const [name, range] of [...needs, ...already.flatMap(({ ranges = {} }) => Object.entries(ranges))]) {
        const known = versions.get(name) ?? new Set<string>();
        known.add(semver.minVersion(range)?.version ?? '1.0.0');
        versions.set(name, known);
      }
    }
  })();
  return {
    async packument(name) {
      await ready;
      const all = [...(versions.get(name) ?? []), ...(offers.has(name) ? ['5.3.0'] : [])].sort(semver.compare);
      const latest = all.at(-1);
      if (latest === undefined) return undefined;
      return {
        name,
        'dist-tags': { latest },
        versions: Object.fromEntries(all.map((version) => [version, { version }])),
      };
    },
    archive: (name) => Promise.resolve(offers.get(name)),
    packageSettings: () => Promise.resolve({ saveExact: false, savePrefix: undefined, ignoreScripts: false }),
  };
}

function readTree(folder: string, as: string): Record<string, string> {
  const found: Record<string, string> = {};
  for (const entry of fs.readdirSync(folder, { withFileTypes: true, recursive: true })) {
    const file = path.join(entry.parentPath, entry.name);
    const inside = path.relative(folder, file).split(path.sep).join('/');
    if (!entry.isFile() || inside.split('/').includes('node_modules') || entry.name === 'package-lock.json') continue;
    found[`${as}/${inside}`] = fs.readFileSync(file, 'utf8');
  }
  return found;
}
