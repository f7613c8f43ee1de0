import path from 'node:path';
import { wayTo } from '../path-names.ts';
import { speltAs, wordsOf } from '../analogy/spellings.ts';
import { allDefinitions } from '../definition/catalog.ts';
import type { Definition, Piece, ProofSpec } from '../definition/definition.ts';
import { fillText } from '../definition/fill.ts';
import type { ProofKinds } from '../definition/proof-kind.ts';
import type { WayFile } from '../definition/way.ts';
import { ownFiles } from '../survey/own-files.ts';
import type { Context } from '../host/context.ts';
import type { StackFacts } from '../stacks/sides.ts';
import { circumstances, type Circumstances } from './circumstances.ts';
import { holds } from './conditions.ts';
import { settleFiles, settleProofs, valuesFor } from './settle.ts';

/** An integration that gives a workspace pieces, by one of its ways that fits. */
export interface Kit {
  definition: Definition;
  pieces: Record<string, Piece>;
  at: Circumstances;
  /** What its texts are filled with. */
  values: Readonly<Record<string, string>>;
  /** The names of components are in lower case with hyphens there. */
  isKebab: boolean;
}

/** The kits that ship whose pieces a workspace can have. */
export async function kitsFor(context: Context, stack: StackFacts): Promise<Kit[]> {
  const { doors, catalog } = context;
  const at = circumstances(context, { stack, choices: {} });
  const all = await allDefinitions(doors.files, catalog);
  const fitting = all.filter(({ pieces, ways }) => pieces && ways.some(({ fits }) => holds(fits, at)));
  if (fitting.length === 0) return [];
  const there = { at, values: valuesFor(at), isKebab: hasKebabNames(at) };
  return fitting.map((definition) => ({ definition, pieces: definition.pieces ?? {}, ...there }));
}

/** The files of a piece that are meant for a workspace, named as its components are. */
export function pieceFiles({ pieces, at, isKebab }: Kit, name: string): WayFile[] {
  const files = settleFiles(pieces[name]?.files ?? [], at);
  return isKebab ? files.map(inKebab) : files;
}

const COMPONENT = /\.(vue|[jt]sx)$/;

/** Whether most files of components are named in lower case with hyphens. */
function hasKebabNames({ reader, root, workspace }: Circumstances): boolean {
  const names = [...ownFiles(reader, path.join(root, workspace.folder))]
    .filter((file) => /(^|\/)components\//.test(file) && COMPONENT.test(file))
    .map((file) => path.posix.basename(file));
  const kebab = names.filter((one) => /^[a-z\d]+(-[a-z\d]+)+\./.test(one)).length;
  return kebab > names.filter((one) => /^[A-Z]/.test(one)).length;
}

/** A file of a piece under its name in lower case with hyphens; so are those that it loads beside it. */
function inKebab({ file, text = '', ...rest }: WayFile): WayFile {
  const renamed = (name: string): string => speltAs(wordsOf(name), 'kebab');
  const [, folder = '', name = '', ending = ''] = /^(.*\/)?([^/.]+)(\..+)$/.exec(file) ?? [];
  const beside = text.replaceAll(
    /(['"]\.\/)([A-Z]\w*)(?=(\.vue)?['"])/g,
    (_, way: string, one: string) => way + renamed(one),
  );
  return { ...rest, file: folder + renamed(name) + ending, text: beside };
}

/** The proof that the app can load some pieces. */
export function pieceProofs(kit: Kit, names: readonly string[], kinds: ProofKinds): ProofSpec[] {
  const { at, values } = kit;
  const { serve, folder } = at.stack.traits;
  if (!serve) return [];
  const imports = names.flatMap((name) => {
    const [main] = pieceFiles(kit, name);
    if (!main) return [];
    const from = wayTo(folder, fillText(main.file, values)).replace(/\.[jt]sx?$/, '');
    return [{ from, default: speltAs(wordsOf(`piece-${name}`), 'pascal') }];
  });
  const shows = `ligament can use ${names.join(' and ')}`;
  const probe = {
    proof: 'probe',
    imports,
    value: `[${imports.map((one) => one.default).join(', ')}].every(Boolean) ? '${shows}' : ''`,
    shows,
    checks: `the app can use ${names.join(', ')}`,
  };
  return settleProofs({ proofs: [probe] }, at, kinds);
}
