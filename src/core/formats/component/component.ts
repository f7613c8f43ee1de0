import type { ElementNode, RootNode } from '@vue/compiler-dom';
import { lineBreakOf } from '../../text/code-style.ts';
import { edited, refused, type Format, type Outcome, type Surroundings } from '../format.ts';
import { script, scriptHandwork } from '../script/script.ts';
import type { ScriptOperation } from '../script/operations.ts';
import { style, styleHandwork, type StyleOperation } from '../style/style.ts';
import { hasRegions, scriptRegion } from './regions.ts';
import { blockAttribute, blocks, contentOf, readComponent } from './blocks.ts';
import { editTemplate, removeFromTemplate, templateHandwork, type TemplateOperation } from './template.ts';

/**
 * Operations on Vue single-file components (Vue SFC Syntax Specification): an edit inside its script, its style or its
 * template. A `<script setup>` or `<style>` that is not there is made.
 */
export type ComponentOperation = BlockOperation | TemplateOperation;

type BlockOperation =
  | { op: 'script'; script: ScriptOperation; setup?: boolean | undefined }
  | { op: 'style'; style: StyleOperation; scoped?: boolean | undefined };

export const component: Format<ComponentOperation> = {
  edit(text, operation, around) {
    if (hasRegions(around.file)) return inRegion(text, operation, around, 'edit');
    const root = readComponent(text);
    if (typeof root === 'string') return refused(text, undefined, root, handwork(operation, around));
    if (operation.op === 'template-child' || operation.op === 'template-wrap')
      return editTemplate(text, root, operation, around);
    const block = findBlock(root, operation);
    if (block === 'two')
      return refused(text, undefined, 'the component has more than one such block', handwork(operation, around));
    if (!block) return makeBlock(text, root, operation, around);
    return within(text, block, around, operation, 'edit');
  },
  remove(text, operation, around) {
    if (hasRegions(around.file)) return inRegion(text, operation, around, 'remove');
    const root = readComponent(text);
    if (typeof root === 'string')
      return refused(text, undefined, root, `Take out by hand: ${handwork(operation, around)}`);
    if (operation.op === 'template-child' || operation.op === 'template-wrap')
      return removeFromTemplate(text, root, operation);
    const block = findBlock(root, operation);
    if (!block || block === 'two') return { kind: 'already', at: 0 };
    return within(text, block, around, operation, 'remove');
  },
};

/** A script or a style sheet in a Svelte component, or the front matter of an Astro one: nothing else of these is edited. */
function inRegion(text: string, operation: ComponentOperation, around: Surroundings, way: 'edit' | 'remove'): Outcome {
  if (operation.op !== 'script')
    return refused(text, undefined, 'only its script can be edited', handwork(operation, around));
  const region = scriptRegion(text, around.file, lineBreakOf(text) ?? around.style.eol);
  if (!region) return refused(text, undefined, 'it has more than one script of that kind', handwork(operation, around));
  const inner = { ...around, file: `${around.file}.ts` };
  const { start, end, open = '', close = '' } = region;
  const outcome = script[way](text.slice(start, end), operation.script, inner);
  if (outcome.kind === 'already') return { kind: 'already', at: start + outcome.at };
  if (outcome.kind === 'refused') return refused(text, start, outcome.refusal.reason, outcome.refusal.handwork);
  if (open !== '') return edited(text, [{ at: start, removed: '', inserted: open + outcome.text + close }]);
  return edited(
    text,
    outcome.splices.map((splice) => ({ ...splice, at: splice.at + start })),
  );
}

function findBlock(root: RootNode, operation: BlockOperation): ElementNode | 'two' | undefined {
  const all = blocks(root, operation.op).filter((block) => !blockAttribute(block, 'src'));
  if (operation.op === 'script') {
    const setup = all.find((block) => blockAttribute(block, 'setup') !== undefined);
    const plain = all.find((block) => blockAttribute(block, 'setup') === undefined);
    // Without a wish, the block in which components are written nowadays, else the only one.
    return operation.setup === undefined ? (setup ?? plain) : operation.setup ? setup : plain;
  }
  const fitting = all.filter(
    (block) => operation.scoped === undefined || (blockAttribute(block, 'scoped') !== undefined) === operation.scoped,
  );
  return fitting.length > 1 ? 'two' : fitting[0];
}

/** Makes an edit in a block's own text, and moves its splices to where the block stands. */
function within(
  text: string,
  block: ElementNode,
  around: Surroundings,
  operation: BlockOperation,
  way: 'edit' | 'remove',
): Outcome {
  const span = contentOf(text, block);
  if (!span) return refused(text, block.loc.start.offset, 'the block has no content', handwork(operation, around));
  const content = text.slice(span.start, span.end);
  const inner = { ...around, file: `${around.file}.${languageOf(block, operation.op)}` };
  const outcome =
    operation.op === 'script'
      ? script[way](content, operation.script, inner)
      : style[way](content, operation.style, inner);
  if (outcome.kind === 'already') return { kind: 'already', at: outcome.at + span.start };
  if (outcome.kind === 'edited')
    return edited(
      text,
      outcome.splices.map((splice) => ({ ...splice, at: splice.at + span.start })),
    );
  const { reason, line, column, handwork: by } = outcome.refusal;
  const at = line === undefined ? span.start : span.start + offsetIn(content, line, column ?? 1);
  return refused(text, at, reason, by);
}

function offsetIn(text: string, line: number, column: number): number {
  let at = 0;
  for (let count = 1; count < line; count += 1) at = text.indexOf('\n', at) + 1;
  return at + column - 1;
}

function languageOf(block: ElementNode, op: 'script' | 'style'): string {
  const lang = blockAttribute(block, 'lang');
  return lang ?? (op === 'script' ? 'js' : 'css');
}

/** A block that is not there yet, with the edit in it: scripts stand first, styles last. */
function makeBlock(text: string, root: RootNode, operation: BlockOperation, around: Surroundings): Outcome {
  const eol = lineBreakOf(text) ?? around.style.eol;
  const isScript = operation.op === 'script';
  const other = blocks(root, operation.op)[0];
  const lang = other && blockAttribute(other, 'lang');
  const inner = { ...around, file: `${around.file}.${lang ?? (isScript ? 'js' : 'css')}` };
  const made = isScript ? script.edit('', operation.script, inner) : style.edit('', operation.style, inner);
  if (made.kind !== 'edited') return made;
  const setup = isScript && operation.setup !== false ? ' setup' : '';
  const scoped = !isScript && operation.scoped ? ' scoped' : '';
  const open = `<${operation.op}${setup}${scoped}${lang ? ` lang="${lang}"` : ''}>`;
  const block = `${open}${eol}${made.text.trim()}${eol}</${operation.op}>`;
  if (isScript) {
    const shift = text.startsWith('\uFEFF') ? 1 : 0;
    return edited(text, [{ at: shift, removed: '', inserted: block + eol + eol }]);
  }
  const end = text.trimEnd().length;
  return edited(text, [
    { at: end, removed: '', inserted: (end === 0 ? '' : eol + eol) + block + (end === text.length ? eol : '') },
  ]);
}

function handwork(operation: ComponentOperation, around: Surroundings): string {
  if (operation.op === 'template-child' || operation.op === 'template-wrap') return templateHandwork(operation);
  const own =
    operation.op === 'script'
      ? scriptHandwork(undefined, operation.script, around.style)
      : styleHandwork('', operation.style);
  return `In the <${operation.op}> of the component: ${own}`;
}
