import { isRecord } from '../../records.ts';

/**
 * The versions of a package document as Composer 2 serves them: in the minified form each tells only what is different from the one
 * before, and `__unset` that a member is gone (Packagist's metadata, "minified": "composer/2.0").
 */
export function expanded(versions: unknown, minified: unknown): Record<string, unknown>[] {
  const list: unknown[] = Array.isArray(versions) ? versions : isRecord(versions) ? Object.values(versions) : [];
  const whole = list.filter((one) => isRecord(one));
  if (minified !== 'composer/2.0') return whole;
  let last: Record<string, unknown> = {};
  return whole.map((own) => {
    const next = { ...last, ...own };
    last = Object.fromEntries(Object.entries(next).filter(([, value]) => value !== '__unset'));
    return last;
  });
}
