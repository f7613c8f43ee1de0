import { EXIT, Problem } from '../problem.ts';
import type { Journal } from './journal.ts';

const WHEN: Record<Journal['phase'], string> = {
  writing: 'while its files were written',
  installing: 'while the package manager ran',
  installed: 'when the package manager had ended',
  running: 'while its commands ran',
  proving: 'while it was proved',
  settled: 'when all was done but to tidy up',
};

/** The problem that every command which changes or proves something ends in while a change is cut off. */
export function recoveryNeeded(journal: Journal): Problem {
  return new Problem({
    status: EXIT.recoveryNeeded,
    what: `A change did not end: ${journal.title}`,
    why: `it was begun at ${journal.startedAt} and was cut off ${WHEN[journal.phase]}`,
    next: 'Run: ligament recover. Or give --recover to attach, detach or undo, which then heal it first.',
  });
}
