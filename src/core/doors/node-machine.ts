import fs from 'node:fs';
import type { Machine } from '../ports.ts';

/** The machine that this process runs on. */
export const nodeMachine: Machine = {
  node: process.versions.node,
  os: process.platform,
  cpu: process.arch,
  user: process.geteuid?.(),
  libc() {
    if (process.platform !== 'linux') return undefined;
    if (fs.existsSync('/lib') && fs.readdirSync('/lib').some((name) => name.startsWith('ld-musl-'))) return 'musl';
    return 'glibc';
  },
};
