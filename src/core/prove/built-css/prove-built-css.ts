import path from 'node:path';
import postcss from 'postcss';
import { readText } from '../../text/utf8.ts';
import { fill, firstFilled } from '../../definition/fill.ts';
import { inWords, type Spec } from './spec.ts';
import type { Bench } from '../bench.ts';
import type { BuildProof } from '../build-proof.ts';
import { pathBelow, serve } from '../serve.ts';
import { missingEdits } from '../missing-edits.ts';

/**
 * Proves that a class which nobody used before gets its rule in the style sheets that the host's own build emits: in a
 * scratch copy, with one source added that uses the class and is imported by the app.
 */
export const builtCss: BuildProof = {
  plant(bench) {
    const spec = bench.task.spec as unknown as Spec;
    return addProbe(bench, spec, classOf(bench, spec));
  },
  async judge(bench, { ran, sheets }) {
    const spec = bench.task.spec as unknown as Spec;
    const { context, root, task } = bench;
    const { files } = context.doors;
    const className = classOf(bench, spec);
    const declares = Object.entries(spec.declares).map(
      ([name, value]) => [name, fill(value, bench.values) ?? ''] as const,
    );
    const found = sheets.find((sheet) => hasRule(readText(files, sheet) ?? '', className, declares));
    const shown = (sheet: string): string => path.relative(root, sheet).split(path.sep).join('/');
    const isAt = className.startsWith('@');
    const rule = isAt ? inWords(className, Object.fromEntries(declares)) : `the rule of .${className}`;
    if (found) return bench.result(true, `${ran.shown} put ${rule} into ${shown(found)}`);
    if ((await servedStyles(bench)).some((css) => hasRule(css, className, declares)))
      return bench.result(true, `${ran.shown} put ${rule} into the page itself`);
    const where =
      sheets.length > 0
        ? `the built CSS (${sheets.map(shown).join(', ')}) has no ${isAt ? rule : `rule for .${className}`}`
        : `${ran.shown} emitted no CSS`;
    return bench.result(false, ran.shown, [where, ...(await missingEdits(context, task))]);
  },
};

/** What stands in the style elements of the first page: small sheets are put into it by some frameworks. */
async function servedStyles(bench: Bench): Promise<string[]> {
  const { serve: how } = bench.stack.traits;
  if (!how) return [];
  try {
    const server = await serve(bench, how);
    try {
      const answer = await fetch(server.url + pathBelow(server.base ?? bench.stack.traits.base, '/'));
      return [...(await answer.text()).matchAll(/<style\b[^>]*>([\s\S]*?)<\/style>/gi)].map(([, css = '']) => css);
    } finally {
      await server.close();
    }
  } catch {
    // What does not start has no page to show it.
    return [];
  }
}

function classOf(bench: Bench, spec: Spec): string {
  return firstFilled(spec.class, bench.values) ?? '';
}

/** Adds a source that uses the class, and loads it from the app's boot module; without one, it lies beside the page. */
async function addProbe(bench: Bench, spec: Spec, className: string): Promise<void> {
  const boot = bench.stack.joints.find(({ name, state }) => name === 'app.boot' && state !== 'blocked');
  const { folder } = bench.stack.traits;
  const name = `ligament-${bench.values.number ?? ''}`;
  if (!boot) {
    bench.plant({ [path.posix.join(folder, `${name}.html`)]: `<p class="${className}"></p>\n` });
    return;
  }
  const ending = /\.[cm]?tsx?$/.test(boot.file) || bench.workspace.language === 'ts' ? 'ts' : 'js';
  const probe = path.posix.join(folder, name);
  bench.plant({ [`${probe}.${ending}`]: `export const probe = '${className}';\n` });
  await bench.tie([{ at: 'app.boot', imports: [{ file: probe }] }]);
  if (!spec.sheet) return;
  const sheet = path.posix.join(folder, `${name}-sheet.${spec.sheet.ending}`);
  bench.plant({ [sheet]: spec.sheet.text });
  await bench.tie([{ at: 'app.boot', imports: [{ file: sheet }] }]);
}

/** Whether a sheet has a rule for exactly this class (or an at-rule of that name) that declares all that is asked for. */
export function hasRule(css: string, className: string, declares: readonly (readonly [string, string])[]): boolean {
  let found = false;
  let root: postcss.Root;
  try {
    root = postcss.parse(css);
  } catch {
    return false;
  }
  if (className.startsWith('@')) {
    root.walkAtRules(className.slice(1), (rule) => {
      const declared = new Map(
        rule.nodes?.flatMap((one) => (one.type === 'decl' ? [[one.prop, bareValue(one.value)]] : [])),
      );
      if (declares.every(([name, value]) => declared.get(name) === bareValue(value))) found = true;
    });
    return found;
  }
  root.walkRules((rule) => {
    if (!rule.selectors.some((selector) => unescape(selector) === `.${className}`)) return;
    const declared = new Map<string, string>();
    rule.walkDecls((declaration) => void declared.set(declaration.prop, declaration.value.trim()));
    if (declares.every(([name, value]) => declared.get(name) === value)) found = true;
  });
  return found;
}

/** A value without the quotes that it may have or not. */
function bareValue(value: string): string {
  return value.trim().replaceAll(/["']/g, '');
}

/** A selector without its escapes (CSS Syntax 3, section 4.3.7). */
function unescape(selector: string): string {
  return selector.replace(/\\(?:([0-9a-f]{1,6})\s?|(.))/gi, (_, code: string | undefined, character: string) =>
    code === undefined ? character : String.fromCodePoint(Number.parseInt(code, 16)),
  );
}
