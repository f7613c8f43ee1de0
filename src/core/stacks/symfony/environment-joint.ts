import { secretToken } from '../../formats/dotenv/environment-secrets.ts';
import type { Edit } from '../../edits/edit.ts';
import type { Ground } from '../../joints/ground.ts';
import type { JointOf } from '../../joints/joint.ts';
import { environmentEdit, ignoreJoint } from '../../joints/package-joints.ts';

/**
 * Variables of an app built with Symfony: defaults in `.env`, which is in version control; secrets of one's own machine in `.env.local`, which
 * goes before it and is not (Symfony's docs, "Overriding Environment Values via .env.local"). Apps of before Symfony 4 have `.env.dist` for the defaults.
 */
export function symfonyEnvironment(ground: Ground): JointOf<'environment.file'> {
  const shared = ground.first(['.env', '.env.dist'].map((name) => ground.inHost(name))) ?? ground.inHost('.env');
  const own = ground.inHost(shared.endsWith('.env.dist') ? '.env' : '.env.local');
  const present = ground.has(shared);
  const ignore = ignoreJoint(ground);
  return {
    name: 'environment.file',
    state: present ? 'present' : 'makeable',
    file: shared,
    detail: present ? 'the defaults of the environment' : 'a new file for the defaults of the environment',
    tie({ variables }): Edit[] {
      const all = Object.entries(variables);
      const secrets = all.filter(([, { secret }]) => secret !== undefined);
      return [
        ...all.map(([key, { value = '', example = value, comment, secret }]) =>
          environmentEdit({
            file: shared,
            key,
            value: secret === undefined ? value : example,
            comment,
            expands: false,
          }),
        ),
        ...(secrets.length > 0 ? ignore.tie({ at: 'ignore.lines', lines: [`/${own.split('/').at(-1) ?? own}`] }) : []),
        ...secrets.map(([key, { secret, comment }]) => ({
          ...environmentEdit({ file: own, key, value: secretToken(key), comment, secret, expands: false }),
          private: true as const,
        })),
      ];
    },
  };
}
