import { type Edit } from '../edits/edit.ts';
import path from 'node:path';
import { pageReferences } from '../formats/markup/page-references.ts';
import { importedModules } from '../formats/script/read.ts';
import { blockedJoint, type Joint } from './joint.ts';
import { bootJoint } from './boot-joint.ts';
import { isBuilt, pickSheet } from './own-sheet.ts';
import { sheetJoint } from './sheet-joint.ts';
import { scriptOf } from '../survey/conventions.ts';
import type { Ground } from './ground.ts';

/** How a bundler resolves what a page and its modules name. Paths are relative to the host's root. */
export interface PageSetup {
  /** The folder in which the page stands and that `/` means. */
  root: string;
  /** What import aliases stand for. */
  aliases: ReadonlyMap<string, string>;
}

export interface PageGraph {
  /** The page, or the configuration that names what a server's pages load. */
  page: string;
  /** The first module script of the page, host-relative. */
  boot: string | undefined;
  /** Style sheets of the host that the page or its modules load, the boot module's own first. */
  sheets: string[];
}

const MODULE_ENDINGS = ['', '.ts', '.tsx', '.js', '.jsx', '.mjs', '.vue', '.svelte'];
const SHEET = /\.(css|scss|sass|less|styl)$/;
const MODULE = /\.[cm]?[jt]sx?$/;
const NEW_SHEETS = ['style.css', 'styles.css', 'main.css', 'global.css', 'app.css'];

/** Reads what the pages of a server load: `files` are scripts, style sheets and pages, `by` is the file that names them. */
export function readEntries(
  ground: Ground,
  setup: PageSetup,
  { files, by }: { files: readonly string[]; by: string },
): PageGraph | undefined {
  const page = files.find((file) => file.endsWith('.html'));
  if (page !== undefined) return readPage(ground, setup, page);
  const linked = files.filter((file) => SHEET.test(file));
  const boot = files.find((file) => MODULE.test(file) && !isBuilt(ground, file));
  const booted = boot === undefined ? { own: [], deeper: [] } : appSheets(ground, setup, boot);
  return { page: by, boot, sheets: [...new Set([...linked, ...booted.own, ...booted.deeper])] };
}

/** Reads a page (host-relative) and the modules it boots from, as far as needed to know its style sheets; undefined without a page. */
export function readPage(ground: Ground, setup: PageSetup, page: string): PageGraph | undefined {
  const text = ground.text(page);
  if (text === undefined) return undefined;
  const references = pageReferences(text);
  const local = (target: string): string | undefined =>
    resolveFrom(ground, setup, page, target.replace(/^(?![./])/, './'));
  const boot = references
    .flatMap(({ kind, target }) => (kind === 'module' ? (local(target) ?? []) : []))
    .find((module) => !isBuilt(ground, module));
  const linked = references.flatMap(({ kind, target }) => (kind === 'sheet' ? (local(target) ?? []) : []));
  const booted = boot === undefined ? { own: [], deeper: [] } : appSheets(ground, setup, boot);
  return { page, boot, sheets: [...new Set([...booted.own, ...linked, ...booted.deeper])] };
}

// What the component that an app shows is called, where others are put around it first.
const APP = /^(app|root|main|layout|index)\b/i;
const ONLY_LATER = /^\s*(?:void\s+)?import\(\s*["'](\.[^"'\n]+)["']\s*\)[^\n]*\s*$/;

/** The style sheets that the module an app starts from loads, then those of the modules below it, down to what the app shows. */
export function appSheets(ground: Ground, setup: PageSetup, boot: string): { own: string[]; deeper: string[] } {
  // An entry that only loads the real one later is none for this.
  const later = ONLY_LATER.exec(ground.text(boot) ?? '')?.[1];
  const start = (later === undefined ? undefined : resolveFrom(ground, setup, boot, later)) ?? boot;
  const { sheets, modules } = importsOf(ground, setup, start);
  const below = modules.map((module) => importsOf(ground, setup, module));
  const shown = below.flatMap((one) => one.modules).filter((file) => APP.test(path.posix.basename(file)));
  const last = shown.flatMap((file) => importsOf(ground, setup, file).sheets);
  return { own: sheets, deeper: [...below.flatMap((one) => one.sheets), ...last] };
}

