import type { Edit } from '../../edits/edit.ts';
import { isBlocked, methodBlock } from '../../formats/php/arrays.ts';
import { readPhp, statementsIn, textOf, valueOf, type PhpFault, type PhpScript } from '../../formats/php/document.ts';
import { blockAt } from '../../formats/php/places.ts';
import { namedClass } from '../class-names.ts';
import type { Ground } from '../../joints/ground.ts';
import { kernelFile } from './kernel.ts';
import { blockedJoint, type JointOf } from '../../joints/joint.ts';

type ModulesJoint = JointOf<'framework.modules'>;

/** The bundles that an app registers: in a file of their own, or in its kernel (Symfony's docs, "The Bundle System"). */
export function bundlesJoint(ground: Ground): ModulesJoint {
  const list = ground.inHost('config/bundles.php');
  if (ground.has(list)) return inList(list, ground.text(list) ?? '');
  const kernel = kernelFile(ground);
  if (kernel !== undefined && /function\s+registerBundles\s*\(/.test(ground.text(kernel) ?? ''))
    return inKernel(kernel, ground.text(kernel) ?? '');
  return blockedJoint('framework.modules', kernel ?? list, 'no list of bundles', {
    reason: 'it has neither config/bundles.php nor a kernel with registerBundles()',
    handwork: 'Register the bundle where your kernel registers the others.',
  });
}

function inList(file: string, text: string): ModulesJoint {
  return {
    name: 'framework.modules',
    state: 'present',
    file,
    detail: 'the list of bundles',
    tie({ module, environments = ['all'] }): Edit[] {
      const code = `[${environments.map((one) => `'${one}' => true`).join(', ')}]`;
      const { local, edits } = namedClass(file, text, module);
      const key = `${local}::class`;
      const operation = { op: 'entry' as const, array: 'returned' as const, pointer: '', key, code, any: true };
      return [...edits, { file, format: 'php', operation }];
    },
  };
}

/** A kernel has them in its code; those for some environments only in a part of it that asks for these. */
function inKernel(file: string, text: string): ModulesJoint {
  // In a namespace a full name means something else, and most kernels import what they register.
  const imports = /^\s*namespace\s/m.test(text) || !/new\s+\\?\w+\\/.test(text);
  return {
    name: 'framework.modules',
    state: 'present',
    file,
    detail: "the kernel's bundles",
    tie({ module, environments }): Edit[] {
      const short = module.slice(module.lastIndexOf('\\') + 1);
      const made = `new ${imports ? short : module}()`;
      const imported: Edit[] = imports ? [{ file, format: 'php', operation: { op: 'use', name: module } }] : [];
      return [...imported, { file, format: 'php', operation: registration(readPhp(text), made, environments) }];
    },
  };
}

const METHOD = 'registerBundles';

/** The edit by which a kernel makes one more bundle: one that cannot be read is refused by the format. */
function registration(script: PhpScript | PhpFault, made: string, environments: readonly string[] | undefined) {
  const { yields, variable } = mannerOf(script);
  const item = { op: 'item' as const, array: { method: METHOD }, pointer: '', code: made };
  const statement = yields ? `yield ${made};` : `${variable ?? '$bundles'}[] = ${made};`;
  const inMethod = { op: 'statement' as const, in: { method: METHOD } };
  // Beside the others, before what is for some environments alone.
  if (!environments) return yields ? { ...inMethod, code: statement, before: ['if (', 'if('] } : item;
  const only = { method: METHOD, only: [...environments] };
  const isMakeable = yields || variable !== undefined;
  if (!isMakeable || 'reason' in script || !isBlocked(blockAt(script, only)))
    return { ...inMethod, in: only, code: statement };
  const list = environments.map((one) => `'${one}'`).join(', ');
  return { ...inMethod, code: `if (in_array($this->environment, [${list}], true)) {\n    ${statement}\n}` };
}

/** How a kernel gives on its bundles: one by one, or in a variable of this name; neither where it returns a list as it is. */
function mannerOf(script: PhpScript | PhpFault): { yields: boolean; variable: string | undefined } {
  const block = 'reason' in script ? undefined : methodBlock(script, { method: METHOD });
  if ('reason' in script || block === undefined || isBlocked(block)) return { yields: false, variable: undefined };
  const statements = statementsIn(block);
  const [returned] = statements.filter(({ kind }) => kind === 'return_statement').map((one) => valueOf(one));
  return {
    yields: statements.some(
      ({ kind, children }) => kind === 'expression_statement' && children[0]?.kind === 'yield_expression',
    ),
    variable: returned?.kind === 'variable_name' ? textOf(script, returned) : undefined,
  };
}
