import type { Ground } from '../../joints/ground.ts';
import type { Standing } from '../../joints/growth.ts';

/** What most controllers of an app have in common, whatever they show. */
export interface ControllerManner {
  /** `final `, or nothing. */
  final: string;
  /** Who may see what most of them show, as attributes above the class, with the classes that these name. */
  guard: { code: string; uses: string[] } | undefined;
}

const ABOVE_CLASS = /((?:^#\[[^\n]{1,500}\]\r?\n)+)(?:(?:final|readonly)[ ]){0,2}class[ ]/m;
const GUARD = /^#\[((?:\w+\\){0,5}(IsGranted|Security))\([^\n]*\]$/;

/** Reads what most of the pages' controllers have in common; that of the front page says nothing of who may see the others. */
export function controllerManner(ground: Ground, standing: readonly Standing[]): ControllerManner {
  const files = [...new Set(standing.filter(({ file }) => file.endsWith('.php')).map(({ file }) => file))];
  const texts = files.map((file) => ground.text(file) ?? '');
  const most = (pattern: RegExp): boolean => texts.filter((one) => pattern.test(one)).length * 2 > texts.length;
  const inner = [...new Set(standing.filter(({ address }) => address !== '/').map(({ file }) => file))];
  return {
    final: texts.length === 0 || most(/^final (?:readonly )?class /m) ? 'final ' : '',
    guard: guardOf(inner.map((file) => ground.text(file) ?? '')),
  };
}

function guardOf(texts: readonly string[]): ControllerManner['guard'] {
  const guards = texts.map((text) => {
    const lines = (ABOVE_CLASS.exec(text)?.[1] ?? '').split(/\r?\n/).filter((line) => GUARD.test(line));
    const uses = lines.flatMap((line) => {
      const name = GUARD.exec(line)?.[1] ?? '';
      return new RegExp(`^use ([\\w\\\\]+\\\\${name.replaceAll('\\', '\\\\')});`, 'm').exec(text)?.[1] ?? [];
    });
    return { code: lines.map((line) => `${line}\n`).join(''), uses };
  });
  const found = guards.find(
    ({ code }) => code !== '' && guards.filter((one) => one.code === code).length * 2 > guards.length,
  );
  return found && { code: found.code, uses: [...new Set(found.uses)] };
}
