import fs from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { filesIn, PhpHost } from '../support/php-host.ts';

const MIGRATION = 'database/migrations/2026_01_01_000000_make_swaps.php';

const KIT = `format: 1
integration: swaps
title: Swaps
kind: data
about: Only for tests.
ecosystem: composer

ways:
  laravel:
    title: with a table
    fits: { packages: { laravel/framework: '>=10' } }
    files:
      - { file: ${MIGRATION}, text: "<?php\\n\\nreturn new Swaps;\\n", migration: all seed swaps }

proofs: []
`;

// The console of the app: it notes what it is asked, and whether the migration is there, and fails where a file says so.
const ARTISAN = `<?php
file_put_contents('asked.log', implode(' ', array_slice($argv, 1)).(is_file('${MIGRATION}') ? "\\n" : " without its file\\n"), FILE_APPEND);
fwrite(STDERR, is_file('broken') ? "no such table: plots\\n" : '');
exit(is_file('broken') ? 1 : 0);
`;

const UP = `migrate --path=${MIGRATION} --no-interaction`;
const DOWN = `migrate:reset --path=${MIGRATION} --no-interaction`;
const ATTACH = ['attach', './kit', '--yes', '--allow-commands'];

function app(): PhpHost {
  const manifest = { name: 'society/shed', type: 'project', require: { 'laravel/framework': '^12.0' } };
  const host = new PhpHost(
    {
      'composer.json': `${JSON.stringify(manifest, null, 4)}\n`,
      '.gitignore': 'vendor\nasked.log\nbroken\n',
      artisan: ARTISAN,
      'routes/web.php': '<?php\n',
      'kit/integration.yaml': KIT,
    },
    { 'laravel/framework': { '12.1.0': {} } },
  );
  host.install();
  return host;
}

function asked(host: PhpHost): string[] {
  const file = path.join(host.root, 'asked.log');
  return fs.existsSync(file) ? fs.readFileSync(file, 'utf8').trim().split('\n') : [];
}

describe('a migration that comes with an integration', () => {
  it('is run by nobody who did not say so, and told', () => {
    const host = app();
    const before = filesIn(host.root);
    const attached = host.ligament(...ATTACH);
    expect(attached).toMatchObject({ status: 0, stdout: expect.stringContaining('only with --with-data') as string });
    expect(attached.stdout).toContain(`Migrate the database: php artisan ${UP}`);
    const detached = host.ligament('detach', 'swaps', '--yes');
    expect(detached.stdout).toContain(`What ${MIGRATION} made in the database stays: all seed swaps.`);
    expect(asked(host)).toEqual([]);
    expect(filesIn(host.root)).toEqual(before);
  });

  it('is run with --with-data when all else went well, and rolled back before anything goes', () => {
    const host = app();
    const before = filesIn(host.root);
    expect(host.ligament(...ATTACH, '--with-data')).toMatchObject({ status: 0 });
    expect(asked(host)).toEqual([UP]);
    const detached = host.ligament('detach', 'swaps', '--yes', '--with-data', '--allow-commands');
    expect(detached).toMatchObject({
      status: 0,
      stdout: expect.stringContaining('Lost for good: all seed swaps.') as string,
    });
    expect(asked(host)).toEqual([UP, DOWN]);
    fs.rmSync(path.join(host.root, 'asked.log'));
    expect(filesIn(host.root)).toEqual(before);
  });

  it('needs consent of its own where somebody else has written it, and leaves with a change that is undone', () => {
    const host = app();
    const refused = host.ligament('attach', './kit', '--yes', '--with-data');
    expect(refused).toMatchObject({ status: 3, stderr: expect.stringContaining(`php artisan ${UP}`) as string });
    expect(host.ligament(...ATTACH)).toMatchObject({ status: 0 });
    expect(host.ligament('detach', 'swaps', '--yes', '--with-data')).toMatchObject({ status: 3 });
    const undone = host.ligament('undo', '--yes');
    expect(undone).toMatchObject({
      status: 0,
      stdout: expect.stringContaining('made in the database stays') as string,
    });
    expect(asked(host)).toEqual([]);
  });

  it('that fails leaves everything as it was, on the way in and on the way out', () => {
    const host = app();
    const before = filesIn(host.root);
    host.write('broken', '');
    const failed = host.ligament(...ATTACH, '--with-data');
    expect(failed).toMatchObject({ status: 4, stderr: expect.stringContaining('no such table: plots') as string });
    fs.rmSync(path.join(host.root, 'broken'));
    fs.rmSync(path.join(host.root, 'asked.log'));
    expect(filesIn(host.root)).toEqual(before);
    expect(host.ligament(...ATTACH)).toMatchObject({ status: 0 });
    const attached = filesIn(host.root);
    host.write('broken', '');
    const stays = host.ligament('detach', 'swaps', '--yes', '--with-data', '--allow-commands');
    expect(stays).toMatchObject({ status: 4, stderr: expect.stringContaining('could not be rolled back') as string });
    expect(asked(host)).toEqual([DOWN]);
    for (const made of ['broken', 'asked.log']) fs.rmSync(path.join(host.root, made));
    expect(filesIn(host.root)).toEqual(attached);
  });
});
