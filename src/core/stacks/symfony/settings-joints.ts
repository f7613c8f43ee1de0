import type { Edit } from '../../edits/edit.ts';
import { joinPointer } from '../../formats/json-pointer.ts';
import type { JsonValue } from '../../formats/tree-operation.ts';
import type { Ground } from '../../joints/ground.ts';
import { blockedJoint, type JointOf } from '../../joints/joint.ts';
import { unread } from './kernel.ts';
import { phpSettings } from './php-configurator.ts';
import { isSince } from './symfony-version.ts';

interface Place {
  /** One file for all packages, as apps had it before Symfony 4; undefined where each has its own in a folder. */
  single: string | undefined;
  folder: string;
  /** Where what is for some environments stands: under a key of its own (`when@dev`), or in a folder for each. */
  byKey: boolean;
}

const ENVIRONMENTS = ['dev', 'test', 'prod'];

/** Where settings of one kind lie (`packages`, `routes`), told by what is there; keys for environments came with Symfony 5.3. */
function placeOf(ground: Ground, kind: 'packages' | 'routes'): Place {
  const single = ground.inHost(kind === 'packages' ? 'app/config/config.yml' : 'app/config/routing.yml');
  const folder = ground.inHost(`config/${kind}`);
  const hasFolders = ground.names(folder).some((name) => ENVIRONMENTS.includes(name));
  return { single: ground.has(single) ? single : undefined, folder, byKey: !hasFolders && isSince(ground, 5, 3) };
}

/** Settings of a package (Symfony's docs, "Configuring Symfony", "Configuration Environments"). */
export function settingsJoint(ground: Ground): JointOf<'framework.settings'> {
  const place = placeOf(ground, 'packages');
  const { folder, single } = place;
  const closed = single === undefined ? unread(ground, 'packages') : undefined;
  if (closed) return blockedJoint('framework.settings', closed.file, 'the kernel', closed.refusal);
  const isPhp = single === undefined && isPhpOnly(ground, folder);
  return {
    name: 'framework.settings',
    state: single === undefined ? 'makeable' : 'present',
    file: single ?? folder,
    detail: single === undefined ? 'a file for each package' : 'one file for all packages',
    tie: ({ package: name, values, environments }) =>
      isPhp
        ? phpEdits(ground, place, { name, values, environments })
        : yamlEdits(ground, place, { name, values, environments }),
  };
}

/** Routes that a package brings (Symfony's docs, "Routing", "Route Groups and Prefixes"). */
export function routesJoint(ground: Ground): JointOf<'framework.routes'> {
  const place = placeOf(ground, 'routes');
  const { single, folder } = place;
  const closed = single === undefined ? unread(ground, 'routes') : undefined;
  if (closed) return blockedJoint('framework.routes', closed.file, 'the kernel', closed.refusal);
  return {
    name: 'framework.routes',
    state: single === undefined ? 'makeable' : 'present',
    file: single ?? folder,
    detail: single === undefined ? 'a file for each package' : 'one file for all routes',
    tie({ package: name, resource, prefix, environments }): Edit[] {
      const values = { resource, ...(prefix === undefined ? {} : { prefix }) };
      return yamlEdits(ground, place, { name, values, environments });
    },
  };
}

function isPhpOnly(ground: Ground, folder: string): boolean {
  const names = ground.names(folder);
  return names.some((name) => name.endsWith('.php')) && !names.some((name) => /\.ya?ml$/.test(name));
}

interface Wanted {
  name: string;
  values: Readonly<Record<string, unknown>>;
  environments: readonly string[] | undefined;
}

/** Where an environment has a folder of its own a file in each, else one that asks which it is. */
function phpEdits(ground: Ground, { folder, byKey }: Place, { name, values, environments }: Wanted): Edit[] {
  if (environments === undefined || byKey)
    return phpSettings(ground, `${folder}/${name}.php`, { name, values, environments });
  return environments.flatMap((one) =>
    phpSettings(ground, `${folder}/${one}/${name}.php`, { name, values, environments: undefined }),
  );
}

/** A member each, so that what is there already stays as it is. */
function yamlEdits(ground: Ground, place: Place, { name, values, environments }: Wanted): Edit[] {
  const places = (environments ?? [undefined]).map((one) => fileFor(ground, place, name, one));
  return places.flatMap(({ file, lead }) =>
    Object.entries(values).map(([member, value]) => ({
      file,
      format: 'yaml',
      operation: { op: 'set', pointer: joinPointer([...lead, name, member]), value: value as JsonValue, any: true },
      seed: '',
    })),
  );
}

/** The file for a package in one environment, or in all of them, with the keys above its settings. */
function fileFor(
  ground: Ground,
  { single, folder, byKey }: Place,
  name: string,
  environment: string | undefined,
): { file: string; lead: string[] } {
  if (single !== undefined) {
    // Each environment has a file that takes in the one for all.
    const own = environment === undefined ? single : single.replace(/(\.yml)$/, `_${environment}$1`);
    return { file: own, lead: [] };
  }
  const isInFolder = environment !== undefined && !byKey;
  const at = isInFolder ? `${folder}/${environment}` : folder;
  const ending = ['.yaml', '.yml'].find((one) => ground.has(`${at}/${name}${one}`)) ?? '.yaml';
  return { file: `${at}/${name}${ending}`, lead: environment !== undefined && byKey ? [`when@${environment}`] : [] };
}
