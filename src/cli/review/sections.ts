import type { AttachedPart, ChangeSet } from '../../core/change/change-set.ts';
import { SOURCES } from '../render/parts.ts';
import { sizeInWords } from '../render/size-in-words.ts';
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

/** Where integrations go, by which way, and why by this one. */
export function partsSection(parts: readonly AttachedPart[]): Section | undefined {
  const items = parts.map(
    (part) => html`<li><strong>${part.title}</strong> ${placeOf(part)}${reasonsOf(part)}${placesOf(part)}</li>`,
  );
  return section(
    'what',
    'What it does',
    parts.length === 0
      ? undefined
      : html`<ul class="plain">
          ${items}
        </ul>`,
  );
}

function placeOf({ workspaceName, stack, side, way, adopted }: AttachedPart): string {
  if (adopted) return `is set up in ${workspaceName} already (${stack}): it is adopted as it is.`;
  const of = side === 'browser' || side === 'server' ? `, ${side} side` : '';
  return `goes to ${workspaceName} (${stack}${of}) ${way}.`;
}

function reasonsOf({ wayReason, settings }: AttachedPart): Content {
  const reasons = [...(wayReason?.split('; ') ?? []), ...(settings === undefined ? [] : [`Settings ${settings}.`])];
  return reasons.length === 0
    ? undefined
    : html`<ul>
        ${reasons.map((one) => html`<li class="quiet">${one}</li>`)}
      </ul>`;
}

function placesOf({ adopted }: AttachedPart): Content {
  if (!adopted) return undefined;
  const rows = adopted.places.map(
    ({ file, line, what }) => html`<li><code>${line === undefined ? file : `${file}:${line}`}</code> ${what}</li>`,
  );
  const left = adopted.suggested.map((one) => html`<li><code>${one}</code></li>`);
  return [
    html`<ul>
      ${rows}
    </ul>`,
    left.length > 0
      ? html`<p>Left out; <code>--complete</code> puts it in:</p>
          <ul>
            ${left}
          </ul>`
      : undefined,
  ];
}

/** What was chosen, and by whom. */
export function choicesSection(parts: readonly AttachedPart[]): Section | undefined {
  const rows = parts.flatMap(({ integration, workspaceName, choices = [] }) =>
    choices.map(({ key, value, source, why }) => [
      html`<code>${integration}.${key}</code>`,
      ...(parts.length > 1 ? [workspaceName] : []),
      value === '' ? 'none' : value,
      why === undefined ? SOURCES[source] : `${SOURCES[source]}: ${why}`,
    ]),
  );
  const heads = ['Choice', ...(parts.length > 1 ? ['Workspace'] : []), 'Answer', 'Why'];
  return section('choices', 'Choices', tableOf(heads, rows));
}

/** The packages, and why each is what it is. */
export function packagesSection(parts: readonly AttachedPart[]): Section | undefined {
  const rows = parts.flatMap(({ workspaceName, packages }) =>
    packages.map((one) => [
      html`<code>${one.name}</code>`,
      one.version,
      one.declared ? 'there already' : `${one.use}, as ${one.range}`,
      ...(parts.length > 1 ? [workspaceName] : []),
      one.license ?? '',
      one.unpackedBytes === undefined ? '' : sizeInWords(one.unpackedBytes),
      one.reason,
    ]),
  );
  const where = parts.length > 1 ? ['Workspace'] : [];
  return section(
    'packages',
    'Packages',
    tableOf(['Package', 'Version', 'Declared', ...where, 'License', 'Unpacked', 'Why'], rows),
  );
}

/** What leaves a manifest, what the app has made and goes, and what stays by hand. */
export function leavingSection({ dropped, data = [], staying = [] }: ChangeSet): Section | undefined {
  const rows = [
    ...dropped.map(({ name, workspace }) => html`<li><code>${name}</code> leaves ${placeName(workspace)}</li>`),
    ...data.map((file) => html`<li><code>${file}</code> goes, and cannot be brought back</li>`),
    ...staying.flatMap(({ title, workspaceName, places }) =>
      places.map(
        ({ file, line, what }) =>
          html`<li>
            ${title} in ${workspaceName} stays by hand:
            <code>${line === undefined ? file : `${file}:${line}`}</code> ${what}
          </li>`,
      ),
    ),
  ];
  return section(
    'leaves',
    'What goes and stays',
    rows.length === 0
      ? undefined
      : html`<ul>
          ${rows}
        </ul>`,
  );
}

function placeName(workspace: string): string {
  return workspace === '.' ? 'the root' : workspace;
}

function tableOf(heads: readonly string[], rows: readonly (readonly Content[])[]): Content {
  if (rows.length === 0) return undefined;
  // A column that is empty in every row says nothing.
  const used = heads.map((_, index) => rows.some((row) => row[index] !== ''));
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
