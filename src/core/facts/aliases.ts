import type { Traits } from '../joints/traits.ts';

/** Import aliases as a configuration of Vite has them, with a comma behind ("Shared Options": `resolve.alias`); empty where there are none. */
export function aliasesCode({ aliases }: Traits): string {
  const members = [...(aliases ?? [])].map(
    ([name, folder]) =>
      `${JSON.stringify(name)}: fileURLToPath(new URL(${JSON.stringify(`./${folder}`)}, import.meta.url))`,
  );
  return members.length === 0 ? '' : `resolve: { alias: { ${members.join(', ')} } }, `;
}

/** The import that this code needs. */
export function aliasesImport(traits: Traits): string {
  return aliasesCode(traits) === '' ? '' : "import { fileURLToPath } from 'node:url';";
}
