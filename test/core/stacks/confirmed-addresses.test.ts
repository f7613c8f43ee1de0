import { describe, expect, it } from 'vitest';
import { bareSymfony } from '../../support/bare-symfony.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

const CONFIRMED = {
  Symfony: [
    'config/routes/accounts-confirmed.yaml',
    'src/Accounts/ConfirmAccount.php',
    'src/Accounts/ConfirmAddress.php',
    'src/Accounts/Notes.php',
    'templates/accounts/address.html.twig',
    'templates/accounts/confirm.html.twig',
  ],
  Laravel: [
    'app/Accounts/Notes.php',
    'app/Http/Controllers/Accounts/ConfirmAccountController.php',
    'app/Http/Controllers/Accounts/ConfirmAddressController.php',
    'resources/views/accounts/address.blade.php',
    'resources/views/accounts/confirm.blade.php',
  ],
};

const HOSTS = { Symfony: bareSymfony, Laravel: () => new MemoryStackHost('laravel12-php') };

describe.each(['Symfony', 'Laravel'] as const)('addresses that have to be confirmed in %s', (stack) => {
  it('come with a choice, and bring nothing where it is not made', async () => {
    const plain = HOSTS[stack]();
    await plain.attach('accounts');
    const confirmed = HOSTS[stack]();
    const before = confirmed.tree();
    await confirmed.attach('accounts', { confirm: 'yes' });
    const more = [...confirmed.tree().keys()].filter((file) => !plain.tree().has(file));
    expect(more).toEqual(CONFIRMED[stack]);
    const all = [...confirmed.tree()].map(([file, text]) => `${file}\n${text}`).join('\n');
    expect(all).not.toMatch(/\bRegister(Controller)?::(class|form|register)\b/);
    expect(all).not.toContain('// {{');
    await confirmed.detach('accounts');
    expect(confirmed.tree()).toEqual(before);
  });
});
