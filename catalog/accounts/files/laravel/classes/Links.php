<?php

namespace {{namespace}}\Accounts;

use {{people.class}};
use Illuminate\Http\Request;
use LogicException;

/**
 * Links for a forgotten password: whose they are and until when, signed. Each is good once: the password is signed too,
 * and then another one.
 */
class Links
{
    /** How long a link is good, in minutes. */
    public const MINUTES = 30;

    /** A link to choose a new password by; it leads where APP_URL says, never where a request says it came from. */
    public function make({{people.short}} $user, Request $request): string
    {
        $ends = time() + 60 * self::MINUTES;
        $token = $user->getKey().'.'.$ends.'.'.$this->sign($user, $ends);

        return $this->origin($request).route('accounts.reset', ['token' => $token], false);
    }

    /** Whose link it is, as long as it is good. */
    public function read(mixed $token): ?{{people.short}}
    {
        [$id, $ends, $signature] = is_string($token) ? array_pad(explode('.', $token), 3, '') : ['', '', ''];
        if ((int) $ends <= time() || preg_match('/^[\w-]+$/', $id) !== 1) {
            return null;
        }
        $user = {{people.short}}::query()->find($id);

        return $user && hash_equals($this->sign($user, (int) $ends), $signature) ? $user : null;
    }

    /** Where links lead. Without the address that people know no mail leaves an app that serves them. */
    public function origin(Request $request): string
    {
        $url = rtrim((string) config('app.url'), '/');
        $host = parse_url($url, PHP_URL_HOST);
        if ($host !== null && $host !== 'localhost') {
            return $url;
        }
        if (app()->isProduction()) {
            throw new LogicException('Set APP_URL to the address that people know, as https://www.example.org: links in mails lead there.');
        }

        return 'http://localhost:'.(int) $request->server('SERVER_PORT', 80);
    }

    private function sign({{people.short}} $user, int $ends): string
    {
        $signed = implode("\n", ['forgotten password', $user->getKey(), $ends, $user->getAuthPassword()]);

        return rtrim(strtr(base64_encode(hash_hmac('sha256', $signed, (string) config('app.key'), true)), '+/', '-_'), '=');
    }
}
