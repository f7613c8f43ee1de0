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
    const growth = await growthOf(new Ground(context.reader, context.host.root, place.stack.workspace), place.stack);
    const pages = growth.layout?.()?.pages ?? [];
    if (pages.length > 0) parts.push({ part: 'layout', how: aroundOf(pages) });
    const entities = growth['list-page']?.()?.entities ?? [];
    if (entities.length > 0) parts.push({ part: 'list-page', how: `of ${someOf(entities.map(({ name }) => name))}` });
    const bundles = growth.bundle?.().standing;
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

const FIRST = 'the first one, in its plainest form';

function aroundOf(pages: readonly Standing[]): string {
  return `around pages at ${someOf(pages.flatMap(({ address }) => address ?? []))}`;
}

function besideOf(bundles: readonly Bundle[]): string {
  return bundles.length === 0 ? FIRST : `beside ${someOf(bundles.map(({ name }) => name))}`;
}

function howOf({ standing, routes }: KindGrowth): string {
  if (standing.length === 0) return FIRST;
  const listed = standing.find((one) => one.listed)?.listed?.file;
  const place = listed ?? routes?.folder ?? path.posix.dirname(standing[0]?.file ?? '');
  return `like ${someOf(standing.map(({ name }) => name))}, in ${place}`;
}

const MOST_NAMED = 3;

function someOf(names: readonly string[]): string {
  const more = names.length > MOST_NAMED ? ` and ${names.length - MOST_NAMED} more` : '';
  return names.slice(0, MOST_NAMED).join(', ') + more;
}
