<?php

namespace {{namespace}}\Accounts;

use Illuminate\Http\Request;
use Illuminate\Support\Facades\RateLimiter;

/** Counts tries: for an address from a place, and for each alone. */
class Limits
{
    /** How long tries count, in seconds. */
    private const WINDOW = 900;

    private const MOST = ['both' => 10, 'whom' => 50, 'from' => 100];

    /** Whether there were too many tries already. */
    public function isOver(string $form, string $whom, Request $request): bool
    {
        foreach ($this->keys($form, $whom, $request) as $kind => $key) {
            if (RateLimiter::tooManyAttempts($key, self::MOST[$kind])) {
                return true;
            }
        }

        return false;
    }

    public function count(string $form, string $whom, Request $request): void
    {
        foreach ($this->keys($form, $whom, $request) as $key) {
            RateLimiter::hit($key, self::WINDOW);
        }
    }

    /** What went well is no try to guess. */
    public function forgive(string $form, string $whom, Request $request): void
    {
        RateLimiter::clear($this->keys($form, $whom, $request)['both']);
    }

    /**
     * Whom it is about is not kept, only whether it is the same again.
     *
     * @return array{both: string, whom: string, from: string}
     */
    private function keys(string $form, string $whom, Request $request): array
    {
        $place = self::network((string) $request->ip());
        $key = static fn (string $kind, string $of): string => 'accounts.'.hash('sha256', "$form $kind $of");

        return [
            'both' => $key('both', "$whom $place"),
            'whom' => $key('whom', $whom === '' ? $place : $whom),
            'from' => $key('from', $place),
        ];
    }

    /** One visitor has a whole network of IPv6: its first 64 bits count. */
    private static function network(string $address): string
    {
        $bytes = filter_var($address, FILTER_VALIDATE_IP, FILTER_FLAG_IPV6) ? inet_pton($address) : false;

        return $bytes === false ? $address : bin2hex(substr($bytes, 0, 8));
    }
}
