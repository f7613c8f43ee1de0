/** The script of a module, and its source map (scripts/chunk-script.mjs). */
export function chunkScript(name: string, text: string, map: string): { script: string; map: string };
