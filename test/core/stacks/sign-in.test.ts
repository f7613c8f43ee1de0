import { describe, expect, it } from 'vitest';
import type { Definition } from '../../../src/core/definition/definition.ts';
import { parseDefinition } from '../../support/catalog.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

const SECURITY = 'config/packages/security.yaml';

function kit(fits = '{ people: [none, own] }', integration = 'kit'): Definition {
  return parseDefinition(
    `format: 1
integration: ${integration}
title: Kit
kind: authentication
about: A form to sign in.
ways:
  form:
    title: by a form
    fits: ${fits}
    ties:
      - framework.sign-in:
          people: '{{people.class}}'
          enter: gate_in
          leave: gate_out
          home: gate_home
          email: email
          password: password
          token: { field: _csrf, name: gate }
          rules:
            - { paths: [/in, /join], open: true }
            - { paths: [/mine], open: false }
proofs: []
`,
    'kit.yaml',
  );
}

/** A host of Symfony without a way in of its own, and with these settings. */
function host(security: string | undefined, changed: Readonly<Record<string, string>> = {}): MemoryStackHost {
  const made = new MemoryStackHost('symfony74-php', changed);
  for (const file of ['src/Controller/SecurityController.php', 'templates/security/login.html.twig']) made.remove(file);
  if (security === undefined) made.remove(SECURITY);
  else made.write(SECURITY, security);
  return made;
}

/** Attaches a kit, shows the security settings, and takes it out again. */
async function attached(made: MemoryStackHost, definition = kit()): Promise<string> {
  const before = made.tree();
  await made.attachDefinition(definition);
  const shown = made.text(SECURITY) ?? '';
  await made.detach('kit');
  expect(made.tree()).toEqual(before);
  return shown;
}

const NEW = `security:
    password_hashers:
        Symfony\\Component\\Security\\Core\\User\\PasswordAuthenticatedUserInterface: 'auto'
    # https://symfony.com/doc/current/security.html
    providers:
        users_in_memory: { memory: null }
    firewalls:
        dev:
            pattern: ^/(_(profiler|wdt)|css|images|js)/
            security: false
        main:
            lazy: true
            provider: users_in_memory

            # switch_user: true

    # Note: Only the *first* rule that matches counts
    access_control:
        # - { path: ^/admin, roles: ROLE_ADMIN }
`;

/** The class of an own member, with parts left out or in. */
function member(body: string, more = 'UserInterface, PasswordAuthenticatedUserInterface'): Record<string, string> {
  return {
    'src/Entity/User.php': `<?php\n\nnamespace App\\Entity;\n\nuse Doctrine\\ORM\\Mapping as ORM;\nuse Symfony\\Component\\Security\\Core\\User\\PasswordAuthenticatedUserInterface;\nuse Symfony\\Component\\Security\\Core\\User\\UserInterface;\n\n#[ORM\\Entity]\nclass User implements ${more}\n{\n${body}}\n`,
  };
}

