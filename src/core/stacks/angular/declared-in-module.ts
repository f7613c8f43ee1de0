import { spelledLike, type Subject } from '../../analogy/like.ts';
import { wordsOf } from '../../analogy/spellings.ts';
import type { Edit } from '../../edits/edit.ts';
import { broughtAs } from '../../formats/script/brought.ts';
import { keyName, parseScript, walk, type Script } from '../../formats/script/syntax.ts';
import type { Ground } from '../../joints/ground.ts';
import { ownSources } from '../../joints/own-sources.ts';
import type { NamedFile } from '../../joints/growth.ts';

/** What a module calls one of some parts, by which lists name it. */
interface Called {
  name: string;
  words: readonly string[];
}

/** The edits by which a module declares a new part as it declares all of some others (Angular, "NgModules"). */
export function declaredInModule(ground: Ground, others: readonly NamedFile[], subject: Subject): Edit[] {
  const called = others.flatMap((one) => calledBy(ground, one));
  if (called.length === 0) return [];
  return [...ownSources(ground, /\.ts$/)].flatMap(({ file, text }): Edit[] => {
    if (!text.includes('declarations') || !called.every(({ name }) => text.includes(name))) return [];
    const script = parseScript(text, file);
    return 'fault' in script ? [] : editsIn(file, script, called, subject);
  });
}

/** The class of a part by the name that its module exports it under. */
function calledBy(ground: Ground, { file, words }: NamedFile): Called[] {
  const script = /\.ts$/.test(file) ? parseScript(ground.text(file) ?? '', file) : undefined;
  if (!script || 'fault' in script) return [];
  const names = script.program.body.flatMap((statement): string[] => {
    const declared = statement.type === 'ExportNamedDeclaration' ? statement.declaration : undefined;
    return declared?.type === 'ClassDeclaration' && declared.id ? [declared.id.name] : [];
  });
  const name = names.find((one) => wordsOf(one).join(' ').startsWith(words.join(' ')));
  return name === undefined ? [] : [{ name, words }];
}

function editsIn(file: string, script: Script, called: readonly Called[], subject: Subject): Edit[] {
  const [first] = called;
  if (!first || !declaredLists(script).some((names) => called.every(({ name }) => names.includes(name)))) return [];
  const told = called.map(({ name, words }) => ({ text: name, file, words }));
  const code = spelledLike(first.name, told, subject);
  const sources = called.flatMap(({ name, words }) => {
    const from = broughtAs(script, name)?.from;
    return from === undefined ? [] : [{ text: from, file, words }];
  });
  const [from] = sources;
  if (!from) return [];
  const operation = {
    op: 'item' as const,
    address: { pointer: '/declarations', root: { decorator: { from: '@angular/core', name: 'NgModule' } } },
    code,
    imports: [{ from: spelledLike(from.text, sources, subject), named: { [code]: code } }],
  };
  return [{ file, format: 'script', operation }];
}

/** The names in each list of declarations. */
function declaredLists(script: Script): string[][] {
  const lists: string[][] = [];
  walk(script.program, (node) => {
    if (node.type !== 'Property' || keyName(node.key, node.computed) !== 'declarations') return;
    const list = node.value.type === 'ArrayExpression' ? node.value.elements : [];
    lists.push(list.flatMap((one) => (one?.type === 'Identifier' ? [one.name] : [])));
  });
  return lists;
}
