import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { parse as parseYaml } from 'yaml';
import postcss from 'postcss';
import scss from 'postcss-scss';
import { parseSync } from 'oxc-parser';
import ts from 'typescript';

export type Git = (cwd: string, ...args: string[]) => string;

// What nobody writes by hand: built, small or somebody else's.
const NOBODYS = /(^|\/)(dist|build|out|vendors?|node_modules|coverage|bower_components)\/|\.min\.(js|css)$/;

/** What is wrong with a patch: it does not apply, a file does not parse afterwards, or something is touched that nobody writes. */
export async function checkPatch(root: string, patch: string, git: Git): Promise<string[]> {
  if (patch.trim() === '') return [];
  const file = path.join(fs.mkdtempSync(path.join(os.tmpdir(), 'ligament-patch-')), 'change.patch');
  fs.writeFileSync(file, patch);
  try {
    git(root, 'apply', '--check', file);
    git(root, 'apply', file);
  } catch (error) {
    return [`the patch does not apply: ${String(error)}`];
  } finally {
    fs.rmSync(path.dirname(file), { recursive: true });
  }
  try {
    git(root, 'add', '--all', '--force', '--intent-to-add');
    const changed = git(root, 'diff', '--name-only', '-z').split('\0').filter(Boolean);
    return (await Promise.all(changed.map((one) => checkFile(root, one, git)))).flat();
  } finally {
    git(root, 'reset', '--hard', '--quiet');
    git(root, 'clean', '-fdxq');
  }
}

async function checkFile(root: string, file: string, git: Git): Promise<string[]> {
  const text = fs.existsSync(path.join(root, file)) ? fs.readFileSync(path.join(root, file), 'utf8') : '';
  const before = isKnown(root, file, git) ? git(root, 'show', `HEAD:${file}`) : undefined;
  const faults = await parses(file, text);
  if (NOBODYS.test(file) && !file.startsWith('.ligament/')) faults.push(`${file} is nobody's to write`);
  if (before === undefined) return faults;
  const added = git(root, 'diff', '--unified=0', '--', file)
    .split('\n')
    .filter((line) => line.startsWith('+') && !line.startsWith('+++'))
    .map((line) => line.slice(1));
  if (/^\t/m.test(before) && !/^ {2}/m.test(before) && added.some((line) => /^ {2,}\S/.test(line)))
    faults.push(`${file} is indented by tabs, and what is put in by blanks`);
  if (/\r\n/.test(before) && !/[^\r]\n/.test(before) && added.some((line) => !line.endsWith('\r')))
    faults.push(`${file} has lines that end in CR LF, and what is put in does not`);
  return faults;
}

function isKnown(root: string, file: string, git: Git): boolean {
  return git(root, 'ls-tree', '--name-only', 'HEAD', '--', file) !== '';
}

async function parses(file: string, text: string): Promise<string[]> {
  try {
    if (/\.[cm]?[jt]sx?$/.test(file)) {
      const { errors } = parseSync(file, text);
      const [first] = errors;
      if (first) {
        // Elements in plain .js files are the bundler's to allow.
        const again = file.endsWith('.js') ? parseSync(file.replace(/js$/, 'jsx'), text).errors : errors;
        if (again.length > 0) return [`${file} does not parse: ${first.message}`];
      }
    }
    if (/\.jsonc?$/.test(file)) {
      const { error } = ts.parseConfigFileTextToJson(file, text);
      if (error) return [`${file} does not parse`];
    }
    if (/\.ya?ml$/.test(file)) parseYaml(text);
    if (file.endsWith('.css')) postcss.parse(text);
    if (file.endsWith('.scss')) scss.parse(text);
    if (file.endsWith('.vue')) {
      const { parse } = await import('@vue/compiler-dom');
      parse(text);
    }
  } catch (error) {
    return [`${file} does not parse: ${String(error)}`];
  }
  return [];
}
