import { hideValues, revealValues, secretKeys } from '../formats/dotenv/environment-secrets.ts';
import type { Edit } from './edit.ts';

/** A text in which the values of secret edits are hidden, and how to bring them back. */
export function hideSecrets(
  text: string | undefined,
  edits: readonly Edit[],
): { text: string | undefined; reveal: (text: string) => string } {
  const keys = secretKeys(edits);
  if (text === undefined || keys.length === 0) return { text, reveal: (same) => same };
  const { text: hidden, written } = hideValues(text, keys);
  return { text: hidden, reveal: (one) => revealValues(one, written) };
}
