import type { Joint } from '../joints.ts';
import type { Reader } from '../ports.ts';
import type { WorkspaceFacts } from '../survey/survey.ts';
import { fastify } from './fastify.ts';
import { express } from './express.ts';
import { node } from './node.ts';
import { nextjs } from './nextjs.ts';
import { nuxt } from './nuxt.ts';
import { angular } from './angular.ts';
import { astro } from './astro.ts';
import { webpack } from './webpack.ts';
import { Ground, type Stack, type StackReading } from './stack.ts';
import { sveltekit } from './sveltekit.ts';
import type { Traits } from './traits.ts';
import { vite } from './vite.ts';

/** In the order in which they are asked: the first that recognises a workspace has it. */
const STACKS: readonly Stack[] = [nextjs, nuxt, angular, sveltekit, astro, vite, webpack, express, fastify, node];

export interface StackFacts {
  id: string;
  title: string;
  build: Stack['build'];
  joints: Joint[];
  absent?: StackReading['absent'];
  traits: Traits;
}

/** The stack of a workspace and where its joints are. */
export async function readStack(reader: Reader, root: string, workspace: WorkspaceFacts): Promise<StackFacts> {
  const ground = new Ground(reader, root, workspace);
  const { stack, title } = recognise(ground);
  return { id: stack.id, title, build: stack.build, ...(await stack.read(ground)) };
}

/** Only what a workspace is built with: told from its manifest, without a look at its sources. */
export function nameStack(reader: Reader, root: string, workspace: WorkspaceFacts): Pick<StackFacts, 'id' | 'title'> {
  const { stack, title } = recognise(new Ground(reader, root, workspace));
  return { id: stack.id, title };
}

function recognise(ground: Ground): { stack: Stack; title: string } {
  for (const stack of STACKS) {
    const title = stack.recognise(ground);
    if (title !== undefined) return { stack, title };
  }
  throw new Error('every workspace is at least a Node.js package');
}
