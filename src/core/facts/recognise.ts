import path from 'node:path';
import type { Definition, SetUp } from '../definition/definition.ts';
import { importingFiles } from '../uses/own-imports.ts';
import type { Circumstances } from './circumstances.ts';
import { holds } from './conditions.ts';
import { findSigns, type SignPlace } from './signs.ts';

/** How somebody has set an integration up by hand. */
export interface Recognised {
  setUp: SetUp;
  /** What it was recognised by. */
  places: SignPlace[];
  /** Packages that the sources import and the manifest does not declare. */
  lacks: string[];
}

/** The first set-up of a definition whose signs are all there; else the first that lacks nothing but packages in the manifest. */
export function recognise(definition: Definition, at: Circumstances): Recognised | undefined {
  const found = (definition.already ?? []).flatMap((setUp): (Recognised & { missing: string[] })[] => {
    if (!holds(setUp.fits, at)) return [];
    const { places, missing } = findSigns(setUp.signs, at);
    const more = (setUp.also ?? []).filter(({ when }) => holds(when, at)).map((signs) => findSigns(signs, at));
    const all = [...missing, ...more.flatMap((one) => one.missing)];
    return [{ setUp, places: [...places, ...more.flatMap((one) => one.places)], lacks: [], missing: all }];
  });
  const whole = found.find(({ missing }) => missing.length === 0);
  if (whole) return whole;
  const part = found.find(({ missing, places }) => places.length > 0 && missing.every((kind) => kind === 'packages'));
  return part && { ...part, lacks: lacking(definition, part.setUp, at) };
}

/** Packages that are not declared: those of the signs, and those of the ways that the sources import. */
function lacking({ ways }: Definition, { signs }: SetUp, at: Circumstances): string[] {
  const top = path.join(at.root, at.workspace.folder);
  const imported = ways
    .flatMap(({ packages }) => Object.keys(packages))
    .filter((name) => importingFiles(at.reader, top, name, at.stack.notOwn).length > 0);
  return [...new Set([...(signs.packages ?? []), ...imported])].filter((name) => !at.workspace.package(name));
}
