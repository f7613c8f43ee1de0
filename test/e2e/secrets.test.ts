import { spawn } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { gardenManifest } from '../support/garden.ts';
import { secretKit } from '../support/secret-kit.ts';
import { PROGRAM, TestHost } from '../support/host.ts';

const SECRET = 'pass-the-compost-4711';

let host: TestHost;
beforeEach(() => {
  host = new TestHost({
    'package.json': gardenManifest(),
    '.env': 'GATE_CODE=2468\n# OLD_CODE=1357',
    'shed/integration.yaml': secretKit('shed'),
    'pond/integration.yaml': secretKit('pond', ', make: random'),
  });
});
afterEach(() => host.remove());

const ATTACH = ['attach', './shed', '--yes', '--no-install'];
const given = (): Record<string, string> => ({ LIGAMENT_SECRET_SHED_KEY: SECRET });
const ligament = (args: string[], environment: Record<string, string> = given()) =>
  host.run(process.execPath, [PROGRAM, ...args], environment);

/** Every file of the host and of the user's own folders that has a text in it. */
function holding(text: string): string[] {
  const top = path.dirname(host.root);
  return fs
    .readdirSync(top, { recursive: true, encoding: 'utf8' })
    .filter((file) => fs.statSync(path.join(top, file)).isFile())
    .filter((file) => fs.readFileSync(path.join(top, file)).includes(text))
    .map((file) => path.relative('host', file));
}

