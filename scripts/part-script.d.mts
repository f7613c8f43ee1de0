/** The script of a module, and its source map (scripts/part-script.mjs). */
export function partScript(name: string, text: string, map: string): { script: string; map: string };
