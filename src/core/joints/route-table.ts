import path from 'node:path';
import { SHOWN_BY } from '../analogy/entry-words.ts';
import { broughtAs } from '../formats/script/brought.ts';
import { parseScript, walk, type Node, type NodeOf, type Script } from '../formats/script/syntax.ts';
import { ownSources } from './own-sources.ts';
import { literally } from '../text/literally.ts';
import { importingFiles } from '../uses/own-imports.ts';
import { COMPONENT_ENDINGS, ownModule } from './app-module.ts';
import { handedOnBy, nameOf, type HandedOn } from './barrel.ts';
import type { Ground } from './ground.ts';
import type { Listing, Standing } from './growth.ts';
import {
  attribute,
  isAddress,
  isRoute,
  joined,
  loadedIn,
  member,
  namesIn,
  pathOf,
  stretchOf,
  textIn,
} from './route-entry.ts';

/** The pages that tables of routes list: in arrays of objects with a path, or in route elements. `router` is the package whose they are. */
export function tablePages(ground: Ground, router: readonly string[]): Standing[] {
  const tables = [...ownSources(ground, /\.[cm]?[jt]sx?$/)].flatMap(({ file, text }) => {
    const isTable = /\b(path|route)\b/.test(text) && isOfRouter(ground, file, text, router);
    const table = isTable ? new Table(ground, file, text) : undefined;
    const pages = table?.pages() ?? [];
    return table && pages.length > 0 ? [{ table, pages }] : [];
  });
  // Where some addresses are left open for other tables, those that begin with no slash stand below one that is not told here.
  const isOpen = tables.some(({ table }) => table.isOpen);
  return tables.filter(({ table }) => !isOpen || table.isOpen || table.isWhole).flatMap(({ pages }) => pages);
}

/** Whether a module has to do with the router: it names its package, or a module that does names it. */
function isOfRouter(ground: Ground, file: string, text: string, router: readonly string[]): boolean {
  const names = (one: string): boolean => router.some((name) => one.includes(`'${name}'`) || one.includes(`"${name}"`));
  if (names(text)) return true;
  if (!/\bexport\b/.test(text)) return false;
  const stem = literally(path.posix.basename(file).replace(/\.\w+$/, ''));
  const named = stem === 'index' ? literally(path.posix.basename(path.posix.dirname(file))) : stem;
  const isBrought = new RegExp(`["'/]${named}(\\.\\w+)?["']`);
  const top = path.join(ground.root, ground.workspace.folder);
  return router.some((name) =>
    importingFiles(ground.reader, top, name).some(
      (one) => isBrought.test(one.text) && path.posix.join(ground.workspace.folder, one.file) !== file,
    ),
  );
}

/** What an entry shows, and where it stands. */
interface Entry {
  node: Node;
  shown: Node;
  address: string;
  below: string;
  form: 'object' | 'element';
  list: number;
}

/** The module that an entry shows, and how the table has it. */
type Found = { file: string; brought?: Listing['brought'] } & Pick<Standing, 'handedOn'>;

class Table {
  readonly #ground: Ground;
  readonly #file: string;
  readonly #text: string;
  readonly #entriesFound: Entry[] = [];
  readonly #paths: string[] = [];
  #pages: Standing[] = [];

  constructor(ground: Ground, file: string, text: string) {
    this.#ground = ground;
    this.#file = file;
    this.#text = text;
  }

  /** Leaves what is below some addresses to other tables. Known when its pages are. */
  get isOpen(): boolean {
    return this.#paths.some((written) => /.\/\*$/.test(written));
  }

  /** Says some addresses from the root on. Known when its pages are. */
  get isWhole(): boolean {
    return this.#paths.some((written) => written.startsWith('/'));
  }

  pages(): Standing[] {
    const script = parseScript(this.#text, this.#file);
    if ('fault' in script) return [];
    walk(script.program, (node, parent) => {
      if (node.type === 'ArrayExpression' && this.#isTable(node)) {
        this.#entries(node, '/');
        return false;
      }
      if (node.type === 'JSXElement' && isRoute(node)) {
        this.#element(node, '/', parent?.start ?? 0);
        return false;
      }
      return true;
    });
    this.#pages = this.#shownBy(script);
    return this.#pages.map((page) => ({ ...page, name: this.#nameOf(page.file) }));
  }

  /** What a page is called: its file, or the folder that it has to itself. */
  #nameOf(file: string): string {
    const name = path.posix.basename(file).replace(/(\.component)?\.\w+$/, '');
    const folder = path.posix.dirname(file);
    const isAlone = !this.#pages.some((one) => one.file !== file && path.posix.dirname(one.file) === folder);
    return isAlone && /^(index|page|\w+\.page)$/i.test(name) ? path.posix.basename(folder) : name;
  }

