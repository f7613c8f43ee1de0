import { wholeFile, type Edit } from '../../edits/edit.ts';
import { quoted } from '../../formats/php/arrays.ts';
import { phpValue } from '../../formats/php/code.ts';
import type { JsonValue } from '../../formats/tree-operation.ts';
import type { Ground } from '../../joints/ground.ts';

const CONFIGURATOR = 'Symfony\\Component\\DependencyInjection\\Loader\\Configurator\\ContainerConfigurator';

/** A file that does nothing yet with the container that it is given (Symfony's docs, "Configuring Symfony", "Configuration Formats"). */
const SEED = `<?php\n\nuse ${CONFIGURATOR};\n\nreturn static function (ContainerConfigurator $container): void {\n};\n`;

/** What a file of configuration calls the container that it is given; undefined where it is given something else. */
function containerIn(text: string): string | undefined {
  return /\bfunction\s*\([^)]*\bContainerConfigurator\s+(\$\w+)[^)]*\)/.exec(text)?.[1];
}

/** A file in PHP of a package's own settings, in some environments or all. One that is there is left to whoever wrote it. */
export function phpSettings(
  ground: Ground,
  file: string,
  { name, values, environments }: { name: string; values: object; environments: readonly string[] | undefined },
): Edit[] {
  const set = `$container->extension(${quoted(name)}, ${phpValue(values as JsonValue)});`;
  const code = environments === undefined ? set : onlyIn(environments, set);
  if (ground.has(file)) return [wholeFile(file, SEED.replace('{\n}', `{\n    ${code.replaceAll('\n', '\n    ')}\n}`))];
  return [{ file, format: 'php', operation: { op: 'statement', in: 'returned', code }, seed: SEED }];
}

function onlyIn(environments: readonly string[], code: string): string {
  const [first, ...more] = environments.map((one) => quoted(one));
  const asked =
    more.length === 0
      ? `$container->env() === ${first ?? ''}`
      : `\\in_array($container->env(), [${[first, ...more].join(', ')}], true)`;
  return `if (${asked}) {\n    ${code.replaceAll('\n', '\n    ')}\n}`;
}

/** A service in a file of services in PHP; undefined where the file is of another form. */
export function phpService(
  file: string,
  text: string,
  wanted: { service: string; arguments: Readonly<Record<string, unknown>>; tags: readonly string[] },
): Edit[] | undefined {
  const container = containerIn(text);
  if (container === undefined) return undefined;
  const calls = [
    `${container}->services()->set(\\${wanted.service}::class)`,
    '->autowire()',
    '->autoconfigure()',
    ...Object.entries(wanted.arguments).map(
      ([name, value]) => `->arg(${quoted(`$${name}`)}, ${phpValue(value as JsonValue, '    ', '    ')})`,
    ),
    ...wanted.tags.map((tag) => `->tag(${quoted(tag)})`),
  ];
  return [{ file, format: 'php', operation: { op: 'statement', in: 'returned', code: `${calls.join('\n    ')};` } }];
}
