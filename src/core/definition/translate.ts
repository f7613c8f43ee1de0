import { bothOf, type Condition } from './conditions.ts';
import type { Definition, Piece, SetUp, Way } from './definition.ts';
import { toImports, type TieImport, type WrittenFrom } from './modules.ts';
import { onlyEntry } from './one-key.ts';
import type { ProofSpec } from './proof-kind.ts';
import { takesImports, type Tie } from './ties.ts';
import type { PackageNeed, WayFile } from './way.ts';
import type { Written } from './written.ts';
import type { WrittenFile, WrittenNeed } from './written-parts.ts';
import { pathInHost } from './host-path.ts';

type Path = readonly PropertyKey[];

/** A definition as everything here works with it, and where in the text each part of it was said. */
export interface Translated {
  definition: Definition;
  /** The path in what was written of a path in the definition. */
  origin(this: void, path: Path): Path;
}

type WrittenWay = Omit<Written['ways'][string], 'title'> & { title?: string | undefined };

/** A part of a way, with where it was said. */
interface Said {
  value: WrittenWay;
  path: Path;
}

interface Head {
  way: string;
  title: string;
  quiet?: boolean | undefined;
  path: Path;
  fits: Condition | undefined;
  proofs: readonly { proof: Record<string, unknown>; path: Path }[];
}

/** Brings what was written into one form: common parts into every way, joints and kinds of proofs from keys into members. */
export function translate(written: Written): Translated {
  const origins = new Map<string, Path>();
  const said = new Origins(origins);
  const { integration, title, kind, about, docs, ecosystem, elsewhere, belongs, choices } = written;
  const { uses, data, grow, pieces, people, tell } = written;
  const already = setUps(written, said);
  const ways = ownWays(written).map(({ head, parts }, index) => wayOf(head, parts, said.below(['ways', index])));
  const definition = dropUndefined({ integration, title, kind, about, docs, ecosystem, elsewhere, belongs, choices });
  return {
    definition: {
      ...definition,
      ...(already.length > 0 ? { already } : {}),
      ways,
      ...dropUndefined({ uses, data, grow, pieces: pieces && piecesOf(pieces), people, tell }),
    },
    origin: (path) => originIn(origins, path),
  };
}

/** Notes where parts of a definition were said. */
class Origins {
  readonly #all: Map<string, Path>;
  readonly #base: Path;

  constructor(all: Map<string, Path>, base: Path = []) {
    this.#all = all;
    this.#base = base;
  }

