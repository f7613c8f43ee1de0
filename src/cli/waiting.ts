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
