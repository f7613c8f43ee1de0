import type { Response } from 'express';
import { settings } from './settings.js';

type Entry = 'login' | 'register' | 'forgotten' | 'reset';
type Page = Entry | 'profile' | 'message';

/** Shows a page: their views are in views/accounts. */
export function show(res: Response, status: number, page: Page, more = {}) {
  const { shortestPassword } = settings;
  // Around whole pages there is no place for a layout.
  const values = { layout: false, shortestPassword, ...more };
  res.status(status).render(`accounts/${page}`, values);
}
