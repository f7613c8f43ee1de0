import { isGenerated } from '../ecosystems/marks.ts';
import type { LinkTask } from '../ecosystems/work.ts';
import { ALL_WORK } from '../ecosystems/works.ts';
import { leadsTo } from '../ecosystems/links.ts';
import { SCRATCH_PREFIX } from '../text/temporary-names.ts';
import { randomBytes } from 'node:crypto';
import path from 'node:path';
import type { Context } from '../host/context.ts';
import { encode, readText } from '../text/utf8.ts';
import { hideValues, revealValues, secretKeys } from '../formats/dotenv/environment-secrets.ts';
import type { Doors, FileDoor } from '../ports.ts';
import { askGit, repositoryTop } from '../survey/git.ts';

/** A copy of a host in a folder for temporary files, which only the user may look into. */
export interface Scratch {
  /** Absolute root of the copy. */
  root: string;
  /** The folder that stands for the repository's top: the root, or one above it where the project lies below the top. */
  top: string;
  /** The folder for what is needed for a moment: tools keep caches there by one name for all projects. */
  temporary: string;
  /** The style sheets that were in it from the start, with their texts. */
  sheets: ReadonlyMap<string, string>;
  /** Ends what still works in it, and removes it. */
  remove(): Promise<void>;
}

// Caches and results of frameworks in folders of their own: no build reads them, and some name places by their absolute paths.
const NEVER = new Set([
  '.git',
  '.ligament',
  '.output',
  '.next',
  '.nuxt',
  '.svelte-kit',
  '.angular',
  '.turbo',
  '.cache',
]);
// What is most likely built, where no version control tells.
const BUILT = new Set(['dist', 'coverage']);

/**
 * Copies a host for proofs: sources are copied, installed packages linked, so that it is cheap and nothing that a
 * build writes beside its sources reaches the host. Links between workspaces lead to the copies. With `packagesInside` packages are no
 * links but the same files once more: some bundlers follow no link out of a project. Environment files are for their owner only, and
 * the secrets in them that Ligament has put in are made-up ones.
 */
export async function makeScratch(
  { doors, host, ledgers }: Pick<Context, 'doors' | 'host' | 'ledgers'>,
  { packagesInside = false, outputs = [] }: { packagesInside?: boolean; outputs?: readonly string[] } = {},
): Promise<Scratch> {
  const { files, processes } = doors;
  const folder = files.scratchFolder(SCRATCH_PREFIX);
  doors.leftovers?.scratch(folder);
  const repository = repositoryTop(files, host.root);
  const inside = repository === undefined ? '' : path.relative(repository, host.root);
  // A build that writes beside its project still writes into the scratch folder.
  const top = path.join(folder, 'parent', ...(inside === '' ? ['host'] : []));
  const root = path.join(top, inside);
  const remove = async (): Promise<void> => {
    await processes.endIn(folder);
    files.removeTree(folder);
  };
  try {
    const ignored = await passedOver(doors, host.root);
    for (const output of outputs) ignored.folders.add(path.join(host.root, output));
    const task: LinkTask = { files, hostRoot: host.root, root, packagesInside };
    copyTree({ ...task, ignored }, host.root, root);
    for (const { scratch } of ALL_WORK) scratch.finish(task);
    for (const ledger of ledgers) makeUpSecrets(files, root, ledger.edits);
    const temporary = path.join(folder, 'tmp');
    files.makeFolder(temporary);
    return { root, top, temporary, sheets: sheetsBelow(files, root), remove };
  } catch (error) {
    await remove();
    throw error;
  }
}

/** The style sheets below a folder, with their texts. */
export function sheetsBelow(files: FileDoor, folder: string): Map<string, string> {
  const found = new Map<string, string>();
  const look = (at: string): void => {
    for (const { name, kind } of files.list(at)) {
      const file = path.join(at, name);
      // What a framework builds for itself lies in folders of its own, some of them hidden.
      if (kind === 'folder' && !isGenerated(files, at, name) && name !== 'cache') look(file);
      if (kind !== 'folder' && name.endsWith('.css')) found.set(file, readText(files, file) ?? '');
    }
  };
  look(folder);
  return found;
}

interface PassedOver {
  folders: Set<string>;
  names: ReadonlySet<string>;
}

/** What is not copied: folders that version control ignores, each in its own place; without it, those that have the name of such. */
async function passedOver(doors: Pick<Doors, 'processes' | 'environment'>, hostRoot: string): Promise<PassedOver> {
  const args = ['ls-files', '--others', '--ignored', '--exclude-standard', '--directory', '-z'];
  const result = await askGit(doors, hostRoot, args);
  if (result.status !== 0) return { folders: new Set(), names: new Set([...NEVER, ...BUILT]) };
  const folders = result.stdout.split('\0').filter((name) => name.endsWith('/'));
  return { folders: new Set(folders.map((name) => path.join(hostRoot, name.slice(0, -1)))), names: NEVER };
}

/** Puts made-up values in the place of secrets that edits have put into a copy's files. */
function makeUpSecrets(files: FileDoor, root: string, edits: Context['ledgers'][number]['edits']): void {
  const secret = edits.filter((edit) => secretKeys([edit]).length > 0 && edit.splices.length > 0);
  for (const file of new Set(secret.map((edit) => edit.file))) {
    const text = readText(files, path.join(root, file));
    if (text === undefined) continue;
    const keys = secretKeys(secret.filter((edit) => edit.file === file));
    const { text: hidden } = hideValues(text, keys);
    const made = new Map(keys.map((key) => [key, randomBytes(32).toString('base64url')]));
    files.put(path.join(root, file), encode(revealValues(hidden, made)), 0o600);
  }
}

interface Copying extends LinkTask {
  ignored: PassedOver;
}

function copyTree(copying: Copying, from: string, to: string): void {
  const { files, hostRoot, root, ignored } = copying;
  files.makeFolder(to);
  for (const { name, kind } of files.list(from)) {
    const source = path.join(from, name);
    const target = path.join(to, name);
    const packages = kind === 'folder' && ALL_WORK.find(({ scratch }) => scratch.isPackages(source, files));
    if (packages) packages.scratch.link(copying, source, target);
    else if (
      ignored.names.has(name) ||
      ignored.folders.has(source) ||
      ALL_WORK.some((one) => one.scratch.stays(source))
    )
      continue;
    else if (kind === 'folder') copyTree(copying, source, target);
    else if (kind === 'file') {
      files.copyFile(source, target);
      if (name.startsWith('.env')) files.setMode(target, 0o600);
    } else if (kind === 'link') files.link(leadsTo(files, source, hostRoot, root), target);
  }
}
