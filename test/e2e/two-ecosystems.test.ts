import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { filesIn, PhpHost, type PhpPackages } from '../support/php-host.ts';

const KIT = `format: 1
integration: shed-kit
title: Shed kit
kind: interface
about: Has a part on the server and one in browsers.

ways:
  both:
    title: on both sides
    packages: { garden/tool: ^1.0, picocolors: { range: ^1.0.0, section: development } }
    ties:
      - ignore.lines: { lines: [/shed] }

proofs:
  - run: { run: [rake], says: raked, checks: its program runs }
`;

const RAKE = { bin: ['bin/rake'], files: { 'bin/rake': "#!/usr/bin/env php\n<?php\necho 'raked';\n" } };

const FILES = {
  'composer.json':
    '{\n    "name": "society/shed",\n    "type": "project",\n    "require": {\n        "php": ">=8.0"\n    }\n}\n',
  'package.json': '{\n  "name": "shed",\n  "private": true\n}\n',
  '.gitignore': 'vendor\nnode_modules\n',
  'kit/integration.yaml': KIT,
};

function hostWith(packages: PhpPackages): PhpHost {
  const host = new PhpHost(FILES, packages);
  host.install();
  host.run('npm', ['install', '--no-audit', '--no-fund']);
  return host;
}

/** What version control would see: not the installed packages, whose managers note times in them. */
function sources(host: PhpHost): Map<string, string> {
  return new Map([...filesIn(host.root)].filter(([file]) => !/^(vendor|node_modules)\//.test(file)));
}

describe('a project of two ecosystems', () => {
  it('gets packages of both in one change, and is as it was once they have left', () => {
    const host = hostWith({ 'garden/tool': { '1.2.0': RAKE } });
    const before = sources(host);
    const attached = host.ligament('attach', './kit', '--yes', '--allow-commands', '--json');
    expect(attached.stderr).not.toContain('Refused');
    expect(attached.status).toBe(0);
    const { changes } = JSON.parse(attached.stdout) as { changes: { installs: { command: string }[] } };
    expect(changes.installs.map(({ command }) => command).sort()).toEqual(['composer', 'npm']);
    expect(host.read('composer.json')).toContain('"garden/tool": "^1.2"');
    expect(host.read('package.json')).toContain('"picocolors"');
    expect(host.read('composer.lock')).toContain('garden/tool');
    expect(host.read('package-lock.json')).toContain('node_modules/picocolors');
    expect(host.ligament('prove', '--allow-commands').status).toBe(0);
    expect(host.ligament('detach', 'shed-kit', '--yes').status).toBe(0);
    expect(sources(host)).toEqual(before);
    expect(host.run('ls', ['vendor/garden', 'node_modules/picocolors']).status).not.toBe(0);
  });

  it('has both put back where one of them fails', () => {
    const host = hostWith({ 'garden/tool': { '1.2.0': { ...RAKE, broken: true } } });
    const before = sources(host);
    const attached = host.ligament('attach', './kit', '--yes', '--allow-commands');
    expect(attached.status).toBe(4);
    expect(attached.stderr).toContain('Put back');
    expect(sources(host)).toEqual(before);
    expect(filesIn(path.join(host.root, 'node_modules/picocolors')).size).toBe(0);
  });

  it('is refused as a whole where only one of them has what it needs', () => {
    const host = hostWith({ 'garden/tool': { '1.2.0': { require: { 'ext-compost': '*' }, ...RAKE } } });
    const before = sources(host);
    const attached = host.ligament('attach', './kit', '--yes', '--allow-commands');
    expect(attached.status).toBe(3);
    expect(attached.stderr).toContain('the PHP extension compost');
    expect(sources(host)).toEqual(before);
  });
});
