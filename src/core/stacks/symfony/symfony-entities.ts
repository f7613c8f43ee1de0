import { childOf, childrenOf, nameOf, textOf, type Php, type PhpScript } from '../../formats/php/document.ts';
import type { Ground } from '../../joints/ground.ts';
import type { Entity, EntityField } from '../../joints/growth.ts';
import { isSecret } from '../../joints/list-table.ts';
import { ownSources } from '../../joints/own-sources.ts';
import { attributesOf, classesOf, commentBefore, namespaceIn } from '../../joints/php-classes.ts';

/** An entity with what a controller needs to find all of them. */
export interface MappedEntity extends Entity {
  /** With its namespace. */
  fullName: string;
  /** The class that its own attribute names for finding it, with its namespace. */
  repository: string | undefined;
  /** The field that tells one from another. */
  id: string | undefined;
}

/** The classes that are mapped, by attributes, or in comments as before PHP 8 (Doctrine's docs, "Basic Mapping"). */
export function entitiesOf(ground: Ground): MappedEntity[] {
  return [...ownSources(ground, /\.php$/)].flatMap(({ file, text }) => {
    if (!/\bEntity\b/.test(text) || isForTests(file)) return [];
    return classesOf(text).flatMap(({ script, node, name, fullName }) => {
      const mapping = mappingOf(script, node, 'Entity');
      if (mapping === undefined || childrenOf(node, 'abstract_modifier').length > 0) return [];
      const told = /\brepositoryClass\s*[:=]\s*"?([\w\\]+?)(?:::class)?["\s,)]/.exec(`${mapping})`)?.[1];
      const repository = told === undefined ? undefined : wholeName(told, script);
      return [{ name, file, fullName, repository, ...fieldsOf(script, node) }];
    });
  });
}

/** Whether a file (host-relative) serves only tests: what it keeps is none of the app's. */
function isForTests(file: string): boolean {
  return /(^|\/)(tests?|fixtures)\//i.test(file);
}

function wholeName(name: string, script: PhpScript): string {
  if (name.startsWith('\\')) return name.slice(1);
  const [first = name, ...rest] = name.split('\\');
  const known = script.uses.get(first);
  if (known !== undefined) return [known, ...rest].join('\\');
  // A name in a comment is whole; one in code counts from its own namespace.
  return name.includes('\\') ? name : [namespaceIn(script), name].filter((part) => part !== '').join('\\');
}

/** What an attribute, or the comment above, says of a mapping by a name; undefined where it is not there. */
function mappingOf(script: { text: string }, node: Php, name: string): string | undefined {
  const own = attributesOf(node).find((one) => textOf(script, one.children[0]).split('\\').at(-1) === name);
  if (own) return textOf(script, own);
  const comment = commentBefore(script.text, node);
  return new RegExp(`@(?:\\w+\\\\)?${name}\\b(\\([^)]*\\))?`).exec(comment)?.[0];
}

const LISTS = /^\??(array|iterable|Collection|object)$|\barray\b/;
const MAPPED_LISTS = /^(array|simple_array|json|json_array|jsonb|object|blob|binary)$/;
const SHOWN = /^\??(string|int|float|bool)$/;
const MOMENT = /^\??\\?DateTime(Immutable|Interface)?$/;

const RELATIONS = ['OneToMany', 'ManyToOne', 'ManyToMany', 'OneToOne', 'Embedded'];

function fieldsOf(script: PhpScript, node: Php): Pick<MappedEntity, 'fields' | 'leftOut' | 'id'> {
  const methods = childrenOf(childOf(node, 'body'), 'method_declaration');
  const readable = new Set(
    methods.map((one) =>
      nameOf(script, one)
        ?.toLowerCase()
        .replace(/^(get|is|has)/, ''),
    ),
  );
  const fields: EntityField[] = [];
  const leftOut: string[] = [];
  let id: string | undefined;
  for (const { property, name, isPublic } of propertiesOf(script, node, methods)) {
    const column = mappingOf(script, property, 'Column');
    if (mappingOf(script, property, 'Id') !== undefined) id ??= name;
    if (column === undefined) {
      if (RELATIONS.some((one) => mappingOf(script, property, one) !== undefined)) leftOut.push(name);
      continue;
    }
    const kind = kindOf(textOf(script, childOf(property, 'type')), column);
    const isReadable =
      isPublic || readable.has(name.toLowerCase().replace(/^(is|has)(?=.)/, '')) || readable.has(name.toLowerCase());
    if (kind === undefined || isSecret(name) || !isReadable) leftOut.push(name);
    else fields.push({ name, kind });
  }
  return { fields, leftOut, id };
}

/** The properties of a class, those too that its constructor states. */
function propertiesOf(
  script: { text: string },
  node: Php,
  methods: readonly Php[],
): { property: Php; name: string; isPublic: boolean }[] {
  const made = methods.find((one) => nameOf(script, one) === '__construct');
  const all = [
    ...childrenOf(childOf(node, 'body'), 'property_declaration'),
    ...childrenOf(childOf(made, 'parameters'), 'property_promotion_parameter'),
  ];
  return all.flatMap((property) => {
    const named = childrenOf(property, 'property_element')[0] ?? property;
    const name = nameOf(script, named)?.replace(/^\$/, '');
    const isPublic = textOf(script, childrenOf(property, 'visibility_modifier')[0]) === 'public';
    return name === undefined ? [] : [{ property, name, isPublic }];
  });
}

/** What a field is for a list, by its type and by what it is mapped as; undefined for one that no list can show. */
function kindOf(type: string, column: string): EntityField['kind'] | undefined {
  const mapped = /\btype\s*[:=]\s*(?:["']([\w-]+)["']|(?:\w+\\)*Types::(\w+))/.exec(column);
  const as = (mapped?.[1] ?? mapped?.[2] ?? '').toLowerCase().replace(/_mutable$/, '');
  if (MAPPED_LISTS.test(as) || LISTS.test(type)) return undefined;
  if (/^date(_immutable)?$/.test(as)) return 'date';
  if (/^(datetime|datetimetz)(_immutable)?$/.test(as) || MOMENT.test(type)) return 'moment';
  if (/^bool(ean)?$/.test(as) || /^\??bool$/.test(type)) return 'yes-or-no';
  // A class of its own may be no text: what it is shown as is for people to say.
  if (type !== '' && !SHOWN.test(type)) return undefined;
  return /^(time|dateinterval)/.test(as) ? undefined : 'text';
}
