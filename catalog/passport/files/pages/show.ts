import type { Response } from 'express';
import { pages, type Values } from './pages.js';

type Page = keyof typeof pages;

/** Shows a page: all are written in pages. */
export function show(res: Response, status: number, page: Page, more = {}) {
  const values = { ...res.locals, ...more } as Values;
  res.status(status).type('html').send(pages[page](values).markup);
}
