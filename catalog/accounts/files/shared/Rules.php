<?php

namespace {{namespace}}\Accounts;

/** What addresses, names and new passwords have to be. */
final class Rules
{
    public const SHORTEST = 8;
    public const LONGEST = 128;

    private const ADDRESS = '/^[^\s@<>"\p{C}]+@[^\s@<>"\p{C}]+\.[^\s@<>".\p{C}]+$/u';
    private const COUNTED = ['01234567890', '9876543210'];

    /** An address as it is kept and looked for: whatever else is typed is no other one. */
    public static function address(mixed $typed): string
    {
        $plain = \is_string($typed) ? mb_strtolower(trim($typed)) : '';

        return \strlen($plain) > 254 || 1 === preg_match('/\p{C}/u', $plain) || !mb_check_encoding($plain, 'UTF-8') ? '' : $plain;
    }

    /** A text on one line, cut where it gets too long. */
    public static function name(mixed $typed): string
    {
        $plain = \is_string($typed) && mb_check_encoding($typed, 'UTF-8') ? $typed : '';

        return mb_substr(trim((string) preg_replace('/\p{C}+/u', ' ', $plain)), 0, 200);
    }

    public static function isAddress(string $address): bool
    {
        return 1 === preg_match(self::ADDRESS, $address);
    }

    /** What is wrong with a new password of somebody; null if all is well. */
    public static function objectionTo(#[\SensitiveParameter] string $password, string $address): ?string
    {
        $length = mb_strlen($password);
        if ($length < self::SHORTEST || $length > self::LONGEST || !mb_check_encoding($password, 'UTF-8')) {
            return sprintf('A password has between %d and %d characters.', self::SHORTEST, self::LONGEST);
        }
        // Other letters may be the same ones: what is refused is refused however it is typed.
        $plain = mb_strtolower(class_exists(\Normalizer::class) ? (\Normalizer::normalize($password, \Normalizer::FORM_KC) ?: $password) : $password);
        $isOwn = $plain === $address || $plain === explode('@', $address)[0];
        $isCounted = [] !== array_filter(self::COUNTED, static fn (string $one): bool => str_contains($one, $plain));
        $isRepeated = \count(array_unique(mb_str_split($plain))) < 3;

        return $isOwn || $isCounted || $isRepeated || CommonPasswords::has($plain) ? 'That password is easily guessed.' : null;
    }
}
