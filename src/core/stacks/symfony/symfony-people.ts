import { isMap } from 'yaml';
import { childOf, childrenOf, nameOf, textOf, type Php } from '../../formats/php/document.ts';
import { readYaml } from '../../formats/yaml/yaml-document.ts';
import type { Ground } from '../../joints/ground.ts';
import { ownSources } from '../../joints/own-sources.ts';
import { classesOf, type DeclaredClass } from '../../joints/php-classes.ts';
import { namespaceOf, ownClassFile } from '../../joints/php-names.ts';
import type { PeopleFound } from '../../joints/traits.ts';
import { entitiesOf } from './symfony-entities.ts';
import { securityFile } from './sign-in-joint.ts';

/** Who signs in: the class that the app's security settings name, else the one class of its own that can (Symfony's docs, "Security", "The User"). */
export function symfonyPeople(ground: Ground): PeopleFound {
  const named = providedBy(ground);
  const classes = named.length > 0 ? named : implementing(ground);
  const [only, second] = classes;
  if (only === undefined) {
    const namespace = namespaceOf(ground, ground.inHost('src/Kernel.php')) ?? 'App';
    const usual = `${namespace}\\Entity\\User`;
    // There may be users whom nobody lets in yet.
    if (ownClassFile(ground, usual)?.isThere) return judged(ground, { class: usual, field: undefined });
    return { state: 'none', class: usual, field: 'email' };
  }
  if (second)
    return {
      state: 'unfit',
      why: [`more than one class signs in here: ${classes.map((one) => one.class).join(', ')}`],
    };
  return judged(ground, only);
}

interface Named {
  class: string;
  field: string | undefined;
}

/** The entities that security settings take people from. */
function providedBy(ground: Ground): Named[] {
  const read = readYaml(ground.text(securityFile(ground)) ?? '');
  const providers = 'reason' in read ? undefined : read.document.getIn(['security', 'providers']);
  if (!isMap(providers)) return [];
  return providers.items.flatMap(({ value }) => {
    const entity: unknown = isMap(value) ? value.get('entity') : undefined;
    if (!isMap(entity)) return [];
    const own = entity.get('class');
    const field = entity.get('property');
    return typeof own === 'string'
      ? [{ class: own.replace(/^\\/, ''), field: typeof field === 'string' ? field : undefined }]
      : [];
  });
}

function implementing(ground: Ground): Named[] {
  return [...ownSources(ground, /\.php$/)].flatMap(({ file, text }) => {
    if (!/\bUserInterface\b/.test(text) || !file.startsWith(`${ground.inHost('src')}/`)) return [];
    return classesOf(text)
      .filter((one) => interfacesOf(one).includes('UserInterface'))
      .map(({ fullName }) => ({ class: fullName, field: undefined }));
  });
}

function interfacesOf({ script, node }: DeclaredClass): string[] {
  return childrenOf(node, 'class_interface_clause')
    .flatMap(({ children }) => children)
    .map((one) => textOf(script, one).split('\\').at(-1) ?? '');
}

/** Whether an app's own class has what accounts need of it; what it lacks, each in words. */
function judged(ground: Ground, { class: own, field: told }: Named): PeopleFound {
  const place = ownClassFile(ground, own);
  const declared = place?.isThere
    ? classesOf(ground.text(place.file) ?? '').find(({ fullName }) => fullName === own)
    : undefined;
  if (!declared) return { state: 'unfit', why: [`${own}, which signs in here, is no class of the app's own`] };
  const fields = new Set(propertyNames(declared));
  const field = told ?? (fields.has('email') ? 'email' : undefined);
  const methods = new Map(
    childrenOf(childOf(declared.node, 'body'), 'method_declaration').map((one) => [
      nameOf(declared.script, one)?.toLowerCase() ?? '',
      one,
    ]),
  );
  const set = field === undefined ? undefined : `set${capital(field)}`;
  const why = [
    ...(entitiesOf(ground).some(({ fullName }) => fullName === own) ? [] : [`${own} is not mapped by Doctrine`]),
    ...['UserInterface', 'PasswordAuthenticatedUserInterface']
      .filter((name) => !interfacesOf(declared).includes(name))
      // What it extends may be one.
      .filter((name) => name !== 'UserInterface' || !childOf(declared.node, 'base_clause'))
      .map((name) => `${own} does not implement ${name}`),
    ...(field === undefined ? [`${own} has no field "email"`] : []),
    ...(fields.has('password') ? [] : [`${own} has no field "password"`]),
    ...['setPassword', ...(set === undefined ? [] : [set])]
      .filter((name) => !methods.has(name.toLowerCase()))
      .map((name) => `${own} has no method ${name}()`),
    ...(isMadeOfNothing(methods.get('__construct')) ? [] : [`${own} cannot be made without arguments`]),
  ];
  if (why.length > 0 || field === undefined) return { state: 'unfit', why };
  return { state: 'own', class: own, field, isNamed: ['setname', 'getname'].every((name) => methods.has(name)) };
}

function propertyNames({ script, node }: DeclaredClass): string[] {
  const body = childOf(node, 'body');
  const declared = childrenOf(body, 'property_declaration').flatMap((one) => childrenOf(one, 'property_element'));
  const promoted = childrenOf(body, 'method_declaration').flatMap((one) =>
    childrenOf(childOf(one, 'parameters'), 'property_promotion_parameter'),
  );
  return [...declared, ...promoted].map((one) => (nameOf(script, one) ?? '').replace(/^\$/, ''));
}

function isMadeOfNothing(constructor: Php | undefined): boolean {
  const parameters = childOf(constructor, 'parameters')?.children.filter(({ kind }) => /parameter$/.test(kind)) ?? [];
  return parameters.every((one) => childOf(one, 'default_value') !== undefined || one.kind === 'variadic_parameter');
}

function capital(text: string): string {
  return text.slice(0, 1).toUpperCase() + text.slice(1);
}
