import { isGenerated, isWorkspaceFolder } from '../ecosystems/marks.ts';
import path from 'node:path';
import { readText } from '../text/utf8.ts';
import type { Reader } from '../ports.ts';
import { countVotes, noVotes, styleFromVotes, type CodeStyle } from '../text/code-style.ts';
import type { WorkspacePlace } from './host.ts';

const MOST_SAMPLES = 16;
const MOST_FOLDERS = 40;
const MOST_BYTES = 100_000;

/** How a workspace's own sources are written, judged from a sample of them. */
export function findStyle(reader: Reader, root: string, { folder }: WorkspacePlace): CodeStyle {
  const votes = noVotes();
  const top = path.join(root, folder);
  const scripts = sampleSources(reader, top, SCRIPTS);
  // Where there are no scripts, sources of PHP show how people indent and quote.
  for (const file of scripts.length > 0 ? scripts : sampleSources(reader, top, PHP)) {
    const text = readText(reader, file);
    if (text !== undefined && text.length < MOST_BYTES) countVotes(scriptOf(text, file), votes);
  }
  return styleFromVotes(votes);
}

/** TypeScript if the workspace is set up for it, else JavaScript. */
export function findLanguage(reader: Reader, root: string, { folder, manifest }: WorkspacePlace): 'ts' | 'js' {
  const hasConfig = reader.kind(path.join(root, folder, 'tsconfig.json')) !== undefined;
  const { dependencies, devDependencies } = manifest.sections;
  return hasConfig || dependencies.typescript !== undefined || devDependencies.typescript !== undefined ? 'ts' : 'js';
}

/** The scripts inside a component file; any other file's text as it is. */
export function scriptOf(text: string, file: string): string {
  if (file.endsWith('.astro')) return /^\uFEFF?\s*---[ \t]*\r?\n([\s\S]*?)^---/m.exec(text)?.[1] ?? '';
  if (!/\.(vue|svelte)$/.test(file)) return text;
  return scriptsIn(text).join('\n');
}

/** What stands in script elements, found from one end to the other once: whoever leaves them open makes nobody search again. */
function scriptsIn(text: string): string[] {
  const found: string[] = [];
  for (let at = text.indexOf('<script'); at !== -1; at = text.indexOf('<script', at)) {
    const start = text.indexOf('>', at) + 1;
    const end = start === 0 ? -1 : text.indexOf('</script>', start);
    if (end === -1) break;
    found.push(text.slice(start, end));
    at = end;
  }
  return found;
}

const SCRIPTS = /(?<!\.d)\.([cm]?[jt]sx?|vue|svelte|astro)$/;
const PHP = /\.php$/;

function sampleSources(reader: Reader, top: string, sources: RegExp): string[] {
  const samples: string[] = [];
  const folders = [top];
  for (let visited = 0; visited < MOST_FOLDERS && samples.length < MOST_SAMPLES; visited += 1) {
    const folder = folders.shift();
    if (folder === undefined) break;
    for (const { name, kind } of reader.list(folder)) {
      if (kind === 'file' && sources.test(name) && !name.includes('.min.')) samples.push(path.join(folder, name));
      const passedOver =
        name.startsWith('.') ||
        /^(dist|build|out|coverage|public|vendor)$/.test(name) ||
        isGenerated(reader, folder, name);
      // A folder with a manifest of its own is another workspace.
      const isWorkspace = (): boolean => isWorkspaceFolder(reader, path.join(folder, name));
      if (kind === 'folder' && !passedOver && !isWorkspace()) folders.push(path.join(folder, name));
    }
  }
  return samples.slice(0, MOST_SAMPLES);
}
