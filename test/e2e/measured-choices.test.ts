import fs from 'node:fs';
import path from 'node:path';
import { afterEach, describe, expect, it } from 'vitest';
import { filesIn, PhpHost } from '../support/php-host.ts';

/** A tool that changes a line of each source for all rules but one, and notes what it was given. */
function fixer(notes: string): string {
  return `#!/usr/bin/env php
<?php
preg_match("/setRules\\(\\['(@[\\w-]+)'/", file_get_contents('trial.php.txt'), $found);
$files = [];
foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator('.', FilesystemIterator::SKIP_DOTS)) as $file) {
    $files[] = substr((string) $file, 2);
    if ($file->getExtension() === 'php' && $found[1] !== '@PSR12') {
        file_put_contents((string) $file, file_get_contents((string) $file) . "// $found[1]\\n");
    }
}
sort($files);
file_put_contents('${notes}', json_encode([
    'rules' => $found[1], 'environment' => array_keys(getenv()), 'files' => $files, 'folder' => getcwd(),
]) . "\\n", FILE_APPEND);
`;
}

interface Note {
  rules: string;
  environment: string[];
  files: string[];
  folder: string;
}

let host: PhpHost;
let notes: string;

function start(more: Record<string, string> = {}): void {
  const place = fs.mkdtempSync(path.join(fs.realpathSync(process.env.TMPDIR ?? '/tmp'), 'ligament-notes-'));
  notes = path.join(place, 'notes.jsonl');
  host = new PhpHost(
    {
      'composer.json': `${JSON.stringify({ name: 'society/shed', type: 'project', require: { php: '>=8.0' }, autoload: { 'psr-4': { 'Shed\\': 'src/' } } }, null, 4)}\n`,
      '.gitignore': 'vendor\n',
      'src/Tool.php': '<?php\n\nnamespace Shed;\n\nfinal class Tool\n{\n}\n',
      ...more,
    },
    {},
  );
  host.offer({
    'friendsofphp/php-cs-fixer': {
      '3.94.0': { bin: ['php-cs-fixer'], files: { 'php-cs-fixer': fixer(notes) } },
    },
  });
  host.install();
}

function noted(): Note[] {
  if (!fs.existsSync(notes)) return [];
  const lines = fs.readFileSync(notes, 'utf8').trim().split('\n');
  return lines.map((line) => JSON.parse(line) as Note);
}

const PREVIEW = ['attach', 'php-cs-fixer', '--preview'];

afterEach(() => {
  host.remove();
  fs.rmSync(path.dirname(notes), { recursive: true, force: true });
});

describe('a choice that is measured', () => {
  it('is the answer that changes fewest lines, tried once and apart from the project', () => {
    start({
      // Neither settings that a tool would run nor what is installed comes with the sources.
      'hooks/.php-cs-fixer.php': '<?php exit(1);\n',
      'hooks/trial.php.txt': 'not a source\n',
    });
    const before = filesIn(host.root);
    const preview = host.ligament(...PREVIEW);
    expect(preview.status, preview.stderr).toBe(0);
    expect(preview.stdout).toContain('@PSR12');
    expect(preview.stdout).toContain('friendsofphp/php-cs-fixer 3.94.0 would change none of 1 source');
    const all = noted();
    expect(all.map(({ rules }) => rules)).toEqual(['@PER-CS', '@PSR12', '@Symfony']);
    for (const { environment, files, folder } of all) {
      expect(environment.filter((name) => !['PATH', 'HOME', 'TMPDIR'].includes(name))).toEqual([]);
      expect(files).toEqual(['src/Tool.php', 'trial.php.txt']);
      expect(folder.startsWith(host.root)).toBe(false);
      expect(fs.existsSync(folder)).toBe(false);
    }
    expect(filesIn(host.root)).toEqual(before);
    expect(host.ligament(...PREVIEW, '--offline').stdout).toContain('@PSR12');
    expect(noted()).toHaveLength(3);
  });

  it('is not tried where somebody has answered, nor where nothing may be fetched', () => {
    start();
    expect(host.ligament(...PREVIEW, '--choose', 'rules=@Symfony').stdout).toContain('@Symfony');
    expect(noted()).toEqual([]);
    // The repository was asked before: what it said is known, but no tool is there.
    const offline = host.ligament(...PREVIEW, '--offline');
    expect(offline.stdout + offline.stderr).toContain('@PER-CS  the default');
    expect(noted()).toEqual([]);
  });

  it('is never tried for a definition that did not ship', () => {
    const shipped = fs.readFileSync(
      path.join(import.meta.dirname, '../../catalog/php-cs-fixer/integration.yaml'),
      'utf8',
    );
    start({ 'kit/integration.yaml': shipped.replace('integration: php-cs-fixer', 'integration: own-fixer') });
    const preview = host.ligament('attach', './kit', '--preview');
    expect(preview.stdout + preview.stderr).toContain('@PER-CS  the default');
    expect(noted()).toEqual([]);
  });
});
