import { html, type Html } from './html.ts';

/** A file of a tree: its path with `/` between names, and what is shown of it. */
export interface TreeFile {
  path: string;
  shown: Html;
}

interface Folder {
  folders: Map<string, Folder>;
  files: { name: string; shown: Html }[];
}

/** Files as nested lists by their folders; a folder with nothing but one folder in it stands on one line with that. */
export function fileTree(files: readonly TreeFile[]): Html {
  const top: Folder = { folders: new Map(), files: [] };
  for (const { path, shown } of files) {
    const names = path.split('/');
    const name = names.pop() ?? '';
    let at = top;
    for (const one of names) {
      const next = at.folders.get(one) ?? { folders: new Map(), files: [] };
      at.folders.set(one, next);
      at = next;
    }
    at.files.push({ name, shown });
  }
  return listOf(top);
}

function listOf({ folders, files }: Folder): Html {
  const inner = [...folders].map(([name, folder]) => {
    const [label, last] = joined(name, folder);
    return html`<li><span class="folder">${label}/</span>${listOf(last)}</li>`;
  });
  return html`<ul>
    ${inner}${files.map(({ shown }) => html`<li>${shown}</li>`)}
  </ul>`;
}

function joined(name: string, folder: Folder): [string, Folder] {
  const [only, second] = folder.folders;
  if (folder.files.length > 0 || !only || second) return [name, folder];
  return joined(`${name}/${only[0]}`, only[1]);
}
