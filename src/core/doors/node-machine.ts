import { familySync } from 'detect-libc';
import type { Machine } from '../ports.ts';

/** The machine that this process runs on. */
export const nodeMachine: Machine = {
  node: process.versions.node,
  os: process.platform,
  cpu: process.arch,
  user: process.geteuid?.(),
  libc() {
    return familySync() ?? undefined;
  },
};
