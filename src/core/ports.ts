/**
 * The doors to the outside: everything that touches files, processes, the clock or a registry goes through one of
 * these, so that tests can put faults into each.
 */

export type EntryKind = 'file' | 'folder' | 'link' | 'other';

export interface Entry {
  name: string;
  kind: EntryKind;
}

/** Looking at files. Paths are absolute. Synchronous: a command is one person waiting, and this is what is fastest. */
export interface Reader {
  /** A file's bytes, or undefined where there is none (links are followed). */
  read(path: string): Uint8Array | undefined;
  /** What stands at a path, links not followed; undefined where nothing does. */
  kind(path: string): EntryKind | undefined;
  /** The entries of a folder in the order of their names; empty where there is no folder. */
  list(path: string): Entry[];
  /** The path with all links resolved; the path itself where it does not exist. */
  real(path: string): string;
  /** Whose a path is and which it is; links not followed; undefined where nothing is. */
  status(path: string): PathStatus | undefined;
}

export interface PathStatus {
  /** The number of the user that it belongs to; 0 on systems without such numbers. */
  owner: number;
  /** Permission bits. */
  mode: number;
  /** The same for two paths only where they are one file or folder (device and inode). */
  identity: string;
}

/** What a write must not leave, and what its temporary files are known by. */
export interface Within {
  /** Absolute folder. No link on the way may lead out of it or into version control's own folder, at the moment of writing. */
  root: string;
  /** A word in the names of temporary files, so that a killed write's own can be told from everybody else's. */
  mark: string;
}

/** Writing files. Every method either does all it says or throws the system's error. */
export interface FileDoor extends Reader {
  /** Permission bits of a file, undefined where there is none. */
  mode(path: string): number | undefined;
  /** Puts a file in place whole: temporary file, flush, rename, flush of the folder. Keeps mode and owner of an old one. */
  put(path: string, bytes: Uint8Array, mode?: number, within?: Within): void;
  /**
   * Makes a file that is not there yet, following no link; false where anything is in its place. All at once or not at all, whoever
   * else tries.
   */
  create(path: string, bytes: Uint8Array, mode: number, within?: Within): boolean;
  removeFile(path: string, within?: Within): void;
  /** Makes a folder and those above it; `mode` is for those that are new. */
  makeFolder(path: string, mode?: number, within?: Within): void;
  /** Removes a folder if it is empty; true if it is gone. */
  removeEmptyFolder(path: string, within?: Within): boolean;
  /** Removes a folder and all in it; of a link only the link. */
  removeTree(path: string, within?: Within): void;
  copyFile(from: string, to: string): void;
  /** Makes a symbolic link at `path` that leads to `target`. */
  link(target: string, path: string): void;
  /** The file has a second name; where that cannot be, it is copied. */
  sameFile(from: string, to: string): void;
  /** A new folder of its own in the system's folder for temporary files. */
  scratchFolder(prefix: string): string;
  /** Removes such a folder with all in it; nothing where the path is none, whoever wrote it down. */
  removeScratch(path: string, prefix: string): void;
  /** Throws the system's error if a file cannot be replaced (it or its folder cannot be written). */
  checkWritable(path: string): void;
  /** Sets the permission bits of a file. */
  setMode(path: string, mode: number): void;
}

export interface ProcessResult {
  /** Exit status; undefined where the process was ended by a signal or could not be started. */
  status: number | undefined;
  stdout: string;
  stderr: string;
  /** The system's code where it could not be started, as `ENOENT`. */
  failure?: string | undefined;
}

export interface ProcessOptions {
  cwd: string;
  /** Added to the environment of this process. */
  environment?: Record<string, string> | undefined;
  /** The whole environment: nothing else is handed down. */
  only?: Record<string, string> | undefined;
  signal?: AbortSignal | undefined;
  timeoutMs?: number | undefined;
  /** What it reads from its standard input; nothing where nothing is said. */
  input?: string | undefined;
  /** Called with what it says, as it says it. */
  onOutput?: ((text: string) => void) | undefined;
  /** Called with the process's number as soon as it runs. */
  onStart?: ((pid: number) => void) | undefined;
}

