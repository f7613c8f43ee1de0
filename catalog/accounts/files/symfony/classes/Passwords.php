<?php

namespace {{namespace}}\Accounts;

use {{people.class}};
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;

/** Changes passwords, as long as they are still what they were. */
final class Passwords
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly UserPasswordHasherInterface $hasher,
    ) {
    }

    /** Whether it was changed: of two at once only the first one does it. */
    public function change({{people.short}} $user, #[\SensitiveParameter] string $password): bool
    {
        $hash = $this->hasher->hashPassword($user, $password);
        $changed = $this->entities->createQueryBuilder()
            ->update({{people.short}}::class, 'u')
            ->set('u.password', ':new')
            ->where('u.{{people.field}} = :whom AND u.password = :old')
            ->setParameter('new', $hash)
            ->setParameter('whom', $user->getUserIdentifier())
            ->setParameter('old', $user->getPassword())
            ->getQuery()
            ->execute();
        $this->entities->refresh($user);

        return 1 === $changed;
    }
}
