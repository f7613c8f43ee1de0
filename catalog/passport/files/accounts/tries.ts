import { createHash } from 'node:crypto';
import type { Store } from 'express-rate-limit';
import * as store from './store.js';

/** Counts tries where the accounts are kept: for all processes together. */
export function tries(name: string, window: number): Store {
  // Whom it is about is not kept, only whether it is the same again.
  const idOf = (key: string): string => {
    const hash = createHash('sha256').update(`${name} ${key}`);
    return hash.digest('base64url');
  };
  return {
    localKeys: false,
    increment: async (key) => {
      const endsAt = Date.now() + window;
      const { count, until } = await store.countTry(idOf(key), endsAt);
      return { totalHits: count, resetTime: new Date(until) };
    },
    decrement: (key) => store.forgiveTry(idOf(key)),
    resetKey: (key) => store.forgetTries(idOf(key)),
  };
}
