import type { FileChange } from '../../core/change/change-set.ts';
import { diffFile, lineCounts, stateOf } from '../render/patch.ts';
import { diffTable } from './diff-table.ts';
import { fileTree } from './file-tree.ts';
import { html, type Html } from './html.ts';
import { section, type Section } from './sections.ts';

const STATES = { new: 'new', changed: 'changed', gone: 'removed' };

/** The files that change, as a tree that leads to the changes of each. Ligament's own records come last, and closed. */
export function filesSection(files: readonly FileChange[]): Section | undefined {
  if (files.length === 0) return undefined;
  const rows = files.map((change) => ({ change, ...countsOf(change) }));
  const ids = new Map([...files].map(({ file }, index) => [file, `file-${index + 1}`]));
  const tree = fileTree(
    rows.map(({ change, words }) => ({
      path: change.file,
      shown: html`<a href="#${ids.get(change.file)}">${change.file.split('/').at(-1)}</a>
        <span class="quiet">${words}</span>`,
    })),
  );
  const own = rows.toSorted((a, b) => Number(isOwn(a.change)) - Number(isOwn(b.change)));
  return section('files', 'Files', [
    html`<nav class="tree" aria-label="Files">${tree}</nav>`,
    own.map(({ change, words }) => fileBlock(change, words, ids.get(change.file) ?? '')),
  ]);
}

function fileBlock(change: FileChange, words: string, id: string): Html {
  const about = change.about === undefined ? '' : `, ${change.about}`;
  const open = isOwn(change) ? '' : ' open';
  return html`<details id="${id}" ${open}>
    <summary>
      <h3>${change.file}</h3>
      <span class="quiet">${words}${about}</span>
    </summary>
    ${change.role === 'private' ? html`<p class="quiet">The values of secrets are left out.</p>` : undefined}
    ${diffTable(change)}
  </details>`;
}

function isOwn({ role }: FileChange): boolean {
  return role === 'record' || role === 'lockfile';
}

/** "changed +2 −1". */
function countsOf(change: FileChange): { words: string } {
  const { added, removed } = lineCounts(diffFile(change));
  const counts = [added > 0 ? `+${added}` : '', removed > 0 ? `−${removed}` : ''].filter(Boolean).join(' ');
  return { words: [STATES[stateOf(change)], counts].filter(Boolean).join(' ') };
}
