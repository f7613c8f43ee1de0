<?php

namespace {{namespace}}\Accounts;

use {{people.class}};
use Doctrine\DBAL\Exception\UniqueConstraintViolationException;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;

/** Makes accounts. */
final class NewAccounts
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly UserPasswordHasherInterface $hasher,
    ) {
    }

    public function has(string $email): bool
    {
        return null !== $this->entities->getRepository({{people.short}}::class)->findOneBy(['{{people.field}}' => $email]);
    }

    /** The new account; null where the address has one. */
    public function make(string $email, string $name, #[\SensitiveParameter] string $password): ?{{people.short}}
    {
        if ($this->has($email)) {
            return null;
        }
        $user = new {{people.short}}();
        $user->set{{people.capital}}($email);
        // {{naming}}
        $user->setPassword($this->hasher->hashPassword($user, $password));
        $this->entities->persist($user);
        try {
            $this->entities->flush();
        } catch (UniqueConstraintViolationException) {
            return null;
        }

        return $user;
    }
}
