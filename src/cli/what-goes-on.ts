import pc from 'picocolors';
import type { ViewDoors } from '../core/apply/lock-view.ts';
import { whatGoesOn } from '../core/apply/unfinished.ts';
import type { Output } from './output.ts';
import { printable } from './render/printable.ts';

/** Tells who is at work in a project, or that a change was cut off, before it is looked at. */
export async function tellWhatGoesOn(doors: ViewDoors, root: string, output: Output): Promise<void> {
  const words = await whatGoesOn(doors, root);
  if (words !== undefined) output.note(`${pc.yellow('Note')}  ${printable(words)}`);
}
