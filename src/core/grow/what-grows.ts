import path from 'node:path';
import type { JointName } from '../definition/joints.ts';
import { kitsFor } from '../facts/pieces.ts';
import type { Context } from '../host/context.ts';
import { Ground } from '../joints/ground.ts';
import type { AlikePart, Bundle, KindGrowth, Standing } from '../joints/growth.ts';
import type { Part } from './grow-request.ts';
import { growingSides, growthOf, withoutParts } from './growing.ts';
import { themePlace, type ThemeOf } from './theme/theme-place.ts';
import { themeHomes } from './theme/theme-homes.ts';

/** What can grow in a workspace, each with what it would be made like, in words. */
export interface WhatGrows {
  workspace: string;
  stack: string;
  parts: { part: Part; how: string }[];
}

const ALIKE: readonly AlikePart[] = ['page', 'component', 'endpoint', 'middleware'];

const THEME_PARTS: readonly [Part, ThemeOf][] = [
  ['colour', 'colours'],
  ['font', 'fonts'],
  ['container', 'widths'],
  ['type-scale', 'sizes'],
];

/** Tells what can grow in a workspace, given by its folder. */
export async function whatGrows(context: Context, folder: string): Promise<WhatGrows> {
  const sides = await growingSides(context, folder);
  const [first] = sides;
  if (!first) throw new Error(`no stack has ${folder}`);
  const found = ALIKE.flatMap((part) => {
    const kinds = sides.flatMap(({ place, kindOf }) => {
      const kind = kindOf(part);
      return kind ? [{ part, title: place.stack.title, how: howOf(kind) }] : [];
    });
    return kinds.slice(0, 1);
  });
  const { facts, stack } = first.place;
  const ground = new Ground(withoutParts(context), context.host.root, stack.workspace);
  const homes = await themeHomes(context, first.place);
  const titles = new Set(found.map(({ title }) => title));
  const parts: WhatGrows['parts'] = found.map(({ part, how }) => ({ part, how }));
  for (const { place } of sides) {
    const own = new Ground(context.reader, context.host.root, place.stack.workspace);
    const pages = (await growthOf(own, place.stack)).layout?.()?.pages ?? [];
    if (pages.length > 0) parts.push({ part: 'layout', how: aroundOf(pages) });
  }
  for (const { place } of sides) {
    const own = new Ground(context.reader, context.host.root, place.stack.workspace);
    const bundles = (await growthOf(own, place.stack)).bundle?.().standing;
    if (bundles) parts.push({ part: 'bundle', how: besideOf(bundles) });
  }
  for (const { definition, pieces } of await kitsFor(context, first.place.stack))
    parts.push({ part: 'piece', how: `${Object.keys(pieces).join(', ')} of ${definition.title}` });
  const jointFile = (wanted: JointName): string | undefined =>
    stack.joints.find(({ name, state }) => name === wanted && state !== 'blocked')?.file;
  for (const [part, of] of THEME_PARTS) {
    const theme = themePlace(ground, of, stack.joints, homes)?.file;
    // A font needs no theme, only a sheet that loads it.
    const place = theme ?? (part === 'font' ? jointFile('styles.global') : undefined);
    if (place !== undefined) parts.push({ part, how: `in ${place}` });
  }
  const head = jointFile('page.head');
  if (head !== undefined) parts.push({ part: 'head-tag', how: `in ${head}` });
  return { workspace: facts.name, stack: titles.size > 0 ? [...titles].join(', ') : stack.title, parts };
}

function aroundOf(pages: readonly Standing[]): string {
  const all = pages.flatMap(({ address }) => address ?? []);
  const more = all.length > 3 ? ` and ${all.length - 3} more` : '';
  return `around pages at ${all.slice(0, 3).join(', ')}${more}`;
}

function besideOf(bundles: readonly Bundle[]): string {
  const names = bundles.slice(0, 3).map(({ name }) => name);
  const more = bundles.length > names.length ? ` and ${bundles.length - names.length} more` : '';
  return names.length === 0 ? 'the first one, in its plainest form' : `beside ${names.join(', ')}${more}`;
}

function howOf({ standing, routes }: KindGrowth): string {
  if (standing.length === 0) return 'the first one, in its plainest form';
  const names = standing.slice(0, 3).map(({ name }) => name);
  const more = standing.length > names.length ? ` and ${standing.length - names.length} more` : '';
  const listed = standing.find((one) => one.listed)?.listed?.file;
  const place = listed ?? routes?.folder ?? path.posix.dirname(standing[0]?.file ?? '');
  return `like ${names.join(', ')}${more}, in ${place}`;
}
