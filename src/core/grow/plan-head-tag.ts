import type { ChangeSet } from '../change/change-set.ts';
import { partId } from '../edits/part-id.ts';
import type { Context } from '../host/context.ts';
import { Ground } from '../joints/ground.ts';
import { tieAt, type Joint } from '../joints/joint.ts';
import { EXIT, Problem } from '../problem.ts';
import { literally } from '../text/literally.ts';
import type { HeadTagRequest } from './grow-request.ts';
import { growing, withoutParts, type Growing } from './growing.ts';
import { hasGrown, partChange } from './part-change.ts';

// What some names take, where a slip would do nothing and nobody would see it.
const TAKES: Readonly<Record<string, { form: RegExp; example: string }>> = {
  // CSS Color Adjustment 1, section 2.2.
  'color-scheme': { form: /^(normal|(only )?(light|dark)|light dark|dark light)$/, example: 'light dark' },
  // HTML Living Standard, section 4.2.5.1: any CSS colour.
  'theme-color': { form: /^(#[0-9a-f]{3,8}|[a-z]+(\([^()]*\))?)$/i, example: '#2f6f3e' },
};
// HTML itself gives these to every page, and one wrong word in them breaks it.
const NOT_HERE = new Set(['viewport', 'charset']);

/**
 * Plans a `meta` element in the head of every page. Writes nothing; undefined where it has grown already. Throws a Problem: status 2
 * for a name or a value that is none, status 3 where the head has one or cannot be reached.
 */
export async function planHeadTag(context: Context, request: HeadTagRequest): Promise<ChangeSet | undefined> {
  const { name, value, workspace } = request;
  checkTag(request);
  const id = partId('head-tag', name);
  if (hasGrown(context, id, workspace)) return undefined;
  const place = await growing(context, workspace);
  const { stack } = place;
  const joint = stack.joints.find((one) => one.name === 'page.head');
  if (!joint || joint.state === 'blocked') throw noHead(place, joint, request);
  const ground = new Ground(withoutParts(context), context.host.root, stack.workspace);
  refuseTwice(ground, joint, request);
  return partChange(context, place, {
    id,
    title: `Tag ${name}`,
    way: `in the head of every page, by ${joint.file}`,
    choices: { value },
    edits: tieAt([joint], { at: 'page.head', meta: name, content: value }),
    proofs:
      stack.traits.serve && stack.builds !== 'server'
        ? [{ proof: 'page', visit: '/', head: { [name]: value }, checks: `the page at / has <meta name="${name}">` }]
        : [],
    tell: [],
  });
}

function checkTag({ name, value }: HeadTagRequest): void {
  if (!/^[a-z][a-z0-9.-]{0,60}$/.test(name) || NOT_HERE.has(name))
    throw new Problem({
      status: EXIT.wrongUsage,
      what: `"${name}" cannot be the name of a tag`,
      next: "As in: ligament grow head-tag color-scheme --value 'light dark'. Nothing was changed.",
    });
  const takes = TAKES[name];
  if (/^[^\p{Cc}]{1,300}$/u.test(value) && (takes?.form.test(value) ?? true)) return;
  throw new Problem({
    status: EXIT.wrongUsage,
    what: `"${value}" is no value for ${name}`,
    next: `As in: ligament grow head-tag ${name} --value '${takes?.example ?? 'one line of text'}'. Nothing was changed.`,
  });
}

/** Throws a Problem (status 3) where the host has such an element itself. */
function refuseTwice(ground: Ground, { file }: Joint, { name, value }: HeadTagRequest): void {
  const text = ground.text(file) ?? '';
  const element = `\\bname\\s*[=:]\\s*["']${literally(name)}["']`;
  const camel = name.replaceAll(/-(\w)/g, (_, letter: string) => letter.toUpperCase());
  const member = `["']${literally(name)}["']\\s*:|\\b${camel}\\s*:`;
  const own = new RegExp(/\.[cm]?[jt]sx?$/.test(file) ? `${element}|${member}` : element);
  const at = text.search(own);
  if (at === -1) return;
  throw new Problem({
    status: EXIT.refused,
    what: `${file} has ${name} already`,
    where: { file, line: text.slice(0, at).split('\n').length },
    next: `Nothing was changed. Change it there if it is to say "${value}".`,
  });
}

function noHead({ facts, stack }: Growing, joint: Joint | undefined, { name, value }: HeadTagRequest): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `The head of the pages of ${facts.name} cannot be reached`,
    ...(joint ? { where: { file: joint.file } } : {}),
    why: joint?.refusal?.reason ?? stack.outside ?? `${stack.title} has no place for it that Ligament knows`,
    next: `By hand: write <meta name="${name}" content="${value}"> into the head of your pages.\nNothing was changed.`,
  });
}
