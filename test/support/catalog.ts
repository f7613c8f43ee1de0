import path from 'node:path';
import { projectRoot } from '../../demo/registry/open.ts';
import { parseDefinition as parse } from '../../src/core/definition/parse-definition.ts';
import type { Catalog, KeptDefinitions } from '../../src/core/definition/catalog.ts';
import type { Definition } from '../../src/core/definition/definition.ts';
import { PROOF_KINDS } from '../../src/core/prove/kinds.ts';

export const proofs: Catalog['proofs'] = () => Promise.resolve(PROOF_KINDS);

const texts = new Map<string, Definition>();

/** What was read and checked by this process. */
export const kept: KeptDefinitions = {
  get: (text) => structuredClone(texts.get(text)),
  keep: (text, definition) => texts.set(text, structuredClone(definition)),
};

/** The definitions that ship. */
export const SHIPPED: Catalog = { folder: path.join(projectRoot(), 'catalog'), proofs, kept };

/** Reads a definition with every kind of proof that ships. */
export function parseDefinition(text: string, file: string): Definition {
  return parse(text, file, PROOF_KINDS);
}
