<?php

namespace {{namespace}}\Accounts;

use {{people.class}};
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Hash;
use Illuminate\Support\Str;
use SensitiveParameter;

/** Looks whether passwords are right, and changes them. */
class Passwords
{
    /** It takes as long where there is no such account as where there is one. */
    public function isRight(?{{people.short}} $user, #[SensitiveParameter] string $password): bool
    {
        $nobodys = fn (): string => Cache::rememberForever('accounts.nobody', fn (): string => Hash::make(Str::random(32)));
        $isSame = Hash::check($password, $user?->getAuthPassword() ?? $nobodys());

        return $user !== null && $isSame;
    }

    /** Whether it was changed: of two at once only the first one does it. Who stayed signed in elsewhere goes out. */
    public function change({{people.short}} $user, #[SensitiveParameter] string $password): bool
    {
        $changed = {{people.short}}::query()
            ->whereKey($user->getKey())
            ->where('password', $user->getAuthPassword())
            ->update(['password' => Hash::make($password), $user->getRememberTokenName() => Str::random(60)]);
        $user->refresh();

        return $changed === 1;
    }

    /** A password is hashed anew when more is asked of it. */
    public function renew({{people.short}} $user, #[SensitiveParameter] string $password): void
    {
        if (Hash::needsRehash($user->getAuthPassword())) {
            $user->forceFill(['password' => Hash::make($password)])->save();
        }
    }
}
