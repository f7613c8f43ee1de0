<?php

namespace {{namespace}}\Accounts;

use {{people.class}};
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/**
 * Links for a forgotten password: whose they are and until when, signed. Each is good once: the password is signed too,
 * and then another one.
 */
final class Links
{
    /** How long a link is good, in minutes. */
    public const MINUTES = 30;

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly UrlGeneratorInterface $urls,
        #[Autowire('%kernel.secret%')] #[\SensitiveParameter] private readonly string $secret,
        #[Autowire('%env(default::ACCOUNTS_ORIGIN)%')] private readonly ?string $origin,
        #[Autowire('%kernel.debug%')] private readonly bool $isDebug,
    ) {
    }

    /** A link to choose a new password by; it leads where the settings say, never where a request says it came from. */
    public function make({{people.short}} $user, int $port): string
    {
        $ends = time() + 60 * self::MINUTES;
        $id = rtrim(strtr(base64_encode($user->getUserIdentifier()), '+/', '-_'), '=');
        $path = $this->urls->generate('accounts_reset', ['token' => "$id.$ends.".$this->sign($user, $ends)]);

        return $this->origin($port).$path;
    }

    /** Whose link it is, as long as it is good. */
    public function read(mixed $token): ?{{people.short}}
    {
        [$id, $ends, $signature] = \is_string($token) ? array_pad(explode('.', $token), 3, '') : ['', '', ''];
        if ((int) $ends <= time() || '' === $this->secret) {
            return null;
        }
        $identifier = (string) base64_decode(strtr($id, '-_', '+/'), true);
        if (!mb_check_encoding($identifier, 'UTF-8')) {
            return null;
        }
        $user = $this->entities->getRepository({{people.short}}::class)->findOneBy(['{{people.field}}' => $identifier]);

        return $user && hash_equals($this->sign($user, (int) $ends), $signature) ? $user : null;
    }

    /** Where links lead. Without the address that people know no mail leaves an app that serves them. */
    public function origin(int $port): string
    {
        if (null !== $this->origin && '' !== $this->origin) {
            return rtrim($this->origin, '/');
        }
        if (!$this->isDebug) {
            throw new \LogicException('Set ACCOUNTS_ORIGIN to the address that people know, as https://www.example.org: links in mails lead there.');
        }

        return "http://localhost:$port";
    }

    private function sign({{people.short}} $user, int $ends): string
    {
        $signed = implode("\n", ['forgotten password', $user->getUserIdentifier(), $ends, $user->getPassword()]);

        return rtrim(strtr(base64_encode(hash_hmac('sha256', $signed, $this->secret, true)), '+/', '-_'), '=');
    }
}
