import type { FormatOperation } from '../formats/formats.ts';
import type { SpliceRecord } from '../text/splices.ts';

/** A tie resolved to one file: data, not code. */
export type Edit = FormatOperation & {
  /** Path relative to the host's root. */
  file: string;
  /** What the file begins with where it is not there yet; absent for files that must be there. */
  seed?: string | undefined;
  /** The file holds secrets: nothing of what stands in it is shown or recorded, but what is put in. */
  private?: boolean | undefined;
  /** A new file can be run. */
  executable?: boolean | undefined;
};

/** An edit as it was made: enough to take it back. */
export type MadeEdit = Edit & { splices: SpliceRecord[]; made?: boolean | undefined };

/** Whose edits they are: one integration on one workspace. */
export interface Owner {
  integration: string;
  /** The workspace's folder. */
  workspace: string;
}

/** An integration's edits as they were made. */
export interface OwnedEdits extends Owner {
  edits: MadeEdit[];
}

/** The edit that makes a file. */
export function wholeFile(
  file: string,
  text: string,
  { generated, executable }: { generated?: boolean | undefined; executable?: boolean | undefined } = {},
): Edit {
  const operation = { op: 'file' as const, text, ...(generated ? { generated } : {}) };
  return { file, format: 'whole', operation, seed: text, ...(executable ? { executable } : {}) };
}
