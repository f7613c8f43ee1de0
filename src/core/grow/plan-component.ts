import { spelledLike, type Subject, type Told } from '../analogy/like.ts';
import { speltAs } from '../analogy/spellings.ts';
import type { ChangeSet } from '../change/change-set.ts';
import type { Context } from '../host/context.ts';
import { Ground } from '../joints/ground.ts';
import type { Traits } from '../joints/traits.ts';
import { partId, type ComponentRequest } from './grow-request.ts';
import { growing, withoutParts } from './growing.ts';
import { noName, nothingAlike } from './page-problems.ts';
import { partChange } from './part-change.ts';
import { declaredInModule } from './declared-in-module.ts';
import { filesLike } from './files-like.ts';
import { testProofs } from './part-proofs.ts';
import { namedPages, ownWords, siblingsOf } from './siblings.ts';
import { tableEdits } from './table-edits.ts';

/**
 * Plans a component like those that lie where most lie. Writes nothing; undefined where it has grown already. Throws a Problem: status 2
 * for a name that is none, status 3 where there are no components to make it like.
 */
export async function planComponent(context: Context, request: ComponentRequest): Promise<ChangeSet | undefined> {
  const { workspace } = request;
  const place = await growing(context, workspace, 'components');
  const { components } = place.growth;
  if (!components) throw nothingAlike('component', place.facts.name, place.stack);
  const words = ownWords(request.name, components);
  if (words.length === 0 || !/^\p{L}/u.test(words[0] ?? '')) throw noName('component', request.name);
  const id = partId('component', speltAs(words, 'pascal'));
  if (context.ledgers.some((one) => one.integration === id && one.workspace === workspace)) return undefined;
  const subject: Subject = { words, address: `/${speltAs(words, 'pascal')}` };
  const ground = new Ground(withoutParts(context), context.host.root, place.stack.workspace);
  const siblings = siblingsOf(ground, components, subject.address ?? '');
  if (siblings.length === 0) throw nothingAlike('component', place.facts.name, place.stack);
  const names = namedPages(components).map(({ page, words: own }) => ({
    text: page.file,
    file: page.file,
    words: own,
  }));
  const edits = [
    ...filesLike(ground, siblings, {
      subject,
      shown: 'p',
      placed: (file) => spelledLike(file, names, subject),
      plain: (file) => plainComponent(file, place.stack.traits),
    }),
    ...tableEdits(ground, siblings, subject),
    ...declaredInModule(ground, siblings, subject),
  ];
  const like = siblings.slice(0, 3).map(({ page }) => page.name);
  return partChange(context, place, {
    id,
    title: `Component ${speltAs(words, 'sentence')}`,
    way: `like ${like.join(', ')}`,
    choices: {},
    edits,
    proofs: testProofs(place.facts, edits),
    tell: [],
  });
}

/** The plainest component in the language of a file. */
function plainComponent(file: string, { elementsImport }: Traits): Told {
  const words = ['plain', 'part'];
  const [pascal, sentence, kebab] = [speltAs(words, 'pascal'), speltAs(words, 'sentence'), speltAs(words, 'kebab')];
  const markup = `<div>${sentence}</div>`;
  const text = file.endsWith('.vue')
    ? `<template>\n  ${markup}\n</template>\n`
    : file.endsWith('.component.ts')
      ? `import { Component } from '@angular/core';\n\n@Component({\n  selector: 'app-${kebab}',\n  template: '${markup}',\n})\nexport class ${pascal}Component {}\n`
      : /\.[cm]?[jt]sx?$/.test(file)
        ? `${elementsImport === undefined ? '' : `${elementsImport}\n\n`}export default function ${pascal}() {\n  return ${markup};\n}\n`
        : `${markup}\n`;
  return { text, file, words };
}
