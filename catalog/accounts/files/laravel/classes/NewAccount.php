<?php

namespace {{namespace}}\Accounts;

use {{people.class}};
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Support\Facades\Hash;
use SensitiveParameter;

/** Makes accounts. */
class NewAccount
{
    public function has(string $email): bool
    {
        return {{people.short}}::query()->where('{{people.field}}', $email)->exists();
    }

    /** The new account; null where the address has one. Nothing but these fields can be set from outside. */
    public function make(string $email, string $name, #[SensitiveParameter] string $password): ?{{people.short}}
    {
        if ($this->has($email)) {
            return null;
        }
        $user = new {{people.short}};
        $user->forceFill(['name' => $name, '{{people.field}}' => $email, 'password' => Hash::make($password)]);
        try {
            $user->save();
        } catch (UniqueConstraintViolationException) {
            // Of two at once only the first one has it.
            return null;
        }

        return $user;
    }
}
