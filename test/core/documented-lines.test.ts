import fs from 'node:fs';
import path from 'node:path';
import { describe, expect, it, vi } from 'vitest';
import { projectRoot } from '../../demo/registry/open.ts';
import { COMMANDS, run } from '../../src/cli/commands.ts';

const root = projectRoot();
const PAGES = [
  ...['README.md', 'CONTRIBUTING.md', 'SECURITY.md', 'CHANGELOG.md'],
  ...fs
    .readdirSync(path.join(root, 'docs'), { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.md') && name !== 'support.md')
    .map((name) => `docs/${name}`),
];

/** Every command line of a page: in its blocks and within its text, without what a comment says. */
function linesIn(text: string): string[] {
  const blocks = [...text.matchAll(/^(?:\$ )?ligament( .*)?$/gm)].map(([line]) => line.replace(/^\$ /, ''));
  const inline = [...text.matchAll(/`(ligament [^`\n]+)`/g)].map(([, line = '']) => line);
  return [...new Set([...blocks, ...inline].map((line) => line.replace(/ +#.*$| [|>] .*$/, '').trim()))];
}

/** The words of a line as a shell parts them, as far as the pages need it. */
function wordsOf(line: string): string[] {
  return [...line.matchAll(/(?:[^\s'"]|'[^']*'|"[^"]*")+/g)].map(([word]) => word.replace(/['"]/g, ''));
}

const understood = COMMANDS.map((one) => ({ ...one, load: () => Promise.resolve({ run: () => Promise.resolve(0) }) }));

describe('every command line in the docs is one that the program takes', () => {
  it.each(PAGES)('%s', async (page) => {
    const said = vi.spyOn(process.stderr, 'write').mockReturnValue(true);
    vi.spyOn(process.stdout, 'write').mockReturnValue(true);
    vi.stubGlobal('LIGAMENT_VERSION', '0.0.0');
    try {
      for (const line of linesIn(fs.readFileSync(path.join(root, page), 'utf8'))) {
        // Lines that are cut short, or stand for several.
        if (/…|=$|COMMAND|--version$/.test(line)) continue;
        const words = wordsOf(line).slice(1);
        if (words.length === 1 && COMMANDS.some(({ usage }) => usage.split(' ')[0] === words[0])) continue;
        const status = await run(words, understood);
        expect(status, `${line}\n${said.mock.calls.flat().join('')}`).toBe(0);
      }
    } finally {
      vi.restoreAllMocks();
      vi.unstubAllGlobals();
    }
  });

  it('and there are many', () => {
    const all = PAGES.flatMap((page) => linesIn(fs.readFileSync(path.join(root, page), 'utf8')));
    expect(all.length).toBeGreaterThan(150);
  });
});
