import { catalogIds, isPath, loadDefinition, type Catalog } from '../../../core/definition/catalog.ts';
import type { Definition } from '../../../core/definition/definition.ts';
import { isAbout } from '../../../core/definition/search.ts';
import { openHost, type Context } from '../../../core/host/context.ts';
import type { Doors } from '../../../core/ports.ts';
import { EXIT } from '../../../core/problem.ts';
import { isNoProject } from '../../../core/survey/host.ts';
import { hereOrAll } from '../../../core/survey/choose-workspaces.ts';
import type { WorkspaceFacts } from '../../../core/survey/survey.ts';
import { tellWhatGoesOn } from '../../at-work.ts';
import type { Output } from '../../output.ts';
import { openCatalog, openDoors, type GlobalOptions } from '../../session.ts';
import { foundDocument, judged, type Found } from './judged.ts';
import { renderList } from './list.ts';

interface BrowseOptions extends GlobalOptions {
  words: string[];
  all: boolean;
}

export async function run(options: BrowseOptions, output: Output): Promise<number> {
  const { cwd, words } = options;
  const doors = openDoors({ looking: true });
  const catalog = openCatalog();
  const host = await opened(options, { doors, catalog }, output);
  const ids = catalogIds(doors.files, catalog);
  const named = namedOne(words, ids);
  const definitions = await Promise.all(
    (named === undefined ? ids : [named]).map((id) => loadDefinition(doors.files, catalog, id, { from: cwd })),
  );
  const asked = named === undefined ? definitions.filter((one) => isAbout(one, words)) : definitions;
  const found = await foundIn(host, asked);
  const [first] = found;
  if (named !== undefined && first) {
    const { oneDocument, renderOne } = await import('./one.ts');
    const proofs = await catalog.proofs();
    output.say(renderOne(first, proofs, options.verbose));
    output.document(EXIT.done, {
      integrations: [{ ...foundDocument(first), ...oneDocument(first.definition, proofs) }],
    });
    return EXIT.done;
  }
  if (found.length === 0)
    output.note(
      `No integration has ${words.length === 1 ? 'this word' : 'these words'}. "ligament browse --all" lists all.`,
    );
  else output.say(renderList(found, { all: options.all || !host, isSearch: words.length > 0 }));
  output.document(EXIT.done, { integrations: found.map((one) => foundDocument(one)) });
  return EXIT.done;
}

/** The one integration that is meant: by its name, or by the folder of its definition. */
function namedOne(words: readonly string[], ids: readonly string[]): string | undefined {
  const [only, second] = words;
  return only !== undefined && second === undefined && (ids.includes(only) || isPath(only)) ? only : undefined;
}

interface Opened {
  context: Context;
  workspaces: WorkspaceFacts[];
}

/** The project that one stands in; undefined where there is none and nothing of one was asked for. */
async function opened(
  { cwd, workspace }: BrowseOptions,
  { doors, catalog }: { doors: Doors; catalog: Catalog },
  output: Output,
): Promise<Opened | undefined> {
  try {
    const context = await openHost(doors, catalog, cwd);
    await tellWhatGoesOn(doors, context.host.root, output);
    return { context, workspaces: await hereOrAll(doors.files, context.facts, workspace, cwd) };
  } catch (error) {
    if (!isNoProject(error) || workspace.length > 0) throw error;
    output.note('There is no project here: what fits cannot be told.');
    return undefined;
  }
}

async function foundIn(host: Opened | undefined, definitions: readonly Definition[]): Promise<Found[]> {
  const found: Found[] = [];
  for (const one of definitions)
    found.push(host ? await judged(host.context, one, host.workspaces) : { definition: one, rows: [] });
  return found;
}