/** The joint "the global style sheet" of a project that starts from a page. */
export function pageSheetJoint(ground: Ground, graph: PageGraph | undefined, expected: string): Joint {
  if (!graph) {
    const reason = `no page was found at ${expected}`;
    return blockedJoint('styles.global', expected, 'no page', {
      reason,
      handwork: 'Load a style sheet where your app starts.',
    });
  }
  const { sheet, passedOver } = pickSheet(ground, graph.sheets);
  if (sheet === undefined && graph.boot === undefined && !graph.page.endsWith('.html')) {
    const reason = `${graph.page} names neither a plain style sheet of the app's own nor a module`;
    return blockedJoint('styles.global', graph.page, 'no style sheet', {
      reason,
      handwork: `Add a style sheet to what ${graph.page} names, and load it on your pages.`,
    });
  }
  const target = sheet ?? newSheet(ground, graph);
  const load = sheet === undefined ? loadSheet(ground, graph, target) : [];
  return sheetJoint({ ground, sheet, target, load, by: graph.boot ?? graph.page, passedOver });
}

/** The joint "the app's boot module" of a project that starts from a page. */
export function pageBootJoint(ground: Ground, graph: PageGraph | undefined, expected: string): Joint {
  if (!graph?.boot) {
    const reason = graph ? `${graph.page} loads no module script of its own` : `no page was found at ${expected}`;
    return blockedJoint('app.boot', graph?.page ?? expected, 'no boot module', {
      reason,
      handwork: 'Import it where your app starts.',
    });
  }
  return bootJoint(ground, graph.boot, `loaded by ${graph.page}`);
}

/** The file that a module name means when it stands in `from`; undefined for packages and for what does not exist. */
export function resolveFrom(ground: Ground, setup: PageSetup, from: string, target: string): string | undefined {
  // A hash in front is the name of an alias, or of an import that the manifest maps; behind, it is a fragment.
  const name = target.replace(/(?!^)[?#].*$/, '');
  const alias = [...setup.aliases].find(
    ([key]) => name === key || name.startsWith(key.endsWith('/') ? key : `${key}/`),
  );
  let base: string;
  if (alias) base = path.posix.join(alias[1], name.slice(alias[0].length));
  else if (name.startsWith('/')) base = path.posix.join(setup.root, name);
  else if (name.startsWith('.')) base = path.posix.join(path.posix.dirname(from), name);
  else return undefined;
  if (base.startsWith('..')) return undefined;
  const endings = [...MODULE_ENDINGS, ...MODULE_ENDINGS.slice(1).map((ending) => `/index${ending}`)];
  return ground.first(endings.map((ending) => base + ending));
}

/** Style sheets and modules of the host's own that a module imports. */
export function importsOf(ground: Ground, setup: PageSetup, file: string): { sheets: string[]; modules: string[] } {
  const text = ground.text(file) ?? '';
  const isComponent = /\.(vue|svelte|astro)$/.test(file);
  const names = importedModules(scriptOf(text, file), isComponent ? `${file}.ts` : file);
  if (isComponent) names.push(...styleSources(text));
  const files = names.flatMap((name) => resolveFrom(ground, setup, file, name) ?? []);
  const isSheet = (one: string): boolean => SHEET.test(one);
  return { sheets: files.filter(isSheet), modules: files.filter((one) => !isSheet(one)) };
}

/** What the `<style src>` blocks of a component load. */
function styleSources(text: string): string[] {
  return [...text.matchAll(/<style\b[^>]{0,1000}\bsrc=["']([^"']+)["']/g)].map((match) => match[1] ?? '');
}

function newSheet(ground: Ground, graph: PageGraph): string {
  const folder = path.posix.dirname(graph.boot ?? graph.page);
  const free = NEW_SHEETS.map((name) => path.posix.join(folder, name)).find((file) => !ground.has(file));
  return free ?? path.posix.join(folder, `sheet-${ground.workspace.name.replace(/\W+/g, '-')}.css`);
}

function loadSheet(ground: Ground, graph: PageGraph, sheet: string): Edit[] {
  const name = path.posix.basename(sheet);
  if (graph.boot === undefined) {
    return [{ file: graph.page, format: 'markup', operation: { op: 'link', rel: 'stylesheet', href: `./${name}` } }];
  }
  if (/\.(vue|svelte)$/.test(graph.boot)) return [];
  return [{ file: graph.boot, format: 'script', operation: { op: 'import', import: { from: `./${name}` } } }];
}
