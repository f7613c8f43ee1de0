import path from 'node:path';
import { wholeFile, type Edit } from '../../edits/edit.ts';
import { joinPointer } from '../../formats/json-pointer.ts';
import { readPhp } from '../../formats/php/document.ts';
import { readYaml } from '../../formats/yaml/yaml-document.ts';
import type { Ground } from '../../joints/ground.ts';
import type { Bundle, BundleGrowth, PlainName } from '../../joints/growth.ts';
import { ownSources } from '../../joints/own-sources.ts';
import { namespaceOf, ownClassFile } from '../../joints/php-names.ts';
import { recordOf } from '../../records.ts';
import { bundlesJoint } from './bundles-joint.ts';
import { kernelFile } from './kernel.ts';
import { testFolders } from './bundle-names.ts';
import { withoutBundle } from './bundle-traces.ts';
import { plainController, plainTemplate } from './plain-parts.ts';
import { isSince } from './symfony-version.ts';
import { strictLine } from '../../joints/php-strict.ts';
import { readsControllers, routeFiles } from './symfony-routes.ts';

/** The bundles of an app's own (Symfony's docs, "The Bundle System"): how one comes to be, and is taken out. */
export function symfonyBundles(ground: Ground): BundleGrowth {
  const standing = ownBundles(ground);
  return {
    standing,
    make: (name, address) => made(ground, standing, name, address),
    without: (bundle) => withoutBundle(ground, bundle),
  };
}

/** Those that are registered, also where nothing is left of them but that, and those whose class is there. */
function ownBundles(ground: Ground): Bundle[] {
  const registered = [kernelFile(ground), ground.inHost('config/bundles.php')].flatMap((file) =>
    file === undefined ? [] : registeredIn(ground, file),
  );
  const there = [...ownSources(ground, /Bundle\.php$/)].flatMap(({ file, text }) => {
    const name = path.posix.basename(file, '.php');
    const isOne = new RegExp(`\\bclass\\s+${name}\\s+extends\\s+[\\w\\\\]*Bundle\\b`).test(text);
    const namespace = namespaceOf(ground, file);
    return isOne && namespace !== undefined ? [`${namespace}\\${name}`] : [];
  });
  return [...new Set([...registered, ...there])].flatMap((fullName) => {
    const file = ownClassFile(ground, fullName)?.file;
    if (file === undefined) return [];
    return [{ name: fullName.slice(fullName.lastIndexOf('\\') + 1), file, folder: path.posix.dirname(file) }];
  });
}

