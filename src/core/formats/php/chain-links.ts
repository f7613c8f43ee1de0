import { indentAt } from '../../text/positions.ts';
import type { Splice } from '../../text/splices.ts';
import { edited, type Outcome, type Surroundings } from '../format.ts';
import { normalCode } from './arrays.ts';
import { childOf, textOf, type Php, type PhpScript } from './document.ts';
import { inManner, nested } from './in-manner.ts';
import { givenChain, linksOf, type PhpPlace } from './places.ts';

/** A call in a chain that does what a statement would do in a block. */
export interface ChainLink {
  chain: Php;
  /** Without what it is called on: `->append(Role::class)`. */
  call: string;
  present: Php | undefined;
}

/** The call by which a statement goes into the chain that a place is; undefined where it is a block, or something else is called. */
export function chainLink(
  script: PhpScript,
  { code, in: place }: { code: string; in?: PhpPlace | undefined },
): ChainLink | undefined {
  if (typeof place !== 'object' || !('call' in place) || !place.chained) return undefined;
  const chain = givenChain(script, place.call);
  const links = chain ? linksOf(chain) : [];
  const on = textOf(script, childOf(links.at(-1), 'object'));
  if (!chain || !code.startsWith(`${on}->`) || !code.endsWith(';')) return undefined;
  const call = code.slice(on.length, -1);
  const plain = (text: string): string => normalCode(text, script.uses);
  const present = links.find((link) => plain(script.text.slice(before(link), link.end)) === plain(call));
  return { chain, call, present };
}

/** Puts a call behind the others of its chain, on a line of its own where the last one has one. */
export function addLink(script: PhpScript, { chain, call, present }: ChainLink, around: Surroundings): Outcome {
  const { text } = script;
  if (present) return { kind: 'already', at: present.start };
  const { eol, code } = inManner(text, call, around);
  const own = /^\s*\n([ \t]*)(?=->)/.exec(text.slice(before(chain), chain.end))?.[1];
  const inserted = own === undefined ? nested(code, indentAt(text, chain.end)) : eol + own + nested(code, own);
  return edited(text, [{ at: chain.end, removed: '', inserted }]);
}

/** What takes a call out of its chain. */
export function linkCut(text: string, link: Php): Splice {
  const at = before(link);
  return { at, removed: text.slice(at, link.end), inserted: '' };
}

function before(link: Php): number {
  return childOf(link, 'object')?.end ?? link.start;
}
