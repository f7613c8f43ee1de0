import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { create } from 'tar';
import { projectRoot } from '../../demo/registry/open.ts';

const REAL = path.join(projectRoot(), 'demo/shelf/web/node_modules/@fontsource-variable/dosis/files');

/** A real font file with the letters of English. */
export const FONT = fs.readFileSync(path.join(REAL, 'dosis-latin-wght-normal.woff2'));

/** A style sheet that loads it, as packages of typefaces have theirs. */
export function faceSheet(family: string, file = 'files/rake-latin-400-normal.woff2'): string {
  return `@font-face {\n  font-family: '${family}';\n  font-style: normal;\n  src: url(./${file}) format('woff2');\n  unicode-range: U+0000-00FF,U+0131;\n}\n`;
}

/** The archive of a package of a typeface called Rake, with files in place of its own or besides; undefined leaves one out. */
export async function typefaceArchive(changed: Record<string, string | Buffer | undefined> = {}): Promise<Buffer> {
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'ligament-typeface-'));
  try {
    const files: Record<string, string | Buffer | undefined> = {
      'package.json': '{ "name": "rake", "version": "5.3.0" }\n',
      'metadata.json': '{ "category": "serif" }\n',
      'index.css': faceSheet('Rake'),
      'files/rake-latin-400-normal.woff2': FONT,
      ...changed,
    };
    for (const [file, content] of Object.entries(files)) {
      if (content === undefined) continue;
      const place = path.join(folder, 'package', file);
      fs.mkdirSync(path.dirname(place), { recursive: true });
      fs.writeFileSync(place, content);
    }
    await create({ file: path.join(folder, 'rake.tgz'), cwd: folder, gzip: true }, ['package']);
    return fs.readFileSync(path.join(folder, 'rake.tgz'));
  } finally {
    fs.rmSync(folder, { recursive: true, force: true });
  }
}