/** The classes of bundles that a file names in its list, by their full names. */
function registeredIn(ground: Ground, file: string): string[] {
  const script = readPhp(ground.text(file) ?? '');
  if ('reason' in script) return [];
  const namespace = namespaceOf(ground, file);
  return [...script.text.matchAll(/(?:new\s+(\\?[\w\\]+)\s*[(;]|(\\?[\w\\]+)::class)/g)].flatMap(
    ([, made = '', named = '']) => {
      const written = made || named;
      if (!written.endsWith('Bundle')) return [];
      if (written.startsWith('\\')) return [written.slice(1)];
      const [first = '', ...rest] = written.split('\\');
      const used = script.uses.get(first);
      if (used !== undefined) return [[used, ...rest].join('\\')];
      return [namespace === undefined || written.includes('\\') ? written : `${namespace}\\${written}`];
    },
  );
}

function made(
  ground: Ground,
  standing: readonly Bundle[],
  name: PlainName,
  address: string,
): ReturnType<BundleGrowth['make']> {
  const class_ = `${name.pascal}Bundle`;
  const [sibling] = standing.filter(({ file }) => ground.has(file));
  const folder = placeFor(ground, sibling, name);
  const namespace = namespaceOf(ground, `${folder}/${class_}.php`);
  if (namespace === undefined)
    return {
      why: `classes in ${folder} are not loaded by their names: nothing in the autoload section of the manifest has that folder`,
      byHand: 'Have a folder of sources there (PSR-4), then grow the bundle.',
    };
  const joint = bundlesJoint(ground);
  if (joint.state === 'blocked')
    return { why: joint.detail, byHand: 'Register a bundle by hand first; then it is found.' };
  const views =
    sibling && ground.names(`${sibling.folder}/Resources`).includes('views') ? 'Resources/views' : viewsFolder(ground);
  const view = `@${name.pascal}/index.html.twig`;
  const controller = `${folder}/Controller/${name.pascal}Controller.php`;
  const hasViews = ground.finds('symfony/twig-bundle');
  const states = readsControllers(ground) || routeFiles(ground).length === 0;
  const text = plainController(ground, name, controller, {
    part: hasViews ? 'page' : 'endpoint',
    states,
    action: '__invoke',
    view,
    path: '/',
  });
  const services = servicesEdits(ground, folder, namespace, name);
  return {
    edits: [
      wholeFile(`${folder}/${class_}.php`, bundleClass(ground, { namespace, class_, sibling })),
      wholeFile(controller, text),
      ...(hasViews ? [plainTemplate(ground, name, `${folder}/${views}/index.html.twig`)] : []),
      ...joint.tie({ at: 'framework.modules', module: `${namespace}\\${class_}` }),
      ...routeEdits(ground, { folder, namespace, name, address, states }),
      ...services.edits,
      ...testEdits(ground, folder, name, address),
    ],
    folder,
    about: services.about,
  };
}

/** Beside its siblings, named as they are; else in a folder of its own among the sources. */
function placeFor(ground: Ground, sibling: Bundle | undefined, { pascal }: PlainName): string {
  if (!sibling) return ground.inHost(`src/${pascal}`);
  const own = path.posix.basename(sibling.folder);
  return path.posix.join(path.posix.dirname(sibling.folder), own.endsWith('Bundle') ? `${pascal}Bundle` : pascal);
}

/** Templates of bundles lie in their own folder since Symfony 5; before that among their resources. */
function viewsFolder(ground: Ground): string {
  return isSince(ground, 5, 0) ? 'templates' : 'Resources/views';
}

function bundleClass(
  ground: Ground,
  { namespace, class_, sibling }: { namespace: string; class_: string; sibling: Bundle | undefined },
): string {
  const like = sibling ? (ground.text(sibling.file) ?? '') : '';
  const strict = strictLine(ground, sibling?.file ?? ground.inHost(`src/${class_}/${class_}.php`));
  const final = sibling && !/\bfinal\s+class\b/.test(like) ? '' : 'final ';
  return `<?php\n\n${strict}namespace ${namespace};\n\nuse Symfony\\Component\\HttpKernel\\Bundle\\Bundle;\n\n${final}class ${class_} extends Bundle\n{\n}\n`;
}

interface Routed {
  folder: string;
  namespace: string;
  name: PlainName;
  address: string;
  states: boolean;
}

/** Its controllers are read below an address, in a file of their own or in the one that has all; or its one route is listed. */
function routeEdits(ground: Ground, { folder, namespace, name, address, states }: Routed): Edit[] {
  const single = ground.first([ground.inHost('app/config/routing.yml')]);
  const ending = routeFiles(ground).some((one) => one.endsWith('.yml')) ? 'yml' : 'yaml';
  const own = ground.inHost(`config/routes/${name.snake}.${ending}`);
  const file = single ?? (states ? own : (routeFiles(ground)[0] ?? own));
  const value = states
    ? {
        resource: `${path.posix.relative(path.posix.dirname(file), folder)}/Controller/`,
        type: isSince(ground, 6, 2) ? 'attribute' : 'annotation',
        prefix: address,
        trailing_slash_on_root: false,
      }
    : { path: address, controller: `${namespace}\\Controller\\${name.pascal}Controller` };
  return [{ file, format: 'yaml', operation: { op: 'set', pointer: joinPointer([name.snake]), value }, seed: '' }];
}

/** Its classes are services already where those of the folder around are; else they are made some. */
function servicesEdits(
  ground: Ground,
  folder: string,
  namespace: string,
  { pascal }: PlainName,
): { edits: Edit[]; about: string[] } {
  const file = ground.first(['config/services.yaml', 'config/services.yml'].map((one) => ground.inHost(one)));
  if (file === undefined) return { edits: [], about: [] };
  const read = readYaml(ground.text(file) ?? '');
  const services = 'reason' in read ? {} : recordOf(recordOf(read.value).services);
  if (Object.keys(services).some((one) => one.endsWith('\\') && `${namespace}\\`.startsWith(one)))
    return { edits: [], about: [`its classes are services by ${file} already`] };
  const value = {
    resource: `${path.posix.relative(path.posix.dirname(file), folder)}/*`,
    exclude: `${path.posix.relative(path.posix.dirname(file), folder)}/${pascal}Bundle.php`,
    autowire: true,
    autoconfigure: true,
  };
  const pointer = joinPointer(['services', `${namespace}\\`]);
  return { edits: [{ file, format: 'yaml', operation: { op: 'set', pointer, value } }], about: [] };
}

/** A test that its first page answers, where something runs such tests. */
function testEdits(ground: Ground, folder: string, { pascal }: PlainName, address: string): Edit[] {
  if (!ground.finds('phpunit/phpunit') || !ground.finds('symfony/browser-kit')) return [];
  const [tests] = testFolders(ground, folder);
  const file = `${tests ?? ''}/${pascal}ControllerTest.php`;
  const namespace = namespaceOf(ground, file);
  if (tests === undefined || namespace === undefined) return [];
  return [
    wholeFile(
      file,
      `<?php\n\n${strictLine(ground, file)}namespace ${namespace};\n\nuse Symfony\\Bundle\\FrameworkBundle\\Test\\WebTestCase;\n\nfinal class ${pascal}ControllerTest extends WebTestCase\n{\n    public function testItAnswers(): void\n    {\n        $client = self::createClient();\n        $client->request('GET', '${address}');\n\n        self::assertResponseIsSuccessful();\n    }\n}\n`,
    ),
  ];
}