describe('how people sign in to an app of Symfony', () => {
  it('takes the place of nobody, goes before the rules, and keeps every comment', async () => {
    const made = host(NEW);
    made.remove('src/Entity/User.php');
    made.remove('src/Repository/UserRepository.php');
    const shown = await attached(made);
    expect(shown).toContain('        people:\n            entity:\n                class: App\\Entity\\User\n');
    expect(shown).toContain(
      '            provider: people\n            form_login:\n                login_path: gate_in\n',
    );
    expect(shown).toContain('            # switch_user: true\n');
    expect(shown).toContain(
      'access_control:\n        - path: ^(/in|/join)$\n          roles: PUBLIC_ACCESS\n        - path: ^/mine(/|$)\n          roles: IS_AUTHENTICATED\n        # - { path: ^/admin',
    );
  });

  it('makes the settings where there are none', async () => {
    const shown = await attached(host(undefined));
    expect(shown).toContain('security:\n    password_hashers:\n');
    expect(shown).toContain(
      '        main:\n            provider: people\n            lazy: true\n            form_login:\n',
    );
  });

  it('leaves people who can be found already where they are', async () => {
    const own = NEW.replace(
      'users_in_memory: { memory: null }',
      'members: { entity: { class: App\\Entity\\User, property: email } }',
    );
    const shown = await attached(host(own.replace('provider: users_in_memory', 'provider: members')));
    expect(shown).toContain('            provider: members\n            form_login:');
    expect(shown).not.toContain('people:');
  });

  it('goes on beside people that are written into the settings', async () => {
    const users = "users_in_memory: { memory: { users: { ada: { password: '$2y$04$x', roles: [ROLE_ADMIN] } } } }";
    const shown = await attached(host(NEW.replace('users_in_memory: { memory: null }', users)));
    expect(shown).toContain('people_and_users_in_memory:\n            chain:\n                providers:\n');
    expect(shown).toContain('            provider: people_and_users_in_memory\n');
    expect(shown).toContain(users);
  });

  it('goes before rules that close the whole app', async () => {
    const closed = NEW.replace('# - { path: ^/admin, roles: ROLE_ADMIN }', '- { path: ^/, roles: ROLE_MEMBER }');
    const shown = await attached(host(closed));
    expect(shown.indexOf('^(/in|/join)$')).toBeLessThan(shown.indexOf('{ path: ^/, roles'));
  });

  it.each([
    [
      'signs people in already',
      NEW.replace('provider: users', 'http_basic: ~\n            provider: users'),
      'lets people in already, by http_basic',
    ],
    [
      'has more than one firewall for all pages',
      NEW.replace('        main:', '        api:\n            stateless: true\n        main:'),
      'more than one firewall',
    ],
    ['has settings that cannot be read', 'security:\n  - a\n  b: c\n', 'not valid YAML'],
  ])('is refused where the app %s', async (_, security, reason) => {
    const fits = '{ people: [none, own], joints: [framework.sign-in] }';
    await expect(host(security).attachDefinition(kit(fits))).rejects.toMatchObject({ status: 3 });
    const survey = await host(security).open();
    expect(survey.facts.workspaces.length).toBeGreaterThan(0);
    await expect(host(security).attachDefinition(kit())).rejects.toSatisfy((problem: { parts: object }) =>
      JSON.stringify(problem.parts).includes(reason),
    );
  });
});

describe('the class of those who sign in', () => {
  const WHOLE =
    '    #[ORM\\Id]\n    #[ORM\\Column]\n    private int $id;\n    #[ORM\\Column]\n    private string $email;\n    #[ORM\\Column]\n    private string $password;\n    public function setEmail(string $email): void {}\n    public function setPassword(string $password): void {}\n';

  it('is the app’s own where it has all that is needed', async () => {
    await expect(attached(host(NEW, member(WHOLE)))).resolves.toContain('class: App\\Entity\\User');
  });

  it.each([
    ['has no method for a new password', member(WHOLE.replace(/.*setPassword.*\n/, '')), 'has no method setPassword()'],
    ['has no address', member(WHOLE.replaceAll('mail', 'ddress')), 'has no field \\"email\\"'],
    [
      'needs to be told something first',
      member(`${WHOLE}    public function __construct(private string $plot) {}\n`),
      'cannot be made without arguments',
    ],
    ['lets nobody in yet', member(WHOLE, 'Stringable'), 'App\\\\Entity\\\\User does not implement UserInterface'],
    ['has no password', member(WHOLE, 'UserInterface'), 'does not implement PasswordAuthenticatedUserInterface'],
  ])('is refused where it %s, and it is said what is missing', async (_, files, reason) => {
    await expect(host(NEW, files).attachDefinition(kit())).rejects.toSatisfy((problem: { parts: object }) =>
      JSON.stringify(problem.parts).includes(reason),
    );
  });
});

