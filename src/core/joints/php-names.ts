import path from 'node:path';
import { importsOf, type PhpScript } from '../formats/php/document.ts';
import { recordOf } from '../records.ts';
import type { Ground } from './ground.ts';
import type { Stretch } from './growth.ts';
import { phpProject } from './php-joints.ts';

/** The folders that the names of an app's own classes stand for (PSR-4), longest names first. */
function roots(ground: Ground): { prefix: string; folder: string }[] {
  const { all } = phpProject(ground) ?? {};
  const found = ['autoload', 'autoload-dev'].flatMap((key) =>
    Object.entries(recordOf(recordOf(recordOf(all)[key])['psr-4'])).flatMap(([prefix, folders]) =>
      [folders].flat().flatMap((folder) => {
        const own = typeof folder === 'string' ? ground.inHost(folder.replace(/\/$/, '')) : '..';
        // A manifest may name folders outside of the project: nothing there is its own.
        return /^(\.\.|\/)/.test(own) ? [] : [{ prefix, folder: own }];
      }),
    ),
  );
  return found.sort((a, b) => b.prefix.length - a.prefix.length);
}

/** The namespace of a class by its file, relative to the host's root; undefined for one that is not loaded by its name. */
export function namespaceOf(ground: Ground, file: string): string | undefined {
  const own = roots(ground).find(({ folder }) => file.startsWith(`${folder}/`));
  if (!own) return undefined;
  const below = path.posix.relative(own.folder, path.posix.dirname(file));
  return [own.prefix.replace(/\\$/, ''), ...below.split('/')].filter((part) => part !== '').join('\\');
}

/** The file of an app's own class, and whether it is there; undefined for a class that is not its own. */
export function ownClassFile(ground: Ground, name: string): { file: string; isThere: boolean } | undefined {
  const found = roots(ground)
    .filter(({ prefix }) => name.startsWith(prefix))
    .map(({ prefix, folder }) => `${folder}/${name.slice(prefix.length).replaceAll('\\', '/')}.php`);
  const [first] = found;
  const there = ground.first(found);
  return first === undefined ? undefined : { file: there ?? first, isThere: there !== undefined };
}

/** The statement by which a file imports a class. */
export function useOf(script: PhpScript, name: string): Stretch | undefined {
  const use = script.statements.find(
    (one) => one.kind === 'namespace_use_declaration' && importsOf(script.text, one).some((each) => each.name === name),
  );
  return use && { start: use.start, end: use.end };
}