  #isTable(node: NodeOf<'ArrayExpression'>): boolean {
    return node.elements.some(
      (one) =>
        one?.type === 'ObjectExpression' && pathOf(one) && [...SHOWN_BY, 'children'].some((key) => member(one, key)),
    );
  }

  #entries({ elements, start }: NodeOf<'ArrayExpression'>, below: string): void {
    for (const one of elements) {
      if (one?.type !== 'ObjectExpression') continue;
      const written = this.#written(pathOf(one));
      const prefix = this.#prefix(one);
      const address = written === undefined ? below : prefix === undefined ? joined(below, written) : prefix + written;
      const children = member(one, 'children');
      const shown = SHOWN_BY.map((key) => member(one, key)).find((value) => value !== undefined);
      if (children?.type === 'ArrayExpression') this.#entries(children, address);
      else if (shown && isAddress(address))
        this.#entriesFound.push({ node: one, shown, address, below: prefix ?? below, form: 'object', list: start });
    }
  }

  /** What some tables put before each path by themselves: a member that is an address, too. */
  #prefix(entry: NodeOf<'ObjectExpression'>): string | undefined {
    const prefix = textIn(member(entry, 'layout') ?? member(entry, 'prefix'));
    const written = textIn(pathOf(entry));
    // An absolute path is meant below it then.
    return prefix?.startsWith('/') && written?.startsWith('/') ? prefix.replace(/\/$/, '') : undefined;
  }

  #element(node: NodeOf<'JSXElement'>, below: string, list: number): void {
    const written = this.#written(attribute(node, 'path'));
    const isIndex = attribute(node, 'index') !== undefined;
    const address = written === undefined ? below : joined(below, written);
    const inner = node.children.filter((child): child is NodeOf<'JSXElement'> => child.type === 'JSXElement');
    for (const child of inner) if (isRoute(child)) this.#element(child, address, node.start);
    const shown = SHOWN_BY.map((name) => attribute(node, name)).find((one) => one !== undefined);
    if (shown && !inner.some(isRoute) && (isIndex || written !== undefined) && isAddress(address))
      this.#entriesFound.push({ node, shown, address, below, form: 'element', list });
  }

  #written(node: Node | undefined): string | undefined {
    const written = textIn(node);
    if (written !== undefined) this.#paths.push(written);
    return written;
  }

  /** What the entries show: what stands around many pages (a guard, a frame) is none of them. */
  #shownBy(script: Script): Standing[] {
    const all = this.#entriesFound.map((entry) => ({ entry, modules: this.#modulesOf(script, entry.shown) }));
    const known = all.filter(({ modules }) => modules.length > 0);
    const found = known.filter(({ entry }, at) => known.findIndex((one) => one.entry.address === entry.address) === at);
    const count = (file: string): number =>
      found.filter(({ modules }) => modules.some((one) => one.file === file)).length;
    return found.flatMap(({ entry, modules }): Standing[] => {
      const [first] = modules;
      const own = modules.reduce((best, one) => (best && count(one.file) < count(best.file) ? one : best), first);
      if (!own) return [];
      const { node, address, below, form, list } = entry;
      const listed = { file: this.#file, entry: stretchOf(node), below, form, list, brought: own.brought };
      return [{ address, file: own.file, name: '', listed, handedOn: own.handedOn }];
    });
  }

  /** The modules that an entry may show, by names that are imported or loaded where it stands; what is further in comes first. */
  #modulesOf(script: Script, shown: Node): Found[] {
    const loaded = loadedIn(shown);
    const own = loaded === undefined ? undefined : this.#own(loaded);
    if (loaded !== undefined) return own ? [own] : [];
    return namesIn(shown).flatMap((name) => this.#imported(script, name) ?? this.#loadedAs(script, name) ?? []);
  }

  #imported(script: Script, name: string): Found | undefined {
    const by = broughtAs(script, name);
    const own = by && this.#own(by.from);
    if (!own) return undefined;
    const { specifier, statement, from } = by;
    const isOneOfSeveral =
      specifier?.type === 'ImportSpecifier' &&
      statement.type === 'ImportDeclaration' &&
      statement.specifiers.length > 1;
    const brought = isOneOfSeveral ? { ...stretchOf(specifier), from } : stretchOf(statement);
    const home =
      specifier?.type === 'ImportSpecifier' ? homeOf(this.#ground, own.file, nameOf(specifier.imported)) : undefined;
    return { file: home?.target ?? own.file, brought, handedOn: home };
  }

  #loadedAs(script: Script, name: string): Found | undefined {
    for (const statement of script.program.body) {
      const lazy = statement.type === 'VariableDeclaration' ? statement.declarations[0] : undefined;
      const isMeant = lazy?.id.type === 'Identifier' && lazy.id.name === name;
      const from = isMeant && lazy.init ? loadedIn(lazy.init) : undefined;
      const own = from === undefined ? undefined : this.#own(from);
      if (own) return { ...own, brought: stretchOf(statement) };
    }
    return undefined;
  }

  #own(from: string): { file: string } | undefined {
    const file = ownModule(this.#ground, this.#file, from, COMPONENT_ENDINGS);
    return file === undefined ? undefined : { file };
  }
}

/** The module that another one hands a name on from; undefined where it has that itself. */
function homeOf(ground: Ground, file: string, name: string): HandedOn | undefined {
  if (!/\.[cm]?[jt]sx?$/.test(file)) return undefined;
  const exports = new RegExp(`\\bexport\\b[^;\\n]*\\b${literally(name)}\\b`);
  return handedOnBy(ground, file).find(({ names, target }) =>
    names ? names.includes(name) : exports.test(ground.text(target) ?? ''),
  );
}
