import pc from 'picocolors';
import type { ViewDoors } from '../core/apply/lock-view.ts';
import { whatGoesOn } from '../core/apply/unfinished.ts';
import type { Output } from './output.ts';
import { printable } from './render/printable.ts';

const LONGEST_MS = 120_000;

/** How long a command waits for another Ligament in the same project, and how it tells so. */
export function waiting(output: Output): { waitMs: number; onWait: (holder: string) => void } {
  return {
    waitMs: LONGEST_MS,
    onWait: (holder) => output.note(`Waiting for ${printable(holder)}, which is at work in this project.`),
  };
}

/** Tells who is at work in a project, or that a change was cut off, before it is looked at. */
export async function tellWhatGoesOn(doors: ViewDoors, root: string, output: Output): Promise<void> {
  const words = await whatGoesOn(doors, root);
  if (words !== undefined) output.note(`${pc.yellow('Note')}  ${printable(words)}`);
}
