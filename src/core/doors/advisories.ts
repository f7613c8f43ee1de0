import * as z from 'zod/mini';
import type { Advisory } from '../ports.ts';

/** The answer of the bulk advisory endpoint: lists by the names of packages; what else it says is passed over. */
const answer = z.record(
  z.string(),
  z.array(
    z.object({
      title: z.string(),
      severity: z.string(),
      vulnerable_versions: z.string(),
      url: z.optional(z.string()),
    }),
  ),
);

/** Reads such an answer; nothing where it is none. */
export function readAdvisories(value: unknown): Advisory[] {
  const read = answer.safeParse(value);
  if (!read.success) return [];
  return Object.entries(read.data).flatMap(([name, all]) =>
    all.map(({ title, severity, vulnerable_versions: range, url }) => ({ name, title, severity, range, url })),
  );
}