describe('accounts in an app of Laravel', () => {
  const files = async (made: MemoryStackHost, choices: Record<string, string> = {}): Promise<Map<string, string>> => {
    const before = made.tree();
    await made.attach('accounts', choices);
    const after = made.tree();
    await made.detach('accounts');
    expect(made.tree()).toEqual(before);
    return after;
  };

  it('come with routes before what answers everything else, at the paths that were chosen', async () => {
    const made = new MemoryStackHost('laravel12-php');
    made.write(
      'routes/web.php',
      `${made.text('routes/web.php') ?? ''}\nRoute::get('/{any}', fn () => view('welcome'))->where('any', '.*');\n`,
    );
    const after = await files(made, { login: '/enter', profile: '/me/account' });
    expect(after.get('routes/web.php')).toMatch(/require __DIR__\.'\/accounts\.php';\n\nRoute::get\('\/\{any\}'/);
    expect(after.get('routes/accounts.php')).toContain("Route::post('/enter', [SignInController::class, 'enter']);");
    expect(after.get('routes/accounts.php')).toContain("Route::post('/me/account/delete'");
    expect(
      [...after].filter(([file, text]) => /accounts/i.test(file) && /\{\{[\w.]+\}\}/.test(text)).map(([file]) => file),
    ).toEqual(
      ['.ligament/attached/accounts.json'].filter(
        (file) => after.has(file) && /\{\{[\w.]+\}\}/.test(after.get(file) ?? ''),
      ),
    );
  });

  it.each([
    ['laravel12-php', '<x-layout :title="$title">'],
    ['laravel10-php', '<x-layout'],
  ])('show their pages in the layout of the app: %s', async (id, opening) => {
    const after = await files(new MemoryStackHost(id));
    expect(after.get('resources/views/accounts/frame.blade.php')?.startsWith(opening)).toBe(true);
  });

  it('are refused where a path is answered already, and where nobody can sign in by the usual columns', async () => {
    const made = new MemoryStackHost('laravel12-php');
    made.write(
      'routes/web.php',
      `${made.text('routes/web.php') ?? ''}\nRoute::get('/login', fn () => 'members only');\n`,
    );
    await expect(made.attach('accounts')).rejects.toSatisfy((problem: { parts: object }) =>
      JSON.stringify(problem.parts).includes('/login already'),
    );
    const other = new MemoryStackHost('laravel12-php');
    other.write(
      'app/Models/User.php',
      (other.text('app/Models/User.php') ?? '').replace('extends Authenticatable', 'extends Model'),
    );
    await expect(other.attach('accounts')).rejects.toSatisfy((problem: { parts: object }) =>
      JSON.stringify(problem.parts).includes('does not extend'),
    );
  });
});

describe('a database that a proof can have of its own', () => {
  const told = (settings: string): Promise<void> => {
    const made = new MemoryStackHost('symfony74-php', { 'config/packages/doctrine.yaml': settings });
    const definition = `format: 1
integration: kit
title: Kit
kind: data
about: Asks for a database.
ways:
  told:
    title: by the environment
    fits: { database: told }
    files: [{ file: kit.txt, text: kit }]
proofs: []
`;
    return made.attachDefinition(parseDefinition(definition, 'kit.yaml'));
  };

  it.each([
    [
      'one address of the environment',
      "doctrine:\n    dbal:\n        url: '%env(resolve:DATABASE_URL)%'\nwhen@test:\n    doctrine:\n        dbal: { dbname_suffix: _test }\n",
    ],
    ['nothing but what is mapped', 'doctrine:\n    orm:\n        auto_mapping: true\n'],
  ])('is had by %s', async (_, settings) => {
    await expect(told(settings)).resolves.toBeUndefined();
  });

  it.each([
    ['an address that is written out', "doctrine:\n    dbal:\n        url: 'mysql://root@127.0.0.1/plots'\n"],
    [
      'parts of an address',
      "doctrine:\n    dbal:\n        driver: pdo_mysql\n        host: '%env(DB_HOST)%'\n        dbname: plots\n",
    ],
    [
      'several connections',
      "doctrine:\n    dbal:\n        connections:\n            default: { url: '%env(DATABASE_URL)%' }\n            old: { url: '%env(OLD_URL)%' }\n",
    ],
    ['another variable', "doctrine:\n    dbal:\n        url: '%env(resolve:PLOTS_URL)%'\n"],
  ])('is not had by %s', async (_, settings) => {
    await expect(told(settings)).rejects.toMatchObject({ status: 3 });
  });
});
