import type { Stack } from '../../joints/ground.ts';
import { phpProject, readPhp } from '../../joints/php-joints.ts';

/** Any project of PHP that no other stack has: a library, or an app without a framework that is known. */
export const php: Stack = {
  id: 'php',
  side: 'server',
  ecosystem: 'composer',
  recognise(ground) {
    const project = phpProject(ground);
    if (!project) return undefined;
    const version = /\d+(\.\d+)?/.exec(project.platform?.range ?? '')?.[0];
    const what = project.all?.type === 'project' ? 'project' : 'library';
    return version === undefined ? `PHP ${what}` : `PHP ${version} ${what}`;
  },
  read: readPhp,
};
