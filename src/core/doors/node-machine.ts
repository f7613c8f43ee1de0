import fs from 'node:fs';
import type { Machine } from '../ports.ts';

// The loader of musl has the machine's name in its own (musl's manual, "Dynamic linker").
const MUSL_NAMES: Readonly<Record<string, string>> = {
  x64: 'x86_64',
  ia32: 'i386',
  arm64: 'aarch64',
  arm: 'armhf',
  ppc64: 'powerpc64le',
  loong64: 'loongarch64',
};

/** The machine that this process runs on. */
export const nodeMachine: Machine = {
  node: process.versions.node,
  os: process.platform,
  cpu: process.arch,
  user: process.geteuid?.(),
  libc() {
    if (process.platform !== 'linux') return undefined;
    const machine = MUSL_NAMES[process.arch] ?? process.arch;
    return fs.existsSync(`/lib/ld-musl-${machine}.so.1`) ? 'musl' : 'glibc';
  },
};
