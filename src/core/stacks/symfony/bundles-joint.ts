import type { Edit } from '../../edits/edit.ts';
import { namedClass } from '../class-names.ts';
import type { Ground } from '../../joints/ground.ts';
import { blockedJoint, type JointOf } from '../../joints/joint.ts';

type ModulesJoint = JointOf<'framework.modules'>;

/** The files that an app's kernel can be, relative to the workspace. */
export const KERNELS = ['src/Kernel.php', 'app/AppKernel.php', 'src/AppKernel.php'];

/** The bundles that an app registers: in a file of their own, or in its kernel (Symfony's docs, "The Bundle System"). */
export function bundlesJoint(ground: Ground): ModulesJoint {
  const list = ground.inHost('config/bundles.php');
  if (ground.has(list)) return inList(list, ground.text(list) ?? '');
  const kernel = ground.first(KERNELS.map((file) => ground.inHost(file)));
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
  const method = 'registerBundles';
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
      if (environments)
        return [
          ...imported,
          {
            file,
            format: 'php',
            operation: { op: 'statement', in: { method, only: environments }, code: `$bundles[] = ${made};` },
          },
        ];
      return [
        ...imported,
        { file, format: 'php', operation: { op: 'item', array: { method }, pointer: '', code: made } },
      ];
    },
  };
}