describe('a secret', () => {
  it('goes into the environment file and nowhere else, and nothing that was in that file is shown', () => {
    const before = host.tree();
    const shown: string[] = [];
    for (const args of [
      [...ATTACH, '--preview'],
      [...ATTACH, '--preview', '--json'],
      [...ATTACH, '--preview', '--format', 'patch'],
      [...ATTACH, '--preview', '--verbose'],
      [...ATTACH, '--verbose'],
      ['survey', '--json'],
      ['history', '--json'],
      ['detach', 'shed', '--preview', '--verbose'],
      ['detach', 'shed', '--preview', '--json'],
    ]) {
      const { status, stdout, stderr } = ligament(args);
      expect(status, stderr).toBe(0);
      shown.push(stdout, stderr);
    }
    for (const text of [SECRET, '2468', '1357']) expect(shown.join('\n')).not.toContain(text);
    // What the definition puts in is shown, what anybody has set is not.
    expect(shown[0]).toContain('+SHED_KEY=…');
    expect(shown[0]).toContain('+SHED_PORT=3200');
    expect(shown[0]).toContain('GATE_CODE=…');
    expect(holding(SECRET)).toEqual(['.env']);
    expect(holding('2468')).toEqual(['.env']);
    expect(host.read('.env')).toBe(
      `GATE_CODE=2468\n# OLD_CODE=1357\n# The key of the shed\nSHED_KEY=${SECRET}\nSHED_PORT=3200\n`,
    );
    expect(host.read('.env.example')).toBe('# The key of the shed\nSHED_KEY=change-me\nSHED_PORT=3200\n');
    expect(host.read('.gitignore')).toBe('.env\n');
    expect(ligament(ATTACH).stdout).toContain('already attached');
    expect(ligament(['survey']).stdout).not.toContain('no longer');
    const taken = ligament(['detach', 'shed', '--yes', '--no-install']);
    expect(taken.status, taken.stderr).toBe(0);
    expect(host.tree()).toEqual(before);
    expect(holding(SECRET)).toEqual([]);
  });

  it('is made at random where it may be, in a new file that nobody else may read', () => {
    host.run('rm', ['.env']);
    const before = host.tree();
    expect(ligament(['attach', './pond', '--yes', '--no-install']).status).toBe(0);
    expect(/^POND_KEY=([\w-]{43})$/m.exec(host.read('.env'))).not.toBeNull();
    expect(fs.statSync(path.join(host.root, '.env')).mode & 0o777).toBe(0o600);
    const undone = ligament(['undo', '--yes', '--no-install']);
    expect(undone.status, undone.stderr).toBe(0);
    expect(host.tree()).toEqual(before);
  });

  it('stays while others come and go, whatever it was changed to, and once each is asked for in one command', () => {
    const before = host.tree();
    const both = ligament(['attach', './shed', './pond', '--yes', '--no-install']);
    expect(both.status, both.stderr).toBe(0);
    host.write('.env', host.read('.env').replace(SECRET, "'another one' # changed"));
    expect(ligament(['survey']).stdout).not.toContain('no longer');
    expect(ligament(['detach', 'pond', '--yes', '--no-install']).status).toBe(0);
    expect(host.read('.env')).toContain("SHED_KEY='another one' # changed\n");
    expect(host.read('.env')).not.toContain('POND');
    expect(ligament(['attach', './pond', '--yes', '--no-install']).status).toBe(0);
    expect(host.read('.env')).toContain("SHED_KEY='another one' # changed\n");
    expect(ligament(['detach', 'pond', 'shed', '--yes', '--no-install']).status).toBe(0);
    expect(host.tree()).toEqual(before);
  });

  it('is not asked for where the variable is set already', () => {
    host.write('.env', 'SHED_KEY=mine\n');
    expect(ligament(ATTACH, {}).status).toBe(0);
    expect(host.read('.env')).toBe('SHED_KEY=mine\nSHED_PORT=3200\n');
    expect(ligament(['detach', 'shed', '--yes', '--no-install']).status).toBe(0);
    expect(host.read('.env')).toBe('SHED_KEY=mine\n');
  });

  it('comes by environment, file or prompt, and is refused as an argument', async () => {
    const before = host.tree();
    const open = ligament([...ATTACH, '--choose', `shed-key=${SECRET}`]);
    expect(open.status).toBe(2);
    expect(open.stderr).toContain('LIGAMENT_SECRET_SHED_KEY');
    const nobody = ligament(ATTACH, {});
    expect(nobody.status).toBe(2);
    expect(nobody.stderr).toContain('--secret-file shed-key=path');
    expect(ligament([...ATTACH, '--secret-file', 'shed-key=nowhere'], {}).status).toBe(2);
    expect(ligament([...ATTACH, '--secret-file', 'fence=x'], given()).stderr).toContain('No secret "fence"');
    expect(ligament(ATTACH, { LIGAMENT_SECRET_SHED_KEY: 'a\r\n"\'`b' }).status).toBe(2);
    expect(host.tree()).toEqual(before);
    const file = path.join(path.dirname(host.root), 'key');
    fs.writeFileSync(file, `${SECRET}\n`);
    expect(ligament([...ATTACH, '--secret-file', `shed-key=${file}`], {}).status).toBe(0);
    expect(host.read('.env')).toContain(`SHED_KEY=${SECRET}\n`);
    expect(ligament(['detach', 'shed', '--yes', '--no-install']).status).toBe(0);
    const typed = await type(`${SECRET}\r`);
    expect(typed.status, typed.shown).toBe(0);
    expect(typed.shown).toContain('The key of the shed');
    expect(typed.shown).not.toContain(SECRET);
    expect(host.read('.env')).toContain(`SHED_KEY=${SECRET}\n`);
  });

  it('is refused where version control has the file; else it can never be staged', () => {
    host.git('init', '--quiet');
    host.git('add', '.env', 'package.json');
    const tracked = ligament(ATTACH);
    expect(tracked.status).toBe(3);
    expect(tracked.stderr).toContain('git rm --cached .env');
    host.git('rm', '--cached', '--quiet', '.env');
    expect(ligament(ATTACH).status).toBe(0);
    host.git('add', '--all');
    expect(host.git('diff', '--cached')).not.toContain(SECRET);
    expect(host.git('diff', '--cached', '--name-only')).not.toMatch(/^\.env$/m);
  });

  it('is not kept for an undo of its detach, which says so', () => {
    expect(ligament(ATTACH).status).toBe(0);
    expect(ligament(['detach', 'shed', '--yes', '--no-install']).status).toBe(0);
    const undo = ligament(['undo', '--yes', '--no-install']);
    expect(undo.status).toBe(3);
    expect(undo.stderr).toContain('kept nowhere');
  });
});

/** Attaches in a pseudo-terminal, as somebody who types a secret once it is asked for. */
function type(answer: string): Promise<{ status: number | null; shown: string }> {
  const environment: Record<string, string> = { ...host.environment };
  delete environment.CI;
  const command = `'${process.execPath}' '${PROGRAM}' ${ATTACH.join(' ')}`;
  const child = spawn('script', ['-qec', command, '/dev/null'], { cwd: host.root, env: environment });
  let shown = '';
  let typed = false;
  child.stdout.on('data', (chunk: Buffer) => {
    shown += chunk.toString();
    if (typed || !shown.includes('Ask ')) return;
    typed = true;
    child.stdin.write(answer);
  });
  return new Promise((resolve) => child.on('close', (status) => resolve({ status, shown })));
}
