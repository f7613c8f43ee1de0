import { ecosystem } from '../../ecosystems/ecosystems.ts';
import type { Stack } from '../../joints/ground.ts';
import { PLAIN } from '../../joints/traits.ts';

/** A workspace that no JavaScript is built in: it is read, and has no joints so far. */
export const plain: Stack = {
  id: 'plain',
  side: undefined,
  recognise({ workspace: { projects } }) {
    const [project] = projects;
    if (!project) return undefined;
    const own = ecosystem(project.ecosystem);
    if (!own.readOnly) return undefined;
    const { framework } = project;
    if (!framework) return `${own.title} project`;
    const version = /\d+(\.\d+)?/.exec(framework.version ?? '')?.[0];
    return version === undefined ? framework.name : `${framework.name} ${version}`;
  },
  read: () => Promise.resolve({ joints: [], traits: PLAIN }),
};
