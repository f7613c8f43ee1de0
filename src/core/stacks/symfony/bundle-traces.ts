import { speltAs, wordsOf } from '../../analogy/spellings.ts';
import { joinPointer } from '../../formats/json-pointer.ts';
import type { Ground } from '../../joints/ground.ts';
import type { Bundle, NoLayout, Trace } from '../../joints/growth.ts';
import { ownFilesOf } from '../../joints/own-sources.ts';
import { namespaceOf } from '../../joints/php-names.ts';
import { phpProject } from '../../joints/php-joints.ts';
import { recordOf } from '../../records.ts';
import { edited, namesIt, testFolders, type Names } from './bundle-names.ts';
import { withoutRegistration } from './bundle-registration.ts';
import { withoutSettings } from './bundle-settings.ts';
import { kernelFile } from './kernel.ts';
import { controllersOf } from './symfony-routes.ts';

const LARGEST = 1 << 20;

/**
 * The texts of an app without a bundle: its folder, its registration, routes, settings, services, what overrides its templates, its tests,
 * and what the manifest says of it; and the places that still name it then.
 */
export async function withoutBundle(
  ground: Ground,
  bundle: Bundle,
): Promise<{ texts: Map<string, string | undefined>; left: Trace[] } | NoLayout> {
  const namespace = namespaceOf(ground, bundle.file);
  const roots = [ground.inHost('.'), ground.inHost('src'), ground.inHost('app')];
  if (namespace === undefined || roots.includes(bundle.folder))
    return {
      why: `${bundle.name} has no folder of its own: its class lies in ${bundle.folder}, with the rest of the app`,
      byHand: `Take its registration and its routes out, then delete ${bundle.file}.`,
    };
  const files = ownFilesOf(ground);
  const own = files.filter((file) => isOwn(ground, bundle, file));
  const short = bundle.name.replace(/Bundle$/, '');
  const routes = controllersOf(ground).flatMap(({ file, names: all }) => (own.includes(file) ? all : []));
  // Symfony's docs, "How to Load Service Configuration inside a Bundle".
  const alias = speltAs(wordsOf(short), 'snake');
  const names: Names = { bundle, namespace, short, alias, routes };
  const texts = new Map<string, string | undefined>(own.map((file) => [file, undefined]));
  for (const file of [kernelFile(ground), ground.inHost('config/bundles.php')]) {
    const text = file && ground.text(file);
    if (file && text) put(texts, file, text, await withoutRegistration(text, names, file, ground));
  }
  for (const file of files.filter((one) => isSettings(ground, one))) {
    const text = ground.text(file) ?? '';
    const after = await withoutSettings(text, file, names, hasSettings(ground, own));
    put(texts, file, text, after.trim() === '' ? undefined : after);
  }
  const manifest = phpProject(ground)?.file;
  const before = manifest === undefined ? undefined : ground.text(manifest);
  if (manifest !== undefined && before !== undefined)
    put(texts, manifest, before, await withoutAutoload(ground, before, manifest, names));
  return { texts, left: tracesOf(ground, files, texts, names) };
}

function put(texts: Map<string, string | undefined>, file: string, before: string, after: string | undefined): void {
  if (after !== before) texts.set(file, after);
}

/** Its own folder, what overrides its templates, and tests that lie as it does. */
function isOwn(ground: Ground, { folder, name }: Bundle, file: string): boolean {
  const all = [folder, ground.inHost(`templates/bundles/${name}`), ...testFolders(ground, folder)];
  return all.some((one) => file.startsWith(`${one}/`));
}

function isSettings(ground: Ground, file: string): boolean {
  return (
    [ground.inHost('config'), ground.inHost('app/config')].some((one) => file.startsWith(`${one}/`)) &&
    /\.ya?ml$/.test(file)
  );
}

/** Whether it has settings of its own: by an extension, in a class apart or in itself since Symfony 6.1. */
function hasSettings(ground: Ground, own: readonly string[]): boolean {
  return own.some(
    (file) =>
      /DependencyInjection\/\w+Extension\.php$/.test(file) ||
      /function\s+(loadExtension|configure)\s*\(/.test(ground.text(file) ?? ''),
  );
}

/** The manifest without the folders of a bundle and of its tests among those that classes are loaded from. */
async function withoutAutoload(
  ground: Ground,
  text: string,
  manifest: string,
  { bundle, namespace }: Names,
): Promise<string> {
  let result = text;
  const all = recordOf(ground.json(manifest));
  for (const section of ['autoload', 'autoload-dev'])
    for (const [prefix, folders] of Object.entries(recordOf(recordOf(all[section])['psr-4']))) {
      const goes =
        typeof folders === 'string' &&
        (prefix === `${namespace}\\` || isOwn(ground, bundle, `${ground.inHost(folders).replace(/\/$/, '')}/x`));
      if (goes)
        result = await edited(
          result,
          {
            format: 'json',
            operation: { op: 'drop', pointer: joinPointer([section, 'psr-4', prefix]), was: folders },
          },
          manifest,
        );
    }
  return result;
}

// What the framework makes by itself.
const MADE = ['var', 'public/bundles', 'web/bundles'];

/** The lines that still name it in what stays. */
function tracesOf(
  ground: Ground,
  files: readonly string[],
  texts: ReadonlyMap<string, string | undefined>,
  names: Names,
): Trace[] {
  const routed = names.routes.map((name) => `'${name}'`);
  return files.flatMap((file) => {
    const isMade = MADE.some((one) => file.startsWith(`${ground.inHost(one)}/`));
    if (isMade || (texts.has(file) && texts.get(file) === undefined)) return [];
    if (!/\.(php|twig|ya?ml|xml|neon|dist|json|js|ts)$/.test(file) || /[.-]lock(\.json)?$/.test(file)) return [];
    const text = texts.get(file) ?? ground.text(file) ?? '';
    if (text.length > LARGEST) return [];
    return text.split('\n').flatMap((line, at): Trace[] => {
      const quoted = line.replaceAll('"', "'");
      const isNamed =
        namesIt(names, line) ||
        (/\b(path|url|generateUrl|redirectToRoute)\s*\(/.test(line) && routed.some((one) => quoted.includes(one)));
      return isNamed ? [{ file, line: at + 1, text: line.trim().slice(0, 200) }] : [];
    });
  });
}
