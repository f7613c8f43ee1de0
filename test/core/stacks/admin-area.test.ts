import { describe, expect, it } from 'vitest';
import { parseDefinition } from '../../support/catalog.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

const MODEL = (name: string): Record<string, string> => ({
  [`app/Models/${name}.php`]: `<?php\n\nnamespace App\\Models;\n\nuse Illuminate\\Database\\Eloquent\\Model;\n\nclass ${name} extends Model\n{\n    protected $fillable = ['title'];\n}\n`,
});

/** A host of Laravel in which people can sign in. */
async function host(models: readonly string[]): Promise<MemoryStackHost> {
  const made = new MemoryStackHost('laravel12-php', Object.assign({}, ...models.map(MODEL)) as Record<string, string>);
  await made.attach('accounts');
  return made;
}

describe('an admin area in an app of Laravel', () => {
  it('looks after what it is told to, by short names, and after more when it is attached again', async () => {
    const made = await host(['Plot', 'Tool']);
    const before = made.tree();
    await made.attach('admin-area', { entity: 'plot, Tool', path: '/shed/keys' });
    expect(made.text('app/Admin/Entities.php')).toContain(
      'ALL = [\n        \\App\\Models\\Plot::class,\n        \\App\\Models\\Tool::class,\n    ];',
    );
    expect(made.text('routes/admin-area.php')).toContain("Route::prefix('/shed/keys')");
    expect(made.text('routes/web.php')).toMatch(
      /require __DIR__\.'\/accounts\.php';\n\nrequire __DIR__\.'\/admin-area\.php';/,
    );
    await made.detach('admin-area');
    expect(made.tree()).toEqual(before);
  });

  it.each([
    ['which of several is not said', undefined, 3, '(Plot, User)'],
    ['there is no such one', 'Shed', 2, 'App\\\\Models\\\\Plot, App\\\\Models\\\\User'],
  ])('asks where %s, and tells what there is', async (_, entity, status, words) => {
    const made = await host(['Plot']);
    const attached = made.attach('admin-area', entity === undefined ? {} : { entity });
    await expect(attached).rejects.toSatisfy(
      (problem: { status: number; parts: object }) =>
        problem.status === status && JSON.stringify(problem.parts).includes(words),
    );
  });

  it('is refused where nobody can sign in, and where its path is answered', async () => {
    const bare = new MemoryStackHost('laravel12-php', MODEL('Plot'));
    await expect(bare.attach('admin-area', { entity: 'Plot' })).rejects.toSatisfy((problem: { parts: object }) =>
      JSON.stringify(problem.parts).includes('nobody can sign in to it yet'),
    );
    const taken = await host(['Plot']);
    await expect(taken.attach('admin-area', { entity: 'Plot', path: '/plots' })).rejects.toSatisfy(
      (problem: { parts: object }) => JSON.stringify(problem.parts).includes('answers /plots already'),
    );
  });
});

describe('who may see which paths in an app of Symfony', () => {
  const guard = parseDefinition(
    `format: 1
integration: kit
title: Kit
kind: interface
about: A guarded path.
ways:
  rule:
    title: by a rule
    fits: { signIn: there }
    ties:
      - framework.access: { path: /shed.keys, role: ROLE_KEEPER }
proofs: []
`,
    'kit.yaml',
  );

  it('is told by a rule before those that are there', async () => {
    const made = new MemoryStackHost('symfony74-php');
    const before = made.tree();
    await made.attachDefinition(guard);
    expect(made.text('config/packages/security.yaml')).toContain(
      'access_control:\n        - path: ^/shed\\.keys(/|$)\n          roles: ROLE_KEEPER\n        - { path: ^/admin',
    );
    await made.detach('kit');
    expect(made.tree()).toEqual(before);
  });
});
