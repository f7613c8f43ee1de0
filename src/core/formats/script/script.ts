import { styleOf, type CodeStyle } from '../../text/code-style.ts';
import { edited, refused, type Format, type Outcome } from '../format.ts';
import { augmentations } from './augment.ts';
import { namesIn } from './bindings.ts';
import { chains } from './chain.ts';
import { elements } from './elements.ts';
import { enclosures } from './enclose.ts';
import { entries } from './entries.ts';
import type { ImportSpec } from './import-spec.ts';
import { importText } from './import-text.ts';
import { importsEffect, planImport, removeImport } from './imports.ts';
import { items } from './lists.ts';
import type { ImportOperation, ScriptEditor, ScriptOperation } from './operations.ts';
import { registrations } from './register.ts';
import { statements } from './statements.ts';
import { swaps } from './swap.ts';
import { parseScript, type Script } from './syntax.ts';
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
  swap: swaps,
  enclose: enclosures,
  augment: augmentations,
} as unknown as Record<ScriptOperation['op'], ScriptEditor<ScriptOperation>>;

/** JavaScript and TypeScript, with JSX or without; see ScriptOperation for what can be asked. */
export const script: Format<ScriptOperation> = {
  edit(text, operation, around) {
    const parsed = parseScript(text, around.file);
    if ('fault' in parsed) {
      const reason = `it cannot be parsed (${parsed.fault.message})`;
      return refused(
        text,
        parsed.fault.offset,
        reason,
        scriptHandwork(undefined, operation, styleOf(text, around.style)),
      );
    }
    const style = writingOf(parsed, around.style);
    const outcome = EDITORS[operation.op].edit(parsed, operation, style, around);
    return outcome.kind === 'refused' ? withImports(outcome, scriptHandwork(parsed, operation, style)) : outcome;
  },
  remove(text, operation, around) {
    const parsed = parseScript(text, around.file);
    if (!('fault' in parsed)) return EDITORS[operation.op].remove(parsed, operation, around);
    const by = `Take out by hand what this put in:\n  ${scriptHandwork(undefined, operation, around.style)}`;
    return refused(text, parsed.fault.offset, `it cannot be parsed (${parsed.fault.message})`, by);
  },
};

/** What a developer has to do by hand for an operation, in words and code; `parsed` where the file can be read. */
export function scriptHandwork(parsed: Script | undefined, operation: ScriptOperation, style: CodeStyle): string {
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
