import fs from 'node:fs';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { projectRoot } from '../../demo/registry/open.ts';
import { demoHost, PROGRAM, type TestHost } from '../support/host.ts';

let host: TestHost;
let before: Map<string, string>;
beforeAll(() => {
  host = demoHost();
  before = host.tree();
});
afterAll(() => {
  expect(host.tree()).toEqual(before);
  host.remove();
});

/** What the line of a frame has above the marks. */
function marked(stderr: string): string | undefined {
  const lines = stderr.split('\n');
  const at = lines.findIndex((line) => /^ +\^+$/.test(line));
  const [, blanks = '', marks = ''] = /^( +)(\^+)$/.exec(lines[at] ?? '') ?? [];
  return at < 1 ? undefined : lines[at - 1]?.slice(blanks.length, blanks.length + marks.length);
}

// What people type who do not know the program: the word that is wrong, and what they are told.
const WRONG: readonly (readonly [line: string, marked: string | undefined, what: string, next: string])[] = [
  ['atach x', 'atach', 'There is no command "atach"', 'Did you mean "attach"?'],
  ['add x', 'add', 'There is no command "add"', 'Did you mean "attach"?'],
  ['install', 'install', 'There is no command "install"', 'Did you mean "attach"?'],
  ['remove x', 'remove', 'There is no command "remove"', 'Did you mean "detach"?'],
  ['uninstall x', 'uninstall', 'There is no command "uninstall"', 'Did you mean "detach"?'],
  ['list', 'list', 'There is no command "list"', 'Did you mean "browse"?'],
  ['status', 'status', 'There is no command "status"', 'Did you mean "survey"?'],
  ['init', 'init', 'There is no command "init"', 'Did you mean "survey"?'],
  ['wheelbarrow', 'wheelbarrow', 'There is no command "wheelbarrow"', '"ligament help" lists all commands.'],
  ['help atach', 'atach', 'There is no command "atach"', 'Did you mean "attach"?'],
  ['help attach now', 'now', '"help" takes one word', 'Leave it out.'],
  ['attach --prview', '--prview', '"attach" has no option --prview', 'Did you mean --preview?'],
  ['attach x --dry-run', '--dry-run', '"attach" has no option --dry-run', 'Did you mean --preview?'],
  ['attach x --force', '--force', '"attach" has no option --force', 'Did you mean --yes?'],
  ['browse --no-color', '--no-color', '"browse" has no option --no-color', 'NO_COLOR=1'],
  ['attach x -z', '-z', '"attach" has no option -z', 'See: ligament help attach'],
  ['attach --allowCommands', '--allowCommands', 'has no option --allowCommands', 'Did you mean --allow-commands?'],
  ['survey --preview', '--preview', '"survey" has no option --preview', 'See: ligament help survey'],
  ['survey extra', 'extra', '"survey" takes no words', 'Leave it out.'],
  ['undo now', 'now', '"undo" takes no words', 'Leave it out.'],
  ['enrol a b', 'b', '"enrol" takes one word only', 'Leave it out.'],
  ['detach', undefined, '"detach" needs the name of an integration', '"ligament survey" tells what is attached.'],
  ['enrol', undefined, '"enrol" needs the name of an integration', '"ligament survey" tells what is attached.'],
  ['attach', undefined, '"attach" needs the name of an integration', '"ligament browse" lists'],
  ['completion', undefined, '"completion" needs the name of a shell', 'See: ligament help completion'],
  ['completion bsh', 'bsh', 'There is no completion for "bsh"', 'Did you mean bash?'],
  ['survey --cwd', '--cwd', '--cwd needs a value', 'Give it as --cwd FOLDER.'],
  ['survey --cwd --verbose', '--cwd', '--cwd needs a value', 'Give it as --cwd FOLDER.'],
  ['survey --cwd . --cwd .', '--cwd', '--cwd can be given once only', 'Leave one of them out.'],
  ['survey --verbose=2', '--verbose', '--verbose takes no value, and "2" was given', 'Write --verbose'],
  ['attach x --side=brwser', '--side', '--side takes browser or server', 'Did you mean browser?'],
  ['attach x --format yaml', '--format', '--format takes text, patch, or html', 'Give one of these.'],
  ['grow type-scale --from wide', '--from', '--from takes a number, and "wide" was given', '--from PIXELS'],
  ['survey --quiet --verbose', '--verbose', '--quiet and --verbose cannot both be given', 'Choose one of them.'],
  ['attach x --everywhere --workspace web', '--workspace', 'cannot both be given', 'Choose one of them.'],
  ['attach -- --preview', '--preview', '--preview comes after "--"', 'Put options before "--".'],
  ['--verbos', '--verbos', 'A command is missing before --verbos', '"ligament help" lists all commands.'],
];

