import { isMap } from 'yaml';
import type { TieOf } from '../../definition/ties.ts';
import type { Edit } from '../../edits/edit.ts';
import { joinPointer } from '../../formats/json-pointer.ts';
import type { JsonValue } from '../../formats/tree-operation.ts';
import { readYaml } from '../../formats/yaml/yaml-document.ts';
import type { Ground } from '../../joints/ground.ts';
import { blockedJoint, type JointOf } from '../../joints/joint.ts';
import { phpService } from './php-configurator.ts';

const FILES = ['config/services.yaml', 'config/services.yml', 'app/config/services.yml'];

/** The services of an app (Symfony's docs, "Service Container"). */
export function servicesJoint(ground: Ground): JointOf<'framework.services'> {
  const inYaml = ground.first(FILES.map((file) => ground.inHost(file)));
  const inPhp = ground.first([ground.inHost('config/services.php')]);
  const file = inYaml ?? inPhp ?? ground.inHost('config/services.yaml');
  const text = ground.text(file) ?? '';
  const joint = { name: 'framework.services' as const, file, detail: "the app's services" };
  if (inYaml === undefined && inPhp !== undefined) {
    if (phpService(file, text, { service: 'App\\Service', arguments: {}, tags: [] }) === undefined)
      return blockedJoint('framework.services', file, 'services in PHP', {
        reason: 'the file returns no function that is given a ContainerConfigurator',
        handwork: 'Add the service where your app has its own.',
      });
    return {
      ...joint,
      state: 'present',
      tie: ({ service, arguments: given = {}, tags = [] }) =>
        phpService(file, text, { service, arguments: given, tags }) ?? [],
    };
  }
  return {
    ...joint,
    state: inYaml === undefined ? 'makeable' : 'present',
    tie: (tie) => [inYamlFile(file, text, tie)],
  };
}

function inYamlFile(
  file: string,
  text: string,
  { service, arguments: given, tags }: TieOf<'framework.services'>,
): Edit {
  const defaults = defaultsIn(text);
  const value: Record<string, unknown> = {
    ...(defaults.has('autowire') ? {} : { autowire: true }),
    ...(defaults.has('autoconfigure') ? {} : { autoconfigure: true }),
    ...(given ? { arguments: Object.fromEntries(Object.entries(given).map(([key, one]) => [`$${key}`, one])) } : {}),
    ...(tags ? { tags } : {}),
  };
  const own = Object.keys(value).length === 0 ? null : value;
  const pointer = joinPointer(['services', service]);
  return { file, format: 'yaml', operation: { op: 'set', pointer, value: own as JsonValue, any: true }, seed: '' };
}

/** What every service of a file has without saying it. */
function defaultsIn(text: string): Set<string> {
  const read = readYaml(text);
  const defaults = 'reason' in read ? undefined : read.document.getIn(['services', '_defaults']);
  return new Set(
    isMap(defaults) ? defaults.items.filter(({ value }) => String(value) === 'true').map(({ key }) => String(key)) : [],
  );
}
