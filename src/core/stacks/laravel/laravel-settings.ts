import type { Edit } from '../../edits/edit.ts';
import { quoted } from '../../formats/php/arrays.ts';
import { phpValue } from '../../formats/php/code.ts';
import type { Ground } from '../../joints/ground.ts';
import type { JointOf } from '../../joints/joint.ts';

/**
 * Settings of a package in the app's own configuration (Laravel's docs, "Package Development", "Configuration"). What is named here takes
 * the place of what the package brings under that name, and the rest stays the package's: they are merged at the first level only.
 */
export function settingsJoint(ground: Ground): JointOf<'framework.settings'> {
  const folder = ground.inHost('config');
  return {
    name: 'framework.settings',
    state: 'makeable',
    file: folder,
    detail: 'a file for each package',
    tie({ package: name, values }): Edit[] {
      const file = `${folder}/${name}.php`;
      return Object.entries(values).map(([key, value]) => ({
        file,
        format: 'php',
        operation: {
          op: 'entry',
          array: 'returned',
          pointer: '',
          key: quoted(key),
          code: phpValue(value),
          any: true,
        },
        seed: '<?php\n\nreturn [\n];\n',
      }));
    },
  };
}
