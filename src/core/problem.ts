/** The exit statuses of the program; docs/exit-codes.md says what each promises. */
export const EXIT = {
  done: 0,
  notProved: 1,
  wrongUsage: 2,
  refused: 3,
  putBack: 4,
  recoveryNeeded: 5,
  interrupted: 130,
} as const;

export type ExitStatus = (typeof EXIT)[keyof typeof EXIT];

export interface Place {
  /** Path, relative to the host's root where it lies in the host. */
  file: string;
  line?: number;
  column?: number;
}

/** A proof that failed. */
export interface FailedProof {
  integration: string;
  title: string;
  /** The workspace's folder. */
  workspace: string;
  /** The side of it, where it has more than one. */
  side: string | undefined;
  /** The kind of proof. */
  kind: string;
  /** What was to be checked, and what was looked at when it failed. */
  promised: string;
  checked: string;
  /** What was missed, and where. */
  missed: string[];
  /** The proofs that held before it, one line each. */
  held: string[];
  /** The lines of the tool's output that matter. */
  output: string | undefined;
  /** Where all of the output is. */
  log: string | undefined;
}

export interface ProblemParts {
  status: ExitStatus;
  /** What is wrong, one sentence without a full stop at its end. */
  what: string;
  where?: Place | undefined;
  /** The lines in question with what is wrong underlined, as exact text. */
  frame?: string | undefined;
  why?: string | undefined;
  /** What the developer can do next. */
  next?: string | undefined;
  /** Exact text to put in by hand, possibly several lines. */
  handwork?: string | undefined;
  /** Lines of a tool's output that matter. */
  output?: string | undefined;
  /** Where it is a proof that failed: all of it. */
  proof?: FailedProof | undefined;
}

/** Anything that stops a command: what, where, why and what to do next, with the exit status it ends in. */
export class Problem extends Error {
  readonly parts: ProblemParts;

  constructor(parts: ProblemParts) {
    super(parts.what);
    this.name = 'Problem';
    this.parts = parts;
  }

  /** Whether something thrown is a Problem; parts of the bundled program each have a class of their own. */
  static is(thrown: unknown): thrown is Problem {
    return thrown instanceof Error && thrown.name === 'Problem' && 'parts' in thrown;
  }

  get status(): ExitStatus {
    return this.parts.status;
  }
}

// What a system answers where a file may not be touched, where space or handles are used up, or where a disk is broken.
const SYSTEM_CODES = [
  'EACCES',
  'EPERM',
  'EROFS',
  'ENOSPC',
  'EDQUOT',
  'EMFILE',
  'ENFILE',
  'EIO',
  'ELOOP',
  'ENAMETOOLONG',
];

/**
 * The problem in an error of the file system; undefined for any other. For errors outside of a change in flight, which
 * reports its own: nothing has been written then.
 */
export function systemProblem(error: unknown): Problem | undefined {
  if (!(error instanceof Error)) return undefined;
  const { code, path: file } = error as NodeJS.ErrnoException;
  if (code === undefined || !SYSTEM_CODES.includes(code)) return undefined;
  return new Problem({
    status: EXIT.refused,
    what: 'The system refused access to a file',
    ...(file === undefined ? {} : { where: { file } }),
    why: error.message,
    next: 'Check permissions, free space and the disk. Nothing was changed.',
  });
}
