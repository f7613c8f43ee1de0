/** Where the script of a component stands; with `open` and `close` it is not there yet and is made between these. */
export interface ScriptRegion {
  start: number;
  end: number;
  open?: string;
  close?: string;
}

/** Whether a component's script is found by its tags alone (Svelte), or between fences (Astro). */
export function hasRegions(file: string): boolean {
  return /\.(svelte|astro)$/.test(file);
}

/** The script of a Svelte component (that of its instances), or the front matter of an Astro component; undefined for several. */
export function scriptRegion(text: string, file: string, eol: string): ScriptRegion | undefined {
  return file.endsWith('.astro') ? frontMatter(text, eol) : instanceScript(text, eol);
}

function frontMatter(text: string, eol: string): ScriptRegion {
  const match = /^(\uFEFF?\s*---[ \t]*\r?\n)([\s\S]*?)^---[ \t]*$/m.exec(text);
  if (match?.index === 0) {
    const start = (match[1] ?? '').length;
    return { start, end: start + (match[2] ?? '').length };
  }
  const start = text.startsWith('\uFEFF') ? 1 : 0;
  return { start, end: start, open: `---${eol}`, close: `---${eol}${eol}` };
}

function instanceScript(text: string, eol: string): ScriptRegion | undefined {
  const visible = text.replaceAll(/<!--[\s\S]*?-->/g, (comment) => ' '.repeat(comment.length));
  const found = [...visible.matchAll(/<script\b([^>]*)>([\s\S]*?)<\/script>/g)].filter(
    ([, attributes = '']) => !/\bmodule\b|context=/.test(attributes),
  );
  const [only, other] = found;
  if (other) return undefined;
  if (!only) {
    const start = text.startsWith('\uFEFF') ? 1 : 0;
    return { start, end: start, open: `<script>${eol}`, close: `</script>${eol}${eol}` };
  }
  const start = only.index + only[0].indexOf('>') + 1;
  return { start, end: start + (only[2] ?? '').length };
}
