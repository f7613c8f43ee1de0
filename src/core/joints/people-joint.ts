import type { Edit } from '../edits/edit.ts';
import type { Ground } from './ground.ts';
import { blockedJoint, type JointOf } from './joint.ts';
import { ownClassFile } from './php-names.ts';
import type { PeopleFound } from './traits.ts';

/** The class of those who sign in to an app of PHP, as a place for traits. */
export function peopleJoint(ground: Ground, people: PeopleFound): JointOf<'people.traits'> {
  const own = people.state === 'own' ? ownClassFile(ground, people.class) : undefined;
  if (people.state !== 'own' || !own?.isThere)
    return blockedJoint('people.traits', ground.manifest, 'nobody who signs in', {
      reason: people.state === 'unfit' ? people.why.join('; ') : 'it has no class of those who sign in yet',
      handwork: 'Have the class of those who sign in use the trait.',
    });
  const { file } = own;
  return {
    name: 'people.traits',
    state: 'present',
    file,
    detail: 'those who sign in',
    tie({ trait }): Edit[] {
      const name = trait.slice(trait.lastIndexOf('\\') + 1);
      return [
        { file, format: 'php', operation: { op: 'use', name: trait } },
        { file, format: 'php', operation: { op: 'trait', name } },
      ];
    },
  };
}
