import postcss from 'postcss';
import type { HostPackages, Typeface, TypefaceKind, WorkspacePackages } from '../work.ts';
import type { Clash } from '../../resolve/resolve.ts';
import { jsonIn } from '../../text/json-text.ts';
import { archiveFiles } from './archive-files.ts';
import { choosePackages } from './choose-packages.ts';

// How packages of typefaces are named, those with all weights in one file first (docs of Fontsource, "Install").
const SCOPES = ['@fontsource-variable', '@fontsource'];
// Since this line their style sheets load each range of characters by itself.
const RANGE = '>=5.0.0 <6.0.0';
const KINDS: readonly TypefaceKind[] = ['sans-serif', 'serif', 'monospace', 'display', 'handwriting'];

/**
 * A typeface by the name of its family, from the first package that has it; undefined where none does. Throws what the registry
 * throws.
 */
export async function typeface(
  context: HostPackages,
  family: string,
  workspace: WorkspacePackages,
): Promise<Typeface | Clash | undefined> {
  const slug = family
    .trim()
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, '-');
  if (!/^[a-z0-9]+(-[a-z0-9]+)*$/.test(slug)) return undefined;
  const registry = await context.doors.sources.npm(context.host.root);
  const names = SCOPES.map((scope) => `${scope}/${slug}`);
  for (const name of names) {
    if (!(await registry.packument(name))) continue;
    const chosen = await choosePackages(context, { [name]: { range: RANGE, section: 'production' } }, workspace, {
      take: {},
      agreed: new Map(),
    });
    if ('clash' in chosen) return chosen;
    const [one] = chosen;
    const archive = one && (await registry.archive?.(name, one.version));
    const read = archive && (await readTypeface(archive, name));
    if (one && read) return { chosen: one, names, ...read };
  }
  return undefined;
}

/** What an archive has of a typeface; undefined where it is none. */
async function readTypeface(
  archive: Uint8Array,
  name: string,
): Promise<Omit<Typeface, 'chosen' | 'names'> | undefined> {
  const files = await archiveFiles(archive, (file) => /^([\w-]+\.(css|json)|files\/[\w-]+\.woff2)$/.test(file)).catch(
    () => new Map<string, Buffer>(),
  );
  const text = (file: string): string => files.get(file)?.toString('utf8') ?? '';
  const sheet = files.has('400.css') ? '400.css' : 'index.css';
  const face = latinFace(text(sheet));
  const font = face && files.get(face.file);
  if (!font) return undefined;
  const bold = files.has('700.css') ? ['700.css'] : [];
  const sheets = sheet === 'index.css' ? [name] : [sheet, ...bold].map((one) => `${name}/${one}`);
  const { category } = Object(jsonIn(text('metadata.json'))) as { category?: unknown };
  return { family: face.family, kind: KINDS.find((one) => one === category) ?? 'sans-serif', sheets, font };
}

/** The upright face that has the letters of English, by its family and its file. */
function latinFace(css: string): { family: string; file: string } | undefined {
  let found: { family: string; file: string } | undefined;
  let sheet: postcss.Root;
  try {
    sheet = postcss.parse(css);
  } catch {
    return undefined;
  }
  sheet.walkAtRules('font-face', (rule) => {
    const said = new Map(rule.nodes?.flatMap((one) => (one.type === 'decl' ? [[one.prop, one.value] as const] : [])));
    const family = /^(['"])([\w -]{1,60})\1$/.exec(said.get('font-family') ?? '')?.[2];
    const file = /url\(["']?\.\/(files\/[\w-]+\.woff2)["']?\)/.exec(said.get('src') ?? '')?.[1];
    const isLatin = /^U\+0+(-|,|$)/.test(said.get('unicode-range') ?? 'U+0');
    if (family !== undefined && file !== undefined && isLatin && said.get('font-style') === 'normal')
      found = { family, file };
  });
  return found;
}