describe('what is typed wrongly', () => {
  it.each(WRONG)('%s: is told what, where and what next', (line, mark, what, next) => {
    const args = line.split(' ');
    const result = host.ligament(...args);
    expect(result.status).toBe(2);
    expect(result.stdout).toBe('');
    expect(result.stderr.replaceAll(/\n +/g, ' ')).toContain(what);
    expect(result.stderr.replaceAll(/\n +/g, ' ')).toContain(next);
    expect(marked(result.stderr)).toBe(mark);
    const end = args.includes('--') ? ['--json', ...args] : [...args, '--json'];
    const { problem, status } = JSON.parse(host.ligament(...end).stdout) as {
      status: number;
      problem: { what: string; next: string };
    };
    expect(status).toBe(2);
    expect(problem.what).toContain(what);
  });

  it('does not repeat what may be a secret', () => {
    const { stderr } = host.ligament('attach', 'x', '--choose', 'session=hushed', '--pasword=hushed', 'hushed');
    expect(stderr).toContain('has no option --pasword');
    expect(stderr).not.toContain('hushed');
  });
});

describe('what is typed in other ways', () => {
  it.each([
    ['browse --workspace web pinia', 'pinia'],
    ['browse --workspace=web -- pinia', 'pinia'],
    ['--workspace web browse pinia', 'pinia'],
    ['attach pinia -qy --preview --workspace web', 'Pinia goes to web'],
    ['history --offline --no-install --no-prove --side server --workspace web --yes', ''],
    ['survey --json=false', 'allotment'],
  ])('%s: is understood', (line, words) => {
    const result = host.ligament(...line.split(' '));
    expect(result.status, result.stderr).toBe(0);
    expect(result.stdout).toContain(words);
  });

  it.each(['--version', '-V', '-v'])('%s is the version', (option) => {
    expect(host.ligament(option).stdout).toMatch(/^\d+\.\d+\.\d+\n$/);
  });

  it('without a command all commands are shown', () => {
    const { status, stderr } = host.ligament();
    expect(status).toBe(2);
    expect(stderr).toContain('  attach      Attach integrations to a workspace');
  });

  it.each([
    'survey',
    'browse',
    'attach',
    'prove',
    'detach',
    'undo',
    'history',
    'recover',
    'grow',
    'enrol',
    'completion',
  ])('help %s has two examples that are typed rightly, and no line wider than the screen', (command) => {
    const { stdout } = host.ligament('help', command);
    expect(host.ligament(command, '--help').stdout).toBe(stdout);
    expect(host.ligament('-h', command).stdout).toBe(stdout);
    const examples = [...stdout.matchAll(/^ {2}ligament (.*)$/gm)].map(([, line = '']) => line);
    expect(examples.length).toBeGreaterThan(1);
    for (const line of examples) {
      const { stderr } = host.ligament('--cwd', '/', ...line.split(' '));
      expect(stderr).not.toMatch(/has no option|There is no command|takes no|needs /);
    }
    for (const line of stdout.split('\n')) expect(line.length).toBeLessThanOrEqual(120);
    expect(stdout).not.toMatch(/\[(array|boolean|string)\]|default:/);
  });

  it('knows topics besides commands', () => {
    expect(host.ligament('help', 'environment').stdout).toContain('NO_COLOR');
    expect(host.ligament('help', 'statuses').stdout).toContain('130');
    expect(host.ligament('help').stdout).toBe(host.ligament('--help').stdout);
  });
});

it('the reference of commands is current (UPDATE_DOCS=1 npm test writes it)', () => {
  const names = [...host.ligament('help').stdout.matchAll(/^ {2}([a-z]+) {2,}\S/gm)].map(([, name = '']) => name);
  const parts = [...names.filter((name) => name !== 'help'), 'environment', 'statuses'].map((name) => {
    return `## ${name}\n\n\`\`\`\n${host.ligament('help', name).stdout.trimEnd()}\n\`\`\`\n`;
  });
  const intro =
    'What `ligament help` says of each command, and of the environment and exit statuses. Written by a test.';
  const page = `# Commands\n\n${intro}\n\n${parts.join('\n')}`;
  const file = path.join(projectRoot(), 'docs/commands.md');
  if (process.env.UPDATE_DOCS) fs.writeFileSync(file, page);
  expect(names.length).toBe(11);
  expect(fs.readFileSync(file, 'utf8')).toBe(page);
});

