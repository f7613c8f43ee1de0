import { describe, expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';

const CONFIRMED = {
  'symfony64-php': [
    'config/routes/accounts-confirmed.yaml',
    'src/Accounts/ConfirmAccount.php',
    'src/Accounts/ConfirmAddress.php',
    'src/Accounts/Notes.php',
    'templates/accounts/address.html.twig',
    'templates/accounts/confirm.html.twig',
  ],
  'laravel12-php': [
    'app/Accounts/Notes.php',
    'app/Http/Controllers/Accounts/ConfirmAccountController.php',
    'app/Http/Controllers/Accounts/ConfirmAddressController.php',
    'resources/views/accounts/address.blade.php',
    'resources/views/accounts/confirm.blade.php',
  ],
};

describe.each(Object.entries(CONFIRMED))('addresses that have to be confirmed on %s', (stack, files) => {
  it('come with a choice, and bring nothing where it is not made', async () => {
    const plain = new MemoryStackHost(stack);
    await plain.attach('accounts');
    const confirmed = new MemoryStackHost(stack);
    const before = confirmed.tree();
    await confirmed.attach('accounts', { confirm: 'yes' });
    const more = [...confirmed.tree().keys()].filter((file) => !plain.tree().has(file));
    expect(more).toEqual(files);
    const all = [...confirmed.tree()].map(([file, text]) => `${file}\n${text}`).join('\n');
    expect(all).not.toMatch(/\bRegister(Controller)?::(class|form|register)\b/);
    expect(all).not.toContain('// {{');
    await confirmed.detach('accounts');
    expect(confirmed.tree()).toEqual(before);
  });
});
