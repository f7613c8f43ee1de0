<?php

namespace {{namespace}}\Accounts;

use Psr\Log\LoggerInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/** Makes an account, and signs in who made it. */
#[AsController]
final class Register
{
    public function __construct(
        private readonly Pages $pages,
        private readonly Limits $limits,
        private readonly NewAccounts $accounts,
        private readonly Security $security,
        private readonly UrlGeneratorInterface $urls,
        private readonly LoggerInterface $logger,
    ) {
    }

    public function form(): Response
    {
        return $this->security->getUser() ? $this->profile() : $this->pages->show('register');
    }

    public function register(Request $request): Response
    {
        if ($refusal = $this->pages->refusal($request)) {
            return $refusal;
        }
        $sent = $request->request->all();
        $email = Rules::address($sent['email'] ?? '');
        if ($this->limits->isOver('register', $email, $request)) {
            return $this->pages->tooMany();
        }
        $this->limits->count('register', $email, $request);
        $name = Rules::name($sent['name'] ?? '');
        $password = \is_string($sent['password'] ?? null) ? $sent['password'] : '';
        if (!Rules::isAddress($email)) {
            return $this->refuse('email', 'That is not an email address.', $email, $name, 400);
        }
        if ($problem = Rules::objectionTo($password, $email)) {
            return $this->refuse('password', $problem, $email, $name, 400);
        }
        $user = $this->accounts->make($email, $name, $password);
        if (null === $user) {
            return $this->refuse('email', 'That address has an account already.', $email, $name, 409);
        }
        $this->logger->info('accounts: registered');

        return $this->security->login($user, 'form_login') ?? $this->profile();
    }

    private function refuse(string $field, string $problem, string $email, string $name, int $status): Response
    {
        return $this->pages->show('register', ['field' => $field, 'problem' => $problem, 'email' => $email, 'name' => $name], $status);
    }

    private function profile(): Response
    {
        return new RedirectResponse($this->urls->generate('accounts_profile'));
    }
}
