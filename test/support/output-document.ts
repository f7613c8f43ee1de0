import { OUTPUT } from '../../src/cli/document/schema.ts';

/** Holds what Ligament printed with `--json` against its schema. Throws an Error with what does not fit. */
export function expectDocument(args: readonly string[], stdout: string): void {
  const end = args.indexOf('--');
  const isAsked = (end < 0 ? args : args.slice(0, end)).includes('--json');
  // Of one that was ended from outside nothing may have come.
  if (!isAsked || stdout === '') return;
  const document: unknown = JSON.parse(stdout);
  const { success, error } = OUTPUT.safeParse(document);
  if (success) return;
  const { command, status } = document as { command: string; status: number };
  // Of all kinds of documents the one that it comes nearest to.
  const kinds = error.issues.flatMap((one) => (one.code === 'invalid_union' ? one.errors : [[one]]));
  const [nearest = []] = kinds
    .filter((issues) => !issues.some(({ path: [first] }) => first === 'command'))
    .toSorted((a, b) => a.length - b.length);
  const near = nearest.map(({ path, message }) => `${path.join('.')}: ${message}`);
  throw new Error(
    `the document of ${command} (${status}) is not as its schema says: ${[...new Set(near)].slice(0, 12).join('; ')}`,
  );
}
