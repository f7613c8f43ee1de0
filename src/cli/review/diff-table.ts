import { structuredPatch } from 'diff';
import type { FileChange } from '../../core/change/change-set.ts';
import { shownTexts } from '../render/patch.ts';
import { highlightedLines } from './highlight.ts';
import { html, type Content, type Html } from './html.ts';

// Of a new file of that many lines the rest is only counted.
const MOST_LINES = 800;

/** One changed file: both sides of each line that changes, with three lines around; one side of a file that comes or goes. */
export function diffTable(change: FileChange): Html {
  const { file } = change;
  const { before, after } = shownTexts(change);
  if (before === undefined) return oneSided(highlightedLines(after ?? '', file), { file, kind: 'added' });
  if (after === undefined) return oneSided(highlightedLines(before, file), { file, kind: 'removed' });
  const sides = { left: highlightedLines(before, file), right: highlightedLines(after, file) };
  const { hunks } = structuredPatch(file, file, before, after, '', '', { context: 3 });
  const rows = hunks.map((hunk, index) => [
    index === 0
      ? []
      : html`<tr class="gap">
          <td colspan="4">⋯</td>
        </tr>`,
    hunkRows(hunk, sides),
  ]);
  return html`<table class="diff">
    <caption class="unseen">
      Changes in ${file}
    </caption>
    <colgroup>
      <col class="number" />
      <col />
      <col class="number" />
      <col />
    </colgroup>
    ${headsOf(['Line', 'Before', 'Line', 'After'])}
    <tbody>
      ${rows}
    </tbody>
  </table>`;
}

interface Hunk {
  oldStart: number;
  newStart: number;
  lines: readonly string[];
}

interface Sides {
  left: readonly Html[];
  right: readonly Html[];
}

/** Removed lines stand beside those that were added in their place. */
function hunkRows({ oldStart, newStart, lines }: Hunk, { left, right }: Sides): Html[] {
  const rows: Html[] = [];
  let [old, young] = [oldStart, newStart];
  let removed: number[] = [];
  let added: number[] = [];
  const flush = (): void => {
    for (let index = 0; index < Math.max(removed.length, added.length); index += 1)
      rows.push(row(cell(removed[index], left, 'removed'), cell(added[index], right, 'added')));
    removed = [];
    added = [];
  };
  for (const line of lines) {
    if (line.startsWith('-')) removed.push(old++);
    else if (line.startsWith('+')) added.push(young++);
    else if (line.startsWith(' ')) {
      flush();
      rows.push(row(cell(old++, left, 'same'), cell(young++, right, 'same')));
    }
  }
  flush();
  return rows;
}

function row(...cells: Html[]): Html {
  return html`<tr>
    ${cells}
  </tr>`;
}

type Kind = 'added' | 'removed' | 'same';

function cell(number: number | undefined, lines: readonly Html[], kind: Kind): Html {
  if (number === undefined)
    return html`<td class="number"></td>
      <td class="none"></td>`;
  return html`<td class="number">${number}</td>
    <td class="${kind}">${marked(lines[number - 1], kind)}</td>`;
}

function marked(line: Content, kind: Kind): Html {
  if (kind === 'same') return html`<code>${line}</code>`;
  return kind === 'added' ? html`<ins><code>${line}</code></ins>` : html`<del><code>${line}</code></del>`;
}

function oneSided(lines: readonly Html[], { file, kind }: { file: string; kind: 'added' | 'removed' }): Html {
  const rest = lines.length - MOST_LINES;
  return html`<table class="diff whole">
      <caption class="unseen">
        ${kind === 'added' ? 'All of' : 'What was in'} ${file}
      </caption>
      <colgroup>
        <col class="number" />
        <col />
      </colgroup>
      ${headsOf(['Line', 'Text'])}
      <tbody>
        ${lines.slice(0, MOST_LINES).map(
          (_, index) =>
            html`<tr>
              ${cell(index + 1, lines, kind)}
            </tr>`,
        )}
      </tbody>
    </table>
    ${rest > 0 ? html`<p class="quiet">and ${rest} more lines.</p>` : undefined}`;
}

/** Heads for who hears the page: to the eye they say nothing. */
function headsOf(heads: readonly string[]): Html {
  return html`<thead>
    <tr>
      ${heads.map((one) => html`<th scope="col"><span class="unseen">${one}</span></th>`)}
    </tr>
  </thead>`;
}
