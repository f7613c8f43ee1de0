import fs from 'node:fs';
import path from 'node:path';
import { afterEach, describe, expect, it } from 'vitest';
import { projectRoot } from '../../demo/registry/open.ts';
import { installedDemoHost, PROGRAM, TestHost } from '../support/host.ts';
import { PhpHost } from '../support/php-host.ts';

const FOLDER = path.join(projectRoot(), 'docs/how-to');
const PAGES = fs.readdirSync(FOLDER).filter((name) => name.endsWith('.md'));

let host: TestHost | undefined;
afterEach(() => host?.remove());

interface Example {
  /** The project that it is for; the demo project where the page does not say. */
  on: string;
  line: string;
  status: number;
}

/** The lines of a page's blocks, in order. A block without a language is typed; `# ends in 3` behind a line is its exit status. */
function examplesIn(page: string): Example[] {
  let on = 'demo';
  const examples: Example[] = [];
  for (const [, named, block] of page.matchAll(/<!-- on (.+?) -->|^```\n([\s\S]*?)^```$/gm)) {
    if (named !== undefined) on = named;
    for (const text of (block ?? '').split('\n').filter((line) => line.trim() !== '')) {
      const [, line = '', status = '0'] = /^(.*?)(?:\s+# ends in (\d+))?$/.exec(text) ?? [];
      examples.push({ on, line, status: Number(status) });
    }
  }
  return examples;
}

/** The project that examples are for, with the program on the path of its shell. */
function opened(on: string): TestHost {
  const one = made(on);
  const folder = path.join(path.dirname(one.root), 'bin');
  fs.mkdirSync(folder);
  const program = `#!/bin/sh\nexec '${process.execPath}' '${PROGRAM}' "$@"\n`;
  fs.writeFileSync(path.join(folder, 'ligament'), program, { mode: 0o755 });
  one.environment.PATH = `${folder}${path.delimiter}${process.env.PATH ?? ''}`;
  return one;
}

function made(on: string): TestHost {
  if (on === 'demo') return installedDemoHost();
  const package_ = { bin: ['bin/tool'], files: { 'bin/tool': "#!/usr/bin/env php\n<?php\necho 'done';\n" } };
  const offered = { 'phpunit/phpunit': { '11.5.46': package_, '12.5.4': package_ } };
  if (on === 'a library of PHP')
    return new PhpHost(
      {
        'composer.json':
          '{\n    "name": "society/shed",\n    "type": "library",\n    "require": { "php": ">=8.2" }\n}\n',
        'src/Plot.php': '<?php\n\nnamespace Society\\Shed;\n\nfinal class Plot\n{\n}\n',
      },
      offered,
    );
  const real = new PhpHost({}, offered);
  fs.cpSync(path.join(projectRoot(), 'test/stacks/hosts', on), real.root, { recursive: true });
  return real;
}

describe('every example of the how-to pages does what it says', () => {
  it.each(PAGES)('%s', (name) => {
    const examples = examplesIn(fs.readFileSync(path.join(FOLDER, name), 'utf8'));
    expect(examples.length).toBeGreaterThan(3);
    let on: string | undefined;
    for (const example of examples) {
      if (host === undefined || on !== example.on) {
        host?.remove();
        host = opened(example.on);
        on = example.on;
      }
      const { status, stdout, stderr } = host.run('sh', ['-c', example.line]);
      expect(status, `${example.line}\n${stdout}${stderr}`).toBe(example.status);
    }
    host?.remove();
    host = undefined;
  });
});
