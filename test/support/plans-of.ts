import fs from 'node:fs';
import path from 'node:path';
import { catalogIds, loadDefinition } from '../../src/core/definition/catalog.ts';
import { openHost } from '../../src/core/host/context.ts';
import { planAttach } from '../../src/core/plan/attach/plan-attach.ts';
import type { FileDoor } from '../../src/core/ports.ts';
import { Problem } from '../../src/core/problem.ts';
import { MemoryFiles } from './memory-files.ts';
import { CATALOG, memoryDoors, ROOT } from './memory-host.ts';

const WISHES = { take: {}, movePackages: false, whereItFits: false };

/** What every integration would do to a host of `test/stacks/hosts`: its files with their texts, or why it is refused. */
export async function plansOf(
  top: string,
  host: string,
  { separator, lineEnd }: { separator: '/' | '\\'; lineEnd: '\n' | '\r\n' },
): Promise<Record<string, Record<string, string> | string>> {
  const memory = new MemoryFiles({
    ...treeIn(path.join(top, 'test/stacks/hosts', host), ROOT, lineEnd),
    ...treeIn(path.join(top, 'catalog'), CATALOG.folder, '\n'),
  });
  const doors = memoryDoors(memory);
  if (separator === '\\') doors.files = withBackslashes(memory.door);
  const native = (place: string): string => place.replaceAll('/', separator);
  const catalog = { ...CATALOG, folder: native(CATALOG.folder), kept: undefined };
  const context = await openHost(doors, catalog, native(ROOT));
  const found: Record<string, Record<string, string> | string> = {};
  for (const id of catalogIds(doors.files, catalog)) {
    const definition = await loadDefinition(doors.files, catalog, id);
    try {
      const { files } = await planAttach(context, [{ definition, workspace: '.', choices: {} }], WISHES);
      found[id] = Object.fromEntries(files.map(({ file, after }) => [file, Buffer.from(after ?? []).toString()]));
    } catch (error) {
      if (!Problem.is(error)) throw error;
      found[id] = [error.parts.what, error.parts.why].join('\n');
    }
  }
  return found;
}

function treeIn(folder: string, root: string, lineEnd: string): Record<string, string> {
  const files = fs
    .readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && !entry.parentPath.includes('node_modules'))
    .map((entry) => path.join(entry.parentPath, entry.name));
  return Object.fromEntries(
    files.map((file) => [
      `${root}/${path.relative(folder, file)}`,
      fs.readFileSync(file, 'utf8').replace(/\r?\n/g, lineEnd),
    ]),
  );
}

/** Files as Windows has them: both separators lead to the same one, and what comes back has its own. */
function withBackslashes(door: FileDoor): FileDoor {
  const plain = (place: string): string => place.replaceAll('\\', '/');
  return {
    ...door,
    read: (place) => door.read(plain(place)),
    kind: (place) => door.kind(plain(place)),
    list: (place) => door.list(plain(place)),
    real: (place) => door.real(plain(place)).replaceAll('/', '\\'),
    status: (place) => door.status(plain(place)),
    mode: (place) => door.mode(plain(place)),
  };
}