describe('where it stands', () => {
  it('in a folder that is gone, or on an older Node.js, a line is said', () => {
    const gone = host.run('sh', [
      '-c',
      `mkdir gone && cd gone && rmdir ../gone && '${process.execPath}' '${PROGRAM}' survey`,
    ]);
    expect(gone.status).toBe(2);
    expect(gone.stderr).toBe(
      'Wrong  The folder that you stand in is gone\n  next     Go into a project, and try again.\n',
    );
    const older = path.join(path.dirname(host.root), 'older.cjs');
    fs.writeFileSync(
      older,
      "Object.defineProperty(process, 'versions', { value: { ...process.versions, node: '18.20.8' } });\n",
    );
    const old = host.run(process.execPath, ['--require', older, PROGRAM, 'survey']);
    expect(old.status).toBe(2);
    expect(old.stderr).toBe('Ligament needs Node.js 20.19 or newer; this is 18.20.8.\n');
  });

  it('colours are off where FORCE_COLOR is 0, also beside NO_COLOR', () => {
    const run = (environment: Record<string, string>): string =>
      host.run('env', ['-u', 'NO_COLOR', process.execPath, PROGRAM, 'survey'], environment).stdout;
    expect(run({ FORCE_COLOR: '1' })).toContain('\u001b[');
    expect(run({ FORCE_COLOR: '0' })).not.toContain('\u001b[');
    expect(host.run(process.execPath, [PROGRAM, 'survey'], { FORCE_COLOR: '0' }).stdout).not.toContain('\u001b[');
  });

  it('tells what there is where there is no project', () => {
    const { status, stdout, stderr } = host.ligament('browse', 'state', '--cwd', '/');
    expect(status).toBe(0);
    expect(stdout).toContain('pinia');
    expect(stderr).toContain('There is no project here');
  });
});

describe('words that a shell completes', () => {
  const completed = (line: string): string[] => {
    const script = `ligament() { '${process.execPath}' '${PROGRAM}' "$@"; }; source <(ligament completion bash)
      COMP_LINE="$1"; COMP_POINT=\${#1}; _ligament 2>/dev/null; printf '%s\\n' "\${COMPREPLY[@]}"`;
    return host
      .run('bash', ['-c', script, 'bash', line])
      .stdout.split('\n')
      .filter((one) => one !== '');
  };

  it.each([
    ['ligament at', ['attach']],
    ['ligament attach tail', ['tailwindcss']],
    ['ligament attach tailwindcss --choose ', ['prefix=', 'way=']],
    ['ligament attach tailwindcss --choose way=b', ['bundler-plugin']],
    ['ligament attach --workspace ', ['allotment', 'api', 'web']],
    ['ligament attach --side=s', ['server']],
    ['ligament detach ', []],
    ['ligament help en', ['enrol', 'environment']],
    ['ligament grow list', ['list-page']],
    ['ligament undo --y', ['--yes']],
    ['ligament completion ', ['bash', 'zsh', 'fish']],
  ])('%s', (line, words) => {
    expect(completed(line)).toEqual(words);
  });

  it('are asked for by scripts that each shell can read', () => {
    for (const shell of ['bash', 'zsh', 'fish']) {
      const script = path.join(path.dirname(host.root), `completion.${shell}`);
      fs.writeFileSync(script, host.ligament('completion', shell).stdout);
      expect(host.run(shell, ['-n', script])).toMatchObject({ status: 0, stderr: '' });
    }
  });
});

describe('what a preview is given in vain', () => {
  it.each([
    ['a file of a secret that nothing asks for', ['--secret-file', 'shed=/none'], 'No secret "shed" is asked for'],
    ['an answer given twice', ['--choose', 'prefix=a', '--choose', 'prefix=b'], 'prefix was given twice'],
    ['a commit without version control', ['--commit'], 'git'],
  ])('%s is refused as it would be without --preview', (_, options, words) => {
    const attach = ['attach', 'tailwindcss', '--workspace', 'web', '--yes', ...options];
    const shown = host.ligament(...attach, '--preview');
    const done = host.ligament(...attach);
    expect(shown.status).not.toBe(0);
    expect(shown.stderr).toBe(done.stderr);
    expect(shown.stderr).toContain(words);
  });
});
