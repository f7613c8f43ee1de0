import path from 'node:path';
import type { Context } from '../host/context.ts';
import type { PageGrowth } from '../joints/growth.ts';
import type { Part } from './grow-request.ts';
import { Ground } from '../joints/ground.ts';
import { growing, withoutParts } from './growing.ts';
import { themePlace } from './theme/theme-place.ts';

/** What can grow in a workspace, each with what it would be made like, in words. */
export interface WhatGrows {
  workspace: string;
  stack: string;
  parts: { part: Part; how: string }[];
}

/** Tells what can grow in a workspace, given by its folder. */
export async function whatGrows(context: Context, folder: string): Promise<WhatGrows> {
  const pages = await growing(context, folder, 'pages');
  const components = await growing(context, folder, 'components');
  const endpoints = await growing(context, folder, 'endpoints');
  const parts: WhatGrows['parts'] = [
    ...(pages.growth.pages ? [{ part: 'page' as const, how: howOf(pages.growth.pages) }] : []),
    ...(components.growth.components
      ? [{ part: 'component' as const, how: howOf({ pages: components.growth.components }) }]
      : []),
    ...(endpoints.growth.endpoints ? [{ part: 'endpoint' as const, how: howOf(endpoints.growth.endpoints) }] : []),
  ];
  const theme = await themeIn(context, folder);
  if (theme !== undefined)
    parts.push({ part: 'colour', how: `in ${theme}` }, { part: 'type-scale', how: `in ${theme}` });
  const sides = new Set([pages, components, endpoints].map(({ stack }) => stack.title));
  return { workspace: pages.facts.name, stack: [...sides].join(', '), parts };
}

/** The file of a workspace in which colours are. */
async function themeIn(context: Context, folder: string): Promise<string | undefined> {
  const { stack } = await growing(context, folder);
  const ground = new Ground(withoutParts(context), context.host.root, stack.workspace);
  return themePlace(ground, 'colour', stack.joints)?.file;
}

function howOf({ pages, routes }: Pick<PageGrowth, 'pages' | 'routes'>): string {
  const names = pages.slice(0, 3).map(({ name }) => name);
  const more = pages.length > names.length ? ` and ${pages.length - names.length} more` : '';
  const place =
    pages.find((one) => one.listed)?.listed?.file ?? routes?.folder ?? path.posix.dirname(pages[0]?.file ?? '');
  return `like ${names.join(', ')}${more}, in ${place}`;
}
