import { allOf } from '../../text/in-words.ts';
import path from 'node:path';
import { isMap, isPair, isScalar, isSeq, visit } from 'yaml';
import { readYaml, start } from '../../formats/yaml/yaml-document.ts';
import type { Context } from '../../host/context.ts';
import { readText } from '../../text/utf8.ts';
import { positionAt } from '../../text/positions.ts';
import type { Decided } from './decided.ts';

// Files that containers and pipelines are started by (Compose specification; GitHub's and GitLab's docs on variables).
const FILES = /^((docker-)?compose(\.[\w-]+)?\.ya?ml|\.gitlab-ci\.yml)$/;
const WORKFLOWS = '.github/workflows';
const LISTS = /^(environment|env|variables)$/;
const LARGEST = 200_000;

/**
 * Where files of containers and pipelines list variables that the app's own environment file has too, a new one may belong there: in words,
 * with the place. Nobody else can know what it has to be there.
 */
export function listedVariables({ bare, host }: Context, all: readonly Decided[]): string[] {
  const sets = all.flatMap(({ edits }) =>
    edits.flatMap(({ file, format, operation }) => (format === 'dotenv' ? [{ file, key: operation.key }] : [])),
  );
  if (sets.length === 0) return [];
  const known = new Set([...new Set(sets.map(({ file }) => file))].flatMap((file) => keysOf(textAt(file))));
  const coming = [...new Set(sets.map(({ key }) => key).filter((key) => !known.has(key)))];
  if (coming.length === 0) return [];
  const folders = new Set(['.', ...all.map(({ facts }) => facts.folder)]);
  const files = [
    ...[...folders].flatMap((folder) =>
      namesIn(folder)
        .filter((name) => FILES.test(name))
        .map((name) => path.posix.join(folder, name)),
    ),
    ...namesIn(WORKFLOWS)
      .filter((name) => /\.ya?ml$/.test(name))
      .map((name) => `${WORKFLOWS}/${name}`),
  ];
  return files.flatMap((file) =>
    listsIn(textAt(file))
      .filter(({ names }) => names.some((name) => known.has(name)))
      .flatMap(({ names, line }) => {
        const missing = coming.filter((key) => !names.includes(key));
        return missing.length === 0
          ? []
          : [
              `${file}:${line} lists variables of the environment: put ${allOf(missing)} there by hand, if the app needs ${missing.length === 1 ? 'it' : 'them'} there.`,
            ];
      }),
  );

  function textAt(file: string): string {
    return readText(bare, path.join(host.root, file)) ?? '';
  }

  function namesIn(folder: string): string[] {
    return bare
      .list(path.join(host.root, folder))
      .filter(({ kind }) => kind === 'file')
      .map(({ name }) => name);
  }
}

function keysOf(text: string): string[] {
  return [...text.matchAll(/^\s*(?:export\s+)?([A-Za-z_]\w*)\s*=/gm)].map(([, key = '']) => key);
}

interface VariableList {
  names: string[];
  /** Counted from 1. */
  line: number;
}

/** The lists of variables in a file of YAML: maps, and lists of `NAME` and `NAME=value`. */
function listsIn(text: string): VariableList[] {
  if (text === '' || text.length > LARGEST) return [];
  const read = readYaml(text);
  if ('reason' in read) return [];
  const found: VariableList[] = [];
  visit(read.document, {
    Pair(_, { key, value }) {
      if (!isScalar(key) || !LISTS.test(String(key.value))) return;
      const items: unknown[] = isMap(value) || isSeq(value) ? value.items : [];
      const names = items.flatMap((one) => {
        const said = isPair(one) ? one.key : one;
        return isScalar(said) ? [String(said.value).split('=')[0] ?? ''] : [];
      });
      if (names.length > 0) found.push({ names, line: positionAt(text, start(key)).line });
    },
  });
  return found;
}
