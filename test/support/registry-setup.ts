import { openProjectRegistry } from '../../demo/registry/open.ts';
import type { TestProject } from 'vitest/node';

/** One offline registry for all tests; it ends with them. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const registry = await openProjectRegistry();
  project.provide('registry', registry.url);
  return () => registry.close();
}

declare module 'vitest' {
  interface ProvidedContext {
    registry: string;
  }
}
