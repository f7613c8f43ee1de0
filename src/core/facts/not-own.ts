import type { Circumstances } from './circumstances.ts';
import path from 'node:path';
import { ignoredFolders } from '../survey/ignored-folders.ts';
import { vendoredIn } from '../survey/vendored.ts';

/**
 * What is nobody's own source in a workspace: what is built or generated, what version control passes over, and what of others is
 * kept as it came. As the code of a list of globs, as JSON, and as lines of an ignore file.
 */
export function notOwn({ stack, reader, root, workspace }: Circumstances): {
  code: string;
  json: string;
  lines: string;
  php: string;
} {
  const isFile = (one: string): boolean => path.posix.extname(one) !== '';
  const { outputs } = stack.traits;
  const vendored = vendoredIn(reader, path.join(root, workspace.folder));
  const ignored = ignoredFolders(reader, root, workspace);
  const named = ignored.filter(({ anchored }) => !anchored).map(({ name }) => name);
  const folders = [...new Set([...outputs.filter((one) => !isFile(one)), ...vendored.folders, ...named])];
  const files = [...new Set([...outputs.filter(isFile), ...vendored.files])];
  const paths = [...new Set(ignored.filter(({ anchored }) => anchored).map(({ name }) => name))].filter(
    (name) => !folders.includes(name),
  );
  const globs = [
    ...folders.map((one) => `**/${one}/`),
    ...paths.map((one) => `${one}/`),
    ...files.map((one) => `**/${one}`),
  ];
  return {
    code: `[${globs.map((one) => `'${one}'`).join(', ')}]`,
    json: `[${globs.map((one) => JSON.stringify(one.endsWith('/') ? `${one}**` : one)).join(', ')}]`,
    php: `[${[...folders, ...paths.filter((one) => !isFile(one))]
      .sort()
      .map((one) => `'${one}'`)
      .join(', ')}]`,
    lines: [...folders, ...paths.map((one) => `/${one}`), ...files].join('\n'),
  };
}
