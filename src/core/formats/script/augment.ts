import type { CodeStyle } from '../../text/code-style.ts';
import type { Splice } from '../../text/splices.ts';
import { indentAt, lineStart } from '../../text/positions.ts';
import { edited, refused } from '../format.ts';
import { statementBehind, statementCut } from './layout.ts';
import type { AugmentOperation, ScriptEditor } from './operations.ts';
import { parseStatements, sameCode } from './same-code.ts';
import { keyName, type Node, type NodeOf, type Script } from './syntax.ts';

type Interface = NodeOf<'TSInterfaceDeclaration'>;

/** Members of an interface of another module, added as TypeScript merges them (Handbook, "Module Augmentation"). */
export const augmentations: ScriptEditor<AugmentOperation> = {
  edit(script, operation, style, around) {
    const { text } = script;
    if (!/\.[cm]?tsx?$/.test(around.file))
      return refused(
        text,
        undefined,
        'only a TypeScript file can add to the types of a module',
        handwork(operation, style),
      );
    const found = find(script, operation);
    const missing: string[] = [];
    for (const code of operation.members) {
      const present = found && memberLike(found.held, code);
      if (present && !present.same)
        return refused(
          text,
          present.node.start,
          'a member of that name is there already, of another type',
          handwork(operation, style),
        );
      if (!present) missing.push(code);
    }
    const [first] = found?.held ?? [];
    if (found && missing.length === 0) return { kind: 'already', at: first?.start ?? 0 };
    if (found?.held.at(-1)) return edited(text, intoInterface(text, found.held.at(-1) as Interface, missing, style));
    const block = found?.block;
    const lines = declaration(operation, missing, style);
    if (block?.body) {
      const inner = lines.slice(1, -1).join(style.eol);
      const at = lineStart(text, block.body.end - 1);
      return edited(text, [{ at, removed: '', inserted: inner + style.eol }]);
    }
    const isModule = script.program.body.some((node) => /^(Import|Export)/.test(node.type));
    const code = [...(isModule ? [] : [`export {}${style.semicolons ? ';' : ''}`, '']), ...lines].join(style.eol);
    const last = script.program.body.at(-1);
    if (last) return edited(text, [statementBehind(script, last, code, style, true)]);
    const end = text.trimEnd().length;
    return edited(text, [
      { at: end, removed: '', inserted: (end > 0 ? style.eol : '') + code + (end === text.length ? style.eol : '') },
    ]);
  },
  remove(script, operation) {
    const { text } = script;
    const found = find(script, operation);
    const going = (found?.held ?? []).flatMap((one) =>
      operation.members.flatMap((code) => {
        const member = memberLike([one], code);
        return member?.same ? [{ one, member: member.node }] : [];
      }),
    );
    if (!found || going.length === 0) return { kind: 'already', at: 0 };
    const { block, held } = found;
    const [only] = held;
    const all = held.length === 1 && only && only.body.body.length === going.length;
    if (all && block.body?.body.length === 1) return edited(text, [statementCut(text, block, true)]);
    if (all) return edited(text, [statementCut(text, only, true)]);
    return edited(
      text,
      going.map(({ member }) => statementCut(text, member)),
    );
  },
  handwork: (_, operation, style) => handwork(operation, style),
};

type Module = NodeOf<'TSModuleDeclaration'>;

/** The block that adds to the module, and the interfaces of that name in it. */
function find(script: Script, operation: AugmentOperation): { block: Module; held: Interface[] } | undefined {
  let first: { block: Module; held: Interface[] } | undefined;
  for (const node of script.program.body) {
    if (!isAugmentation(node, operation.module) || !node.body || !('body' in node.body)) continue;
    const held = (node.body.body as Node[]).flatMap((one): Interface[] => {
      const declared = one.type === 'ExportNamedDeclaration' && one.declaration ? one.declaration : one;
      return declared.type === 'TSInterfaceDeclaration' && declared.id.name === operation.interface ? [declared] : [];
    });
    if (held.length > 0) return { block: node, held };
    first ??= { block: node, held };
  }
  return first;
}

function isAugmentation(node: Node, module: string): node is Module {
  if (node.type !== 'TSModuleDeclaration') return false;
  if (node.id.type === 'Identifier') return node.id.name === 'global' && module === 'global' && node.declare;
  return node.id.type === 'Literal' && node.id.value === module;
}

function memberLike(held: readonly Interface[], code: string): { node: Node; same: boolean } | undefined {
  const [declared] = parseStatements(`interface A { ${code} }`, 'member.ts');
  const [wanted] = declared?.type === 'TSInterfaceDeclaration' ? declared.body.body : [];
  if (!wanted) return undefined;
  const name = memberName(wanted);
  for (const one of held)
    for (const member of one.body.body) {
      if (sameCode(member, wanted)) return { node: member, same: true };
      if (name !== undefined && memberName(member) === name) return { node: member, same: false };
    }
  return undefined;
}

function memberName(node: Node): string | undefined {
  if (node.type === 'TSPropertySignature' || node.type === 'TSMethodSignature') return keyName(node.key, node.computed);
  return undefined;
}

function intoInterface(text: string, held: Interface, members: readonly string[], style: CodeStyle): Splice[] {
  const last = held.body.body.at(-1);
  const outer = indentAt(text, held.start);
  const end = style.semicolons ? ';' : '';
  const indent =
    last && text.slice(held.body.start, last.start).includes('\n') ? indentAt(text, last.start) : outer + style.indent;
  const lines = members.map((member) => `${style.eol}${indent}${member}${end}`).join('');
  if (!last) {
    const inner = text.slice(held.body.start + 1, held.body.end - 1);
    const at = held.body.start + 1;
    if (inner.trim() === '') return [{ at, removed: inner, inserted: lines + style.eol + outer }];
    return [{ at: at + inner.trimEnd().length, removed: '', inserted: lines }];
  }
  if (text.slice(held.body.start, last.start).includes('\n')) return [{ at: last.end, removed: '', inserted: lines }];
  const open = /[;,]$/.test(text.slice(last.start, last.end)) ? '' : ';';
  return [{ at: last.end, removed: '', inserted: `${open} ${members.join('; ')}` }];
}

function declaration(
  { module, interface: name }: AugmentOperation,
  members: readonly string[],
  style: CodeStyle,
): string[] {
  const quote = style.quotes === 'single' ? "'" : '"';
  const end = style.semicolons ? ';' : '';
  return [
    module === 'global' ? 'declare global {' : `declare module ${quote}${module}${quote} {`,
    `${style.indent}interface ${name} {`,
    ...members.map((member) => `${style.indent.repeat(2)}${member}${end}`),
    `${style.indent}}`,
    '}',
  ];
}

function handwork(operation: AugmentOperation, style: CodeStyle): string {
  return `put this at the end of a TypeScript module:\n  ${declaration(operation, operation.members, style).join('\n  ')}`;
}