  below(path: Path): Origins {
    return new Origins(this.#all, [...this.#base, ...path]);
  }

  note(path: Path, was: Path): void {
    this.#all.set(keyOf([...this.#base, ...path]), was);
  }
}

function keyOf(path: Path): string {
  return path.map(String).join('\n');
}

/** By the longest part of a path whose origin is known. */
function originIn(origins: ReadonlyMap<string, Path>, path: Path): Path {
  for (let length = path.length; length > 0; length -= 1) {
    const found = origins.get(keyOf(path.slice(0, length)));
    if (found) return [...found, ...path.slice(length)];
  }
  return path;
}

function proofsAt(proofs: readonly Record<string, unknown>[] | undefined, path: Path): Head['proofs'] {
  return (proofs ?? []).map((proof, index) => ({ proof, path: [...path, index] }));
}

/** What shows that a project is set up by hand, each with its own proofs or those of all ways. */
function setUps({ already = [], proofs }: Written, said: Origins): SetUp[] {
  return already.map(({ fits, also, ranges, proofs: own, ...signs }, index) => {
    const path = ['already', index];
    const at = said.below(path);
    const all = own ? proofsAt(own, [...path, 'proofs']) : proofsAt(proofs, ['proofs']);
    return {
      ...dropUndefined({ fits, also, ranges }),
      signs,
      proofs: all.map(({ proof, path: place }, nth) => proofOf(proof, at.below(['proofs', nth]), place)),
    };
  });
}

function ownWays({ ways, common, proofs }: Written): { head: Head; parts: Said[] }[] {
  return Object.entries(ways).map(([name, way]) => {
    const path = ['ways', name];
    const head: Head = {
      way: name,
      title: way.title,
      quiet: way.quiet,
      path,
      fits: bothOf(common?.fits, way.fits),
      proofs: [...proofsAt(proofs, ['proofs']), ...proofsAt(way.proofs, [...path, 'proofs'])],
    };
    return { head, parts: [...(common ? [{ value: common, path: ['common'] }] : []), { value: way, path }] };
  });
}

function wayOf({ way, title, quiet, path, fits, proofs }: Head, parts: readonly Said[], at: Origins): Way {
  at.note([], path);
  const packages: Way['packages'] = {};
  const fragments: Way['fragments'] = {};
  const ties: Tie[] = [];
  const files: WayFile[] = [];
  const commands: Way['commands'] = [];
  const tell: string[] = [];
  let formatter: string | undefined;
  for (const { value, path: own } of parts) {
    for (const [name, need] of Object.entries(value.packages ?? {})) {
      packages[name] = needOf(need);
      at.note(['packages', name], [...own, 'packages', name]);
      if (typeof need === 'string') at.note(['packages', name, 'range'], [...own, 'packages', name]);
    }
    for (const [name, variants] of Object.entries(value.fragments ?? {})) {
      fragments[name] = variants;
      at.note(['fragments', name], [...own, 'fragments', name]);
    }
    value.ties?.forEach((one, index) => {
      ties.push(tieOf(one, at.below(['ties', ties.length]), [...own, 'ties', index]));
    });
    value.files?.forEach((one, index) => {
      at.note(['files', files.length], [...own, 'files', index]);
      files.push(fileOf(one));
    });
    formatter = value.formatter ?? formatter;
    tell.push(...(value.tell ?? []));
    value.commands?.forEach((one, index) => {
      at.note(['commands', commands.length], [...own, 'commands', index]);
      commands.push(one);
    });
  }
  return {
    way,
    title,
    ...dropUndefined({ quiet, fits }),
    packages,
    ties,
    ...(files.length > 0 ? { files } : {}),
    ...(Object.keys(fragments).length > 0 ? { fragments } : {}),
    ...(commands.length > 0 ? { commands } : {}),
    ...(tell.length > 0 ? { tell } : {}),
    ...dropUndefined({ formatter }),
    proofs: proofs.map(({ proof, path: own }, index) => proofOf(proof, at.below(['proofs', index]), own)),
  };
}

function piecesOf(pieces: NonNullable<Written['pieces']>): Record<string, Piece> {
  const entries = Object.entries(pieces).map(
    ([name, { needs = [], files }]) => [name, { needs, files: files.map(fileOf) }] as const,
  );
  return Object.fromEntries(entries);
}

function needOf(need: WrittenNeed): PackageNeed {
  return typeof need === 'string'
    ? { range: need, section: 'production' }
    : { ...need, section: need.section ?? 'production' };
}

function fileOf({ file, ...rest }: WrittenFile): WayFile {
  const { file: own, native } = pathInHost(file);
  return { ...rest, file: own, ...(native ? { native } : {}) };
}

function tieOf(written: Record<string, unknown>, at: Origins, path: Path): Tie {
  const [joint, value] = onlyEntry(written);
  const { from, esm, ...members } = value as { from?: WrittenFrom; esm?: boolean };
  at.note([], [...path, joint]);
  const imports = importsNoted(from ?? {}, at, [...path, joint], esm);
  return { at: joint, ...members, ...(takesImports(joint) ? { imports } : {}) } as unknown as Tie;
}

function proofOf(written: Record<string, unknown>, at: Origins, path: Path): ProofSpec {
  const [kind, value] = onlyEntry(written);
  const { from, ties, plants, ...members } = value as {
    from?: WrittenFrom | string;
    ties?: Record<string, unknown>[];
    plants?: Record<string, string>;
  };
  at.note([], [...path, kind]);
  const planted = Object.entries(plants ?? {}).map(([file, text]) => {
    const own = pathInHost(file).file;
    at.note(['plants', own], [...path, kind, 'plants', file]);
    return [own, text] as const;
  });
  return {
    proof: kind,
    ...members,
    // A kind may have a member of that name that says something else.
    ...(typeof from === 'object' ? { imports: importsNoted(from, at, [...path, kind]) } : dropUndefined({ from })),
    ...(plants ? { plants: Object.fromEntries(planted) } : {}),
    ...(ties
      ? { ties: ties.map((one, index) => tieOf(one, at.below(['ties', index]), [...path, kind, 'ties', index])) }
      : {}),
  };
}

function importsNoted(from: WrittenFrom, at: Origins, path: Path, esm?: boolean): TieImport[] {
  Object.keys(from).forEach((module, index) => {
    at.note(['imports', index], [...path, 'from', module]);
  });
  return toImports(from, esm);
}

function dropUndefined<Part extends object>(part: Part): Part {
  return Object.fromEntries(Object.entries(part).filter(([, value]) => value !== undefined)) as Part;
}
