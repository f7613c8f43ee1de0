<?php

namespace {{namespace}}\Accounts;

use {{people.class}};
// {{moving.needs}}
use Doctrine\ORM\EntityManagerInterface;
use Psr\Log\LoggerInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;

/** What people may see and change of their own account. */
#[AsController]
final class Profile
{
    public function __construct(
        private readonly Pages $pages,
        private readonly Limits $limits,
        private readonly EntityManagerInterface $entities,
        private readonly UserPasswordHasherInterface $hasher,
        private readonly Passwords $passwords,
        private readonly Security $security,
        private readonly UrlGeneratorInterface $urls,
        private readonly LoggerInterface $logger,
    ) {
    }

    public function show(): Response
    {
        return $this->page($this->own());
    }

    public function change(Request $request): Response
    {
        $user = $this->own();
        if ($refusal = $this->pages->refusal($request)) {
            return $refusal;
        }
        // {{renaming}}
    }

    public function address(Request $request): Response
    {
        $user = $this->own();
        if ($refusal = $this->refusal($request, $user, 'current-email')) {
            return $refusal;
        }
        $email = Rules::address($request->request->all()['email'] ?? '');
        if (!Rules::isAddress($email)) {
            return $this->page($user, ['field' => 'email', 'problem' => 'That is not an email address.'], 400);
        }
        // {{moving}}
    }

    public function password(Request $request): Response
    {
        $user = $this->own();
        if ($refusal = $this->refusal($request, $user, 'current')) {
            return $refusal;
        }
        $sent = $request->request->all()['password'] ?? '';
        $password = \is_string($sent) ? $sent : '';
        $problem = Rules::objectionTo($password, $user->getUserIdentifier());
        if (null !== $problem) {
            return $this->page($user, ['field' => 'password', 'problem' => $problem], 400);
        }
        // Of two at once one comes first, and the other knows it no more.
        if (!$this->passwords->change($user, $password)) {
            return $this->page($user, ['field' => 'current', 'problem' => 'The current password is not right.'], 403);
        }
        // Whoever has come in by the old one goes out.
        $this->security->login($user, 'form_login');
        $request->getSession()->migrate(true);
        $this->logger->info('accounts: password changed');

        return $this->page($user, ['notice' => 'Your password is changed.']);
    }

    public function remove(Request $request): Response
    {
        $user = $this->own();
        if ($refusal = $this->refusal($request, $user, 'known')) {
            return $refusal;
        }
        $this->entities->remove($user);
        $this->entities->flush();
        $this->security->logout(false);
        $this->logger->info('accounts: account deleted');

        return new RedirectResponse($this->urls->generate('accounts_register'));
    }

    /** A form of somebody else, too many tries, or a current password that is not theirs; null where all is well. */
    private function refusal(Request $request, {{people.short}} $user, string $field): ?Response
    {
        if ($refusal = $this->pages->refusal($request)) {
            return $refusal;
        }
        $whom = $user->getUserIdentifier();
        if ($this->limits->isOver('own', $whom, $request)) {
            return $this->pages->tooMany();
        }
        $current = $request->request->all()['current'] ?? '';
        if (\is_string($current) && $this->hasher->isPasswordValid($user, $current)) {
            return null;
        }
        $this->limits->count('own', $whom, $request);

        return $this->page($user, ['field' => $field, 'problem' => 'The current password is not right.'], 403);
    }

    /** @param array<string, mixed> $given */
    private function page({{people.short}} $user, array $given = [], int $status = 200): Response
    {
        return $this->pages->show('profile', $given + [
            'email' => $user->getUserIdentifier(),
            'name' => {{name.of}},
        ], $status);
    }

    private function own(): {{people.short}}
    {
        $user = $this->security->getUser();
        if (!$user instanceof {{people.short}}) {
            throw new AccessDeniedException();
        }

        return $user;
    }
}
