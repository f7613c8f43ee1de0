<?php

namespace {{namespace}}\Accounts;

use Psr\Cache\CacheItemPoolInterface;
use Symfony\Component\HttpFoundation\Request;

/** Counts tries in the app's own cache: for an address from a place, and for each alone. */
final class Limits
{
    /** How long tries count, in seconds. */
    public const WINDOW = 900;

    private const MOST = ['both' => 10, 'whom' => 50, 'from' => 100];

    public function __construct(private readonly CacheItemPoolInterface $cache)
    {
    }

    /** Whether there were too many tries already. */
    public function isOver(string $form, string $whom, Request $request): bool
    {
        foreach ($this->keys($form, $whom, $request) as $kind => $key) {
            if ($this->tries($key)['count'] >= self::MOST[$kind]) {
                return true;
            }
        }

        return false;
    }

    public function count(string $form, string $whom, Request $request): void
    {
        foreach ($this->keys($form, $whom, $request) as $key) {
            $tries = $this->tries($key);
            $item = $this->cache->getItem($key);
            $item->set(['count' => $tries['count'] + 1, 'until' => $tries['until']]);
            $item->expiresAfter(max(1, $tries['until'] - time()));
            $this->cache->save($item);
        }
    }

    /** What went well is no try to guess. */
    public function forgive(string $form, string $whom, Request $request): void
    {
        $this->cache->deleteItem($this->keys($form, $whom, $request)['both']);
    }

    /** @return array{count: int, until: int} */
    private function tries(string $key): array
    {
        $kept = $this->cache->getItem($key)->get();
        $count = \is_array($kept) ? ($kept['count'] ?? null) : null;
        $until = \is_array($kept) ? ($kept['until'] ?? null) : null;
        $isKept = \is_int($count) && \is_int($until) && $until > time();

        return $isKept ? ['count' => $count, 'until' => $until] : ['count' => 0, 'until' => time() + self::WINDOW];
    }

    /**
     * Whom it is about is not kept, only whether it is the same again.
     *
     * @return array{both: string, whom: string, from: string}
     */
    private function keys(string $form, string $whom, Request $request): array
    {
        $place = self::network((string) $request->getClientIp());
        $key = static fn (string $kind, string $of): string => 'accounts.'.hash('sha256', "$form $kind $of");

        return [
            'both' => $key('both', "$whom $place"),
            'whom' => $key('whom', '' === $whom ? $place : $whom),
            'from' => $key('from', $place),
        ];
    }

    /** One visitor has a whole network of IPv6: its first 64 bits count. */
    private static function network(string $address): string
    {
        $bytes = filter_var($address, \FILTER_VALIDATE_IP, \FILTER_FLAG_IPV6) ? inet_pton($address) : false;

        return false === $bytes ? $address : bin2hex(substr($bytes, 0, 8));
    }
}
