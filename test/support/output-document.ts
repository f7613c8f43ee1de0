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
  const own = error.issues.flatMap((one) => ('errors' in one ? one.errors.flat() : [one]));
  const near = own
    .filter(({ path }) => path[0] !== 'command')
    .map(({ path, message }) => `${path.join('.')}: ${message}`);
  throw new Error(
    `the document of ${command} (${status}) is not as its schema says: ${[...new Set(near)].slice(0, 12).join('; ')}`,
  );
}
