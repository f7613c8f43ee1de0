import type { Request } from 'express';

/** Writes down what happened, for whoever watches: no password, no address. */
export function note(what: string, req: Request, account = ''): void {
  const at = new Date().toISOString();
  const entry = { at, accounts: what, from: req.ip, account };
  console.info(JSON.stringify(entry));
}
