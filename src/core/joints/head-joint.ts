import type { Edit } from '../edits/edit.ts';
import type { Located } from '../formats/script/locate.ts';
import type { ScriptOperation } from '../formats/script/operations.ts';
import { elementIn } from '../text/element-in.ts';
import { escapeAttribute } from '../text/escape-attribute.ts';
import { indentAt } from '../text/positions.ts';
import type { ConfigFile } from './config-file.ts';
import type { Ground } from './ground.ts';
import { blockedJoint, type JointOf } from './joint.ts';

type HeadJoint = JointOf<'page.head'>;
type HeadTie = Parameters<HeadJoint['tie']>[0];

/** The joint "the page's head" of a project whose pages have one file around them, written in HTML; none where that is not there. */
export function pageHeadJoint(ground: Ground, file: string): HeadJoint[] {
  const text = ground.text(file);
  if (text === undefined) return [];
  // What a template fills in stands where HTML has no text, and ends the head for its parser.
  const [head] = elementIn(text, 'head') ?? [];
  if (head?.includes('<%')) return [templateHeadJoint(ground, file)];
  const tie = ({ meta: name, content }: HeadTie): Edit[] => [
    {
      file,
      format: 'markup',
      operation: { op: 'element', tag: 'meta', attributes: { name, content }, identity: ['name'] },
    },
  ];
  return [headJoint(file, text, tie)];
}

// What a template shows under a condition, in a loop or for those that extend it: of EJS, of JSX, of Twig, of Blade.
const ONLY_SOMETIMES =
  /<%|\{[^{}\n]{0,1000}(?:&&|\?|\.map\b)|\{%-?\s*(?:if|for|block)\b|@(?:if|unless|isset|empty|auth|guest|env|production|foreach|forelse|for|while|switch|hasSection|once|push|section)\b/;

/** The same, where the head is written in a template: of a component, or in elements of a script. `seed`: what a new file begins with. */
export function templateHeadJoint(ground: Ground, file: string, seed?: string): HeadJoint {
  const text = seed ?? ground.text(file) ?? '';
  const head = elementIn(text, 'head') ?? elementIn(text, 'Head');
  if (!head) return noHead(file, 'it has no head of its own that is written out');
  const tie = ({ meta, content }: HeadTie): Edit[] => {
    // What is there only sometimes is no neighbour for what is there always.
    const [always = ''] = head[0].split(ONLY_SOMETIMES);
    const metas = [...always.matchAll(/<meta\b[^<>]{0,1000}>/g)].map(([one]) => one);
    // Of very many a few are enough.
    const last = metas.slice(-20).findLast((one) => text.split(one).length === 2);
    const end = last?.endsWith('/>') === false ? '>' : ' />';
    const code = `<meta name="${meta}" content="${escapeAttribute(content)}"${end}`;
    const anchor = last ?? head[0].slice(0, head[0].indexOf('>') + 1);
    const within = indentAt(text, text.indexOf(head[0])) + ground.workspace.style.indent;
    const glue = `\n${last === undefined ? within : indentAt(text, text.indexOf(last))}`;
    const edit: Edit = { file, format: 'beside', operation: { op: 'beside', anchor, side: 'behind', code, glue } };
    return [seed === undefined ? edit : { ...edit, seed }];
  };
  return headJoint(file, text, tie, seed !== undefined);
}

/** The same, where a configuration says what the head has: `located` is where, `operation` what says it there. */
export function configuredHeadJoint(
  { file, seed }: ConfigFile,
  located: Located | undefined,
  operation: (tie: HeadTie) => ScriptOperation,
): HeadJoint {
  if (located && 'refusal' in located) return noHead(file, located.refusal.reason);
  const tie = (wanted: HeadTie): Edit[] => [
    { file, format: 'script', operation: operation(wanted), ...(located === undefined ? { seed } : {}) },
  ];
  return {
    name: 'page.head',
    state: located ? 'present' : 'makeable',
    file,
    line: located?.line,
    detail: located ? 'as it is configured' : 'a new configuration file',
    tie,
  };
}

/** A head that cannot be reached, and why. */
export function noHead(file: string, reason: string): HeadJoint {
  return blockedJoint('page.head', file, 'the head of the pages', {
    reason,
    handwork: 'Write the element where your pages get their <head> from.',
  });
}

function headJoint(file: string, text: string, tie: HeadJoint['tie'], isNew = false): HeadJoint {
  const at = text.search(/<head\b/i);
  const line = at === -1 ? 1 : text.slice(0, at).split('\n').length;
  return isNew
    ? { name: 'page.head', state: 'makeable', file, detail: 'a new file around every page', tie }
    : { name: 'page.head', state: 'present', file, line, detail: 'around every page', tie };
}
