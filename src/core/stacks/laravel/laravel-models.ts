import { inOtherNumber } from '../../analogy/number.ts';
import { speltAs, wordsOf } from '../../analogy/spellings.ts';
import { childrenOf, childOf, type Php } from '../../formats/php/document.ts';
import type { Ground } from '../../joints/ground.ts';
import type { Entity, EntityField } from '../../joints/growth.ts';
import { isSecret } from '../../joints/list-table.ts';
import { ownSources } from '../../joints/own-sources.ts';
import { classesOf } from '../../joints/php-classes.ts';

/** A model with its name in its namespace. */
export interface Model extends Entity {
  fullName: string;
  /** The column that tells one from another. */
  key: string;
}

/** The models of an app, with the columns that its migrations give to their tables (Laravel's docs, "Eloquent", "Migrations"). */
export function modelsOf(ground: Ground): Model[] {
  const folder = ground.inHost('app');
  const sources = [...ownSources(ground, /\.php$/)];
  const migrations = sources
    .filter(({ file }) => file.startsWith(`${ground.inHost('database/migrations')}/`))
    .sort((a, b) => (a.file < b.file ? -1 : 1));
  const tables = columnsOf(migrations);
  return sources.flatMap(({ file, text }) => {
    if (!file.startsWith(`${folder}/`) || !/\bextends\s+[\w\\]*(Model|Authenticatable|Pivot)\b/.test(text)) return [];
    return classesOf(text).flatMap(({ node, name, fullName }) => {
      const isModel = /\bextends\s+[\w\\]*(Model|Authenticatable)\b/.test(
        text.slice(node.start, childOf(node, 'body')?.start),
      );
      if (!isModel || childrenOf(node, 'abstract_modifier').length > 0) return [];
      const table = textSet(text, node, 'table') ?? tableOf(name);
      const columns = tables.get(table) ?? [];
      const hidden = listSet(text, node, 'hidden');
      const known =
        columns.length > 0 ? columns : listSet(text, node, 'fillable').map((one) => ({ name: one, type: 'string' }));
      const casts = castsOf(text.slice(node.start, node.end));
      const fields = known.flatMap(({ name: one, type }): EntityField[] => {
        const kind = hidden.includes(one) || isSecret(one) ? undefined : kindOf(type, casts.get(one));
        return kind === undefined ? [] : [{ name: one, kind }];
      });
      const leftOut = known.map((one) => one.name).filter((one) => !fields.some((field) => field.name === one));
      const key = textSet(text, node, 'primaryKey') ?? 'id';
      return [{ name, file, fullName, key, fields, leftOut }];
    });
  });
}

/** The table of a model that names none: its name, of several, in snake case (Laravel's docs, "Table Names"). */
function tableOf(name: string): string {
  const words = wordsOf(name);
  return speltAs(inOtherNumber(words) ?? words, 'snake');
}

/** What a model makes of its columns' values, by their names (Laravel's docs, "Attribute Casting"). */
function castsOf(text: string): Map<string, string> {
  const lists = [...text.matchAll(/\bcasts\b[^[\]]{0,300}\[([^\]]{0,5000})\]/g)].map(([, list = '']) => list);
  const pairs = lists.flatMap((list) => [...list.matchAll(/['"](\w{1,100})['"]\s*=>\s*(?:['"]([^'"]*)|([\w\\]+::))/g)]);
  return new Map(pairs.map(([, name = '', word, ofClass = '']) => [name, word ?? ofClass]));
}

/** The value of a property that is one text. */
function textSet(text: string, node: Php, name: string): string | undefined {
  return new RegExp(`\\$${name}\\s*=\\s*['"]([\\w.]+)['"]\\s*;`).exec(text.slice(node.start, node.end))?.[1];
}

/** The texts of a property that is a list of them. */
function listSet(text: string, node: Php, name: string): string[] {
  const list =
    new RegExp(`\\$${name}\\s*=\\s*\\[([^\\]]{0,5000})\\]`).exec(text.slice(node.start, node.end))?.[1] ?? '';
  return [...list.matchAll(/['"](\w+)['"]/g)].map(([, one = '']) => one);
}

interface Column {
  name: string;
  type: string;
}

/** The columns that migrations, from the first to the last, leave tables with, by the tables' names. */
function columnsOf(migrations: readonly { text: string }[]): Map<string, Column[]> {
  const tables = new Map<string, Column[]>();
  for (const { text } of migrations) {
    // What takes a migration back says nothing of what it makes.
    const up = text.split(/\bfunction\s+down\s*\(/)[0] ?? '';
    const parts = up.split(/\bSchema::(?:connection\([^)]{0,100}\)->)?(?=create\(|table\()/).slice(1);
    for (const part of parts) {
      const table = /^(?:create|table)\(\s*['"](\w+)['"]/.exec(part)?.[1];
      if (table === undefined) continue;
      const stated = statedIn(part);
      const left = (tables.get(table) ?? []).filter(({ name }) => !stated.some((one) => one.name === name));
      tables.set(table, [...left, ...stated.filter(({ isGone }) => !isGone)]);
    }
  }
  return tables;
}

function statedIn(part: string): (Column & { isGone?: boolean })[] {
  return [...part.matchAll(/\$table->(\w+)\(\s*(?:\[([^\]]{0,1000})\]|['"](\w{1,100})['"])?/g)].flatMap(
    ([, type = '', list, name]): (Column & { isGone?: boolean })[] => {
      if (type === 'dropColumn')
        return [...(list ?? `'${name ?? ''}'`).matchAll(/['"](\w+)['"]/g)].map(([, one = '']) => ({
          name: one,
          type,
          isGone: true,
        }));
      if (type === 'id') return [{ name: name ?? 'id', type }];
      if (type === 'timestamps') return ['created_at', 'updated_at'].map((one) => ({ name: one, type: 'kept-moment' }));
      if (type === 'rememberToken') return [{ name: 'remember_token', type }];
      if (type === 'softDeletes') return [{ name: name ?? 'deleted_at', type: 'json' }];
      // Keys and names of other things are no columns.
      return name === undefined ||
        /^(index|unique|primary|foreign|drop\w*|rename\w*|after|comment|fullText|spatialIndex)$/.test(type)
        ? []
        : [{ name, type }];
    },
  );
}

const UNSEEN =
  /^(json|jsonb|binary|geometry|point|polygon|foreign\w*|morphs|nullableMorphs|uuidMorphs|ulidMorphs|rememberToken|set|vector)$/;

/** What a column is for a list, by its type in a migration; undefined for one that no list can show. */
function kindOf(type: string, cast: string | undefined): EntityField['kind'] | undefined {
  if (UNSEEN.test(type)) return undefined;
  const [as = ''] = cast?.split(':') ?? [];
  // What a class makes of a value need not be a text.
  if (cast?.endsWith('::') || /array|json|collection|object|encrypted|hashed/.test(as)) return undefined;
  if (/^(immutable_)?date$/.test(as)) return 'date';
  if (/^(immutable_)?datetime$/.test(as)) return 'moment';
  if (/^bool(ean)?$/.test(as)) return 'yes-or-no';
  if (type === 'kept-moment') return 'moment';
  return type === 'boolean' ? 'yes-or-no' : 'text';
}
