import type { ConfigAddress } from '../../formats/script/values.ts';

/** Keys by which an object is known to be Vite's configuration. */
export const CONFIG_KEYS = [
  'plugins',
  'server',
  'build',
  'resolve',
  'base',
  'css',
  'optimizeDeps',
  'preview',
  'publicDir',
  'define',
  'test',
];

/** The address of a value in Vite's configuration. */
export function at(pointer: string): ConfigAddress {
  return {
    pointer,
    helpers: ['defineConfig'],
    merges: ['mergeConfig'],
    keys: CONFIG_KEYS,
  };
}
