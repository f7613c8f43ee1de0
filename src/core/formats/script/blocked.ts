import type { Node } from './syntax.ts';

/** Why something cannot be told statically, and the offset of the place. */
export interface Blocked {
  blocked: string;
  at: number;
}

export function isBlocked(value: object): value is Blocked {
  return 'blocked' in value;
}

export function blocked(reason: string, { start }: Pick<Node, 'start'>): Blocked {
  return { blocked: reason, at: start };
}