/**
 * Which process it is, for as long as anybody may ask: process numbers are given out anew, and each container counts for itself.
 * Empty texts where the system does not tell.
 */
export interface ProcessMark {
  /** The machine's name. */
  machine: string;
  /** The start of the system that it runs under (Linux: /proc/sys/kernel/random/boot_id). */
  boot: string;
  /** The namespace in which its number counts (pid_namespaces(7)). */
  namespace: string;
  pid: number;
  /** When it was started, in the system's own count (proc_pid_stat(5), field 22). */
  started: string;
}

/** Running other programs: arguments are a list, no shell reads them. */
export interface ProcessDoor {
  run(command: string, args: readonly string[], options: ProcessOptions): Promise<ProcessResult>;
  /** Which process this one is, or one that it has started. */
  mark(pid?: number): ProcessMark;
  /** Whether a process is still there; `unseen` where that cannot be told from here (another container or machine). */
  state(mark: ProcessMark): 'running' | 'ended' | 'unseen';
  /** Ends a process and those that it has started, and waits until it is gone; nothing where it is not that process any more. */
  end(mark: ProcessMark): Promise<void>;
  /** Ends every process of ours that works in a folder or below it. */
  endIn(folder: string): Promise<void>;
}

/** Where it is noted what a command leaves behind should it be killed. */
export interface LeftoverNotes {
  child(pid: number): void;
  scratch(folder: string): void;
}

export interface Clock {
  now(): Date;
}

/** The machine that a host runs on. */
export interface Machine {
  /** Version of Node.js. */
  node: string;
  os: string;
  cpu: string;
  /** The number of the user that this process acts for; undefined on systems without such numbers. */
  user: number | undefined;
  /** `glibc` or `musl`; undefined where there is none. Asked only where a package makes a difference of it. */
  libc(): string | undefined;
}

/**
 * Where packages come from: each ecosystem adds the door to its own (TypeScript, "Declaration Merging"), as
 * `ecosystems/npm/registry-door.ts` does.
 */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type -- it is merged with what ecosystems declare
export interface PackageSources {}

/** Finding the settings of a formatter by what it makes of sources, and having it lay some out. */
export interface FormatterDoor {
  /**
   * Has a version of a formatter measure sources or lay them out, in a process of its own that is told nothing of the project but these. The answer as it
   * was given; undefined where the formatter cannot be had, or gives none.
   */
  ask(name: string, version: string, task: string): Promise<string | undefined>;
}

/** A program of packages that are fetched for it, on copies of sources, in a folder of its own. */
export interface ToolRun {
  ecosystem: string;
  /** Versions by package. */
  packages: Readonly<Record<string, string>>;
  /** The program, and its arguments. */
  run: readonly string[];
  /** Texts by file, which the run may change. */
  sources: ReadonlyMap<string, string>;
  /** Files beside them, which go before sources of the same name. */
  plants: Readonly<Record<string, string>>;
  /** The folder of the project whose installed packages can be read. */
  installed?: string | undefined;
}

/** What became of it. */
export interface ToolResult {
  status: number;
  /** The sources as they are afterwards; those that went are left out. */
  sources: ReadonlyMap<string, string>;
}

/** Running a tool apart from any project. */
export interface ToolDoor {
  /** The result, `{{tools}}` and `{{packages}}` in plants and arguments being folders; undefined where the packages cannot be had or the run was cut off. */
  run(task: ToolRun): Promise<ToolResult | undefined>;
}

/** The doors that a command uses. */
export interface Doors {
  files: FileDoor;
  processes: ProcessDoor;
  clock: Clock;
  machine: Machine;
  /** Nothing may be fetched: what was fetched before must do. */
  offline: boolean;
  /** Where the packages of each ecosystem come from. */
  sources: PackageSources;
  /** Undefined where nothing is measured. */
  formatters?: FormatterDoor | undefined;
  /** Undefined where no choices are measured. */
  tools?: ToolDoor | undefined;
  /** The environment that the command was given, without the secrets in it. */
  environment: Readonly<Record<string, string | undefined>>;
  /** Set while a command starts programs that a kill would leave behind. */
  leftovers?: LeftoverNotes | undefined;
}
