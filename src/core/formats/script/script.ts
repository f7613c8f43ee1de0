import { styleOf, type CodeStyle } from '../../text/code-style.ts';
import { edited, refused, type Format, type Outcome, type Refusal, type Surroundings } from '../format.ts';
import { augmentations } from './augment.ts';
import { namesIn } from './bindings.ts';
import { isBlocked } from './blocked.ts';
import { chains } from './chain.ts';
import { elements } from './elements.ts';
import { entries } from './entries.ts';
import { findList } from './exported.ts';
import { importText, type ImportSpec } from './import-spec.ts';
import { importsEffect, planImport, removeImport } from './imports.ts';
import { items } from './lists.ts';
import type { ImportOperation, ScriptEditor, ScriptOperation } from './operations.ts';
import { registrations } from './register.ts';
import { statements } from './statements.ts';
import { parseScript, type Script } from './syntax.ts';
import type { ConfigAddress } from './values.ts';
import { wraps } from './wrap.ts';
import { writingOf } from './writing.ts';

export type { ScriptOperation };

const imports: ScriptEditor<ImportOperation> = {
  edit(script, { import: spec }, style) {
    const { splices } = planImport(script, spec, namesIn(script), style);
    if (splices.length > 0) return edited(script.text, splices);
    return { kind: 'already', at: importsEffect(script, spec.from)?.start ?? 0 };
  },
  remove(script, { import: spec }) {
    const splices = removeImport(script, spec);
    return splices.length === 0 ? { kind: 'already', at: 0 } : edited(script.text, splices);
  },
  handwork: (script, { import: spec }, style) => `Add the line\n  ${importText(script, spec, style)}`,
};

const EDITORS = {
  import: imports,
  item: items,
  entry: entries,
  wrap: wraps,
  statement: statements,
  chain: chains,
  register: registrations,
  'wrap-element': elements,
  'child-element': elements,
  'replace-element': elements,
  augment: augmentations,
} as unknown as Record<ScriptOperation['op'], ScriptEditor<ScriptOperation>>;

/** JavaScript and TypeScript, with JSX or without; see ScriptOperation for what can be asked. */
export const script: Format<ScriptOperation> = {
  edit(text, operation, around) {
    const parsed = parseScript(text, around.file);
    if ('fault' in parsed) {
      const reason = `it cannot be parsed (${parsed.fault.message})`;
      return refused(text, parsed.fault.offset, reason, handwork(undefined, operation, styleOf(text, around.style)));
    }
    const style = writingOf(parsed, around.style);
    const outcome = EDITORS[operation.op].edit(parsed, operation, style, around);
    return outcome.kind === 'refused' ? withImports(outcome, handwork(parsed, operation, style)) : outcome;
  },
  remove(text, operation, around) {
    const parsed = parseScript(text, around.file);
    if (!('fault' in parsed)) return EDITORS[operation.op].remove(parsed, operation, around);
    const by = `Take out by hand what this put in:\n  ${handwork(undefined, operation, around.style)}`;
    return refused(text, parsed.fault.offset, `it cannot be parsed (${parsed.fault.message})`, by);
  },
};

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

function handwork(parsed: Script | undefined, operation: ScriptOperation, style: CodeStyle): string {
  const own = EDITORS[operation.op].handwork(parsed, operation, style);
  const specs: ImportSpec[] = 'imports' in operation ? (operation.imports ?? []) : [];
  if (operation.op === 'import') return own;
  if (specs.length === 0) return own.charAt(0).toUpperCase() + own.slice(1);
  const lines = specs.map((spec) => `  ${importText(parsed, spec, style).replaceAll('\n', '\n  ')}`).join('\n');
  return `Add the import\n${lines}\nand ${own}`;
}

function withImports(outcome: Outcome & { kind: 'refused' }, text: string): Outcome {
  return { ...outcome, refusal: { ...outcome.refusal, handwork: text } };
}
