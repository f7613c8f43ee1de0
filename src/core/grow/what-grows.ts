import type { Context } from '../host/context.ts';
import { growing } from './growing.ts';

/** What can grow in a workspace, each with what it would be made like, in words. */
export interface WhatGrows {
  workspace: string;
  stack: string;
  parts: { part: string; how: string }[];
}

export async function whatGrows(context: Context, folder: string): Promise<WhatGrows> {
  const { facts, stack, growth } = await growing(context, folder);
  const pages = growth.pages?.pages ?? [];
  const names = pages.slice(0, 3).map(({ name }) => name);
  const more = pages.length > names.length ? ` and ${pages.length - names.length} more` : '';
  const listed = pages.find((one) => one.listed)?.listed?.file ?? growth.pages?.routes?.folder;
  return {
    workspace: facts.name,
    stack: stack.title,
    parts: pages.length === 0 ? [] : [{ part: 'page', how: `like ${names.join(', ')}${more}, in ${listed ?? ''}` }],
  };
}
