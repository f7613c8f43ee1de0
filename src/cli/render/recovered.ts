import pc from 'picocolors';
import type { Recovered } from '../../core/apply/recovery.ts';
import { printable } from './printable.ts';

/** What came of healing a host, for people. */
export function recoveredInWords(result: Recovered): string {
  if (result.outcome === 'nothing') return 'There is nothing to recover: no change was cut off here.';
  if (result.outcome === 'finished') return `${pc.green('Finished')}  ${printable(result.title)}: all had been done.`;
  const lines = [
    `${pc.green('Put back')}  ${printable(result.title)}`,
    ...result.restored.map((file) => `  ${printable(file)}`),
  ];
  if (result.restored.length === 0) lines.push('  no file had been touched yet');
  for (const file of result.kept) lines.push(`${pc.yellow('Kept')}  what somebody wrote meanwhile: ${printable(file)}`);
  if (result.handwork) lines.push(`${pc.cyan('Next')}  ${printable(result.handwork)}`);
  return lines.join('\n');
}
