<?php

namespace {{namespace}}\Entity;

use {{namespace}}\Repository\UserRepository;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Security\Core\User\PasswordAuthenticatedUserInterface;
use Symfony\Component\Security\Core\User\UserInterface;

/** Somebody with an account. */
#[ORM\Entity(repositoryClass: UserRepository::class)]
#[ORM\Table(name: 'account')]
#[ORM\UniqueConstraint(name: 'account_email', columns: ['email'])]
class User implements UserInterface, PasswordAuthenticatedUserInterface
{
    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column(name: 'id', type: Types::INTEGER)]
    private ?int $id = null;

    #[ORM\Column(name: 'email', type: Types::STRING, length: 254)]
    private string $email = '';

    #[ORM\Column(name: 'name', type: Types::STRING, length: 200)]
    private string $name = '';

    #[ORM\Column(name: 'password', type: Types::STRING, length: 255)]
    private string $password = '';

    /** @var list<string> */
    #[ORM\Column(name: 'roles', type: Types::JSON)]
    private array $roles = [];

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getEmail(): string
    {
        return $this->email;
    }

    public function setEmail(string $email): static
    {
        $this->email = $email;

        return $this;
    }

    public function getName(): string
    {
        return $this->name;
    }

    public function setName(string $name): static
    {
        $this->name = $name;

        return $this;
    }

    /** @return non-empty-string */
    public function getUserIdentifier(): string
    {
        return '' === $this->email ? throw new \LogicException('An account has an address.') : $this->email;
    }

    /** @return list<string> */
    public function getRoles(): array
    {
        return array_values(array_unique([...$this->roles, 'ROLE_USER']));
    }

    /** @param list<string> $roles */
    public function setRoles(array $roles): static
    {
        $this->roles = array_values(array_diff($roles, ['ROLE_USER']));

        return $this;
    }

    public function getPassword(): string
    {
        return $this->password;
    }

    public function setPassword(string $password): static
    {
        $this->password = $password;

        return $this;
    }

    #[\Deprecated]
    public function eraseCredentials(): void
    {
    }
}
