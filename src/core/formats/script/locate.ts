import { refused, type Refusal, type Surroundings } from '../format.ts';
import { isBlocked } from './blocked.ts';
import { findList } from './exported.ts';
import { parseScript } from './syntax.ts';
import type { ConfigAddress } from './values.ts';

export type Located = { line: number; made: boolean } | { refusal: Refusal };

/** Tells without editing where the list or object at an address stands (`made` where it would have to be made). */
export function locate(text: string, address: ConfigAddress, around: Surroundings): Located {
  const parsed = parseScript(text, around.file);
  const by = (reason: string, at: number): Located => ({ refusal: refused(text, at, reason, '').refusal });
  if ('fault' in parsed) return by(`it cannot be parsed (${parsed.fault.message})`, parsed.fault.offset);
  const target = findList(parsed, address);
  if (isBlocked(target)) return by(target.blocked, target.at);
  const node = 'list' in target ? target.list.node : target.makeIn.node;
  return { line: text.slice(0, node.start).split('\n').length, made: !('list' in target) };
}
