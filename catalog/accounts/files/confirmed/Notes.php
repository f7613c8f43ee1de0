<?php

namespace {{namespace}}\Accounts;

/** What a link carries, signed: for one purpose, and until a time. */
final class Notes
{
    /** How long a link is good, in minutes. */
    public const MINUTES = 24 * 60;

    /** @param array<string, string> $what */
    public static function write(string $purpose, array $what, #[\SensitiveParameter] string $secret): string
    {
        $body = self::encode((string) json_encode(['what' => $what, 'ends' => time() + 60 * self::MINUTES]));

        return $body.'.'.self::sign($purpose, $body, $secret);
    }

    /**
     * What a link carries, as long as it is good.
     *
     * @return array<string, string>|null
     */
    public static function read(string $purpose, mixed $token, #[\SensitiveParameter] string $secret): ?array
    {
        [$body, $signature] = \is_string($token) ? array_pad(explode('.', $token), 2, '') : ['', ''];
        if ('' === $secret || !hash_equals(self::sign($purpose, $body, $secret), $signature)) {
            return null;
        }
        $read = json_decode((string) base64_decode(strtr($body, '-_', '+/'), true), true);

        return \is_array($read) && ($read['ends'] ?? 0) > time() ? $read['what'] : null;
    }

    private static function sign(string $purpose, string $body, #[\SensitiveParameter] string $secret): string
    {
        return self::encode(hash_hmac('sha256', "accounts\n$purpose\n$body", $secret, true));
    }

    private static function encode(string $bytes): string
    {
        return rtrim(strtr(base64_encode($bytes), '+/', '-_'), '=');
    }
}
