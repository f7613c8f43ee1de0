import type { AttachedPart, ChangeSet } from '../../core/change/change-set.ts';
import prettyBytes from 'pretty-bytes';
import { adoptedPlaces, folderInWords, sourceInWords, useInWords } from '../render/words.ts';
import { html, type Content, type Html } from './html.ts';

/** A section of a page, with the name that leads to it. */
export interface Section {
  id: string;
  heading: string;
  markup: Html;
}

/** A section; undefined where it has nothing to say. */
export function section(id: string, heading: string, body: Content): Section | undefined {
  const { markup } = html`${body}`;
  if (markup.trim() === '') return undefined;
  const shown = html`<section aria-labelledby="${id}">
    <h2 id="${id}">${heading}</h2>
    ${body}
  </section>`;
  return { id, heading, markup: shown };
}

/** Items as a list; nothing where there are none. */
export function list<Item>(items: readonly Item[], shown: (item: Item) => Content): Html | undefined {
  return items.length === 0
    ? undefined
    : html`<ul>
        ${items.map((item) => html`<li>${shown(item)}</li>`)}
      </ul>`;
}

/** Where integrations go, by which way, and why by this one. */
export function partsSection(parts: readonly AttachedPart[]): Section | undefined {
  const shown = (part: AttachedPart): Content => [
    html`<strong>${part.title}</strong> ${placeOf(part)}`,
    list(reasonsOf(part), (one) => html`<span class="quiet">${one}</span>`),
    adoptedOf(part),
  ];
  return section('what', 'What it does', list(parts, shown));
}

function placeOf({ workspaceName, stack, side, way, adopted }: AttachedPart): string {
  if (adopted) return `is set up in ${workspaceName} already (${stack}): it is adopted as it is.`;
  const of = side === 'browser' || side === 'server' ? `, ${side} side` : '';
  return `goes to ${workspaceName} (${stack}${of}) ${way}.`;
}

function reasonsOf({ wayReason, settings }: AttachedPart): string[] {
  return [...(wayReason?.split('; ') ?? []), ...(settings === undefined ? [] : [`Settings ${settings}.`])];
}

/** Where it stands that was set up by hand, and what would round it off. */
function adoptedOf(part: AttachedPart): Content {
  const { suggested = [] } = part.adopted ?? {};
  return [
    list(adoptedPlaces(part), ({ place, what }) => html`<code>${place}</code> ${what}`),
    suggested.length > 0 ? html`<p>Left out; <code>--complete</code> puts it in:</p>` : undefined,
    list(suggested, (one) => html`<code>${one}</code>`),
  ];
}

/** What was chosen, and by whom. */
export function choicesSection(parts: readonly AttachedPart[]): Section | undefined {
  const rows = parts.flatMap(({ integration, workspaceName, choices = [] }) =>
    choices.map(({ key, value, ...answer }) => [
      html`<code>${integration}.${key}</code>`,
      workspaceName,
      value === '' ? 'none' : value,
      sourceInWords(answer),
    ]),
  );
  return section('choices', 'Choices', tableOf(['Choice', WORKSPACE, 'Answer', 'Why'], rows));
}

/** The packages, and why each is what it is; then those that go. */
export function packagesSection({ parts, dropped }: Pick<ChangeSet, 'parts' | 'dropped'>): Section | undefined {
  const rows = parts.flatMap((part) =>
    part.packages.map((one) => [
      html`<code>${one.name}</code>`,
      one.version,
      useInWords(one, part),
      part.workspaceName,
      one.license ?? '',
      one.unpackedBytes === undefined ? '' : prettyBytes(one.unpackedBytes),
      one.reason,
    ]),
  );
  return section('packages', 'Packages', [
    tableOf(['Package', 'Version', 'Declared', WORKSPACE, 'License', 'Unpacked', 'Why'], rows),
    list(dropped, ({ name, workspace }) => html`<code>${name}</code> is removed from ${folderInWords(workspace)}`),
  ]);
}

const WORKSPACE = 'Workspace';

function tableOf(heads: readonly string[], rows: readonly (readonly Content[])[]): Content {
  if (rows.length === 0) return undefined;
  // A column that is empty in every row says nothing, nor does the one workspace that all is for.
  const used = heads.map(
    (head, index) => new Set(rows.map((row) => row[index])).size > 1 || isTold(head, rows[0]?.[index]),
  );
  const kept = <Item>(items: readonly Item[]): Item[] => items.filter((_, index) => used[index]);
  return html`<table>
    <thead>
      <tr>
        ${kept(heads).map((one) => html`<th scope="col">${one}</th>`)}
      </tr>
    </thead>
    <tbody>
      ${rows.map(
        (row) =>
          html`<tr>
            ${kept(row).map((one) => html`<td>${one}</td>`)}
          </tr>`,
      )}
    </tbody>
  </table>`;
}

function isTold(head: string, only: Content): boolean {
  return head !== WORKSPACE && only !== '';
}
