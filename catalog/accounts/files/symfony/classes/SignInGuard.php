<?php

namespace {{namespace}}\Accounts;

use {{people.class}};
use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\RequestStack;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\PasswordHasher\Hasher\PasswordHasherFactoryInterface;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Core\Exception\InvalidCsrfTokenException;
use Symfony\Component\Security\Core\Exception\TooManyLoginAttemptsAuthenticationException;
use Symfony\Component\Security\Core\Exception\UserNotFoundException;
use Symfony\Component\Security\Http\Authentication\AuthenticationFailureHandlerInterface;
use Symfony\Component\Security\Http\Event\CheckPassportEvent;
use Symfony\Component\Security\Http\Event\LoginSuccessEvent;

/** Slows down who guesses, and says the same to whoever fails. */
final class SignInGuard implements AuthenticationFailureHandlerInterface
{
    public function __construct(
        private readonly Pages $pages,
        private readonly Limits $limits,
        private readonly PasswordHasherFactoryInterface $hashers,
        private readonly RequestStack $requests,
        private readonly LoggerInterface $logger,
    ) {
    }

    /** Before anything of the form is looked at. */
    #[AsEventListener(event: CheckPassportEvent::class, priority: 2100)]
    public function stopWhoGuesses(): void
    {
        $request = $this->signIn();
        if ($request && $this->limits->isOver('sign-in', $this->addressIn($request), $request)) {
            throw new TooManyLoginAttemptsAuthenticationException();
        }
    }

    #[AsEventListener(event: LoginSuccessEvent::class)]
    public function forgiveWhoKnows(): void
    {
        if ($request = $this->signIn()) {
            $this->limits->forgive('sign-in', $this->addressIn($request), $request);
            $this->logger->info('accounts: signed in');
        }
    }

    public function onAuthenticationFailure(Request $request, AuthenticationException $exception): Response
    {
        if ($exception instanceof InvalidCsrfTokenException) {
            return $this->pages->tooOld();
        }
        if ($exception instanceof TooManyLoginAttemptsAuthenticationException) {
            $this->logger->notice('accounts: too many tries');

            return $this->pages->tooMany();
        }
        $address = $this->addressIn($request);
        $this->limits->count('sign-in', $address, $request);
        // It takes as long where there is no such account as where there is one.
        if ($exception instanceof UserNotFoundException || $exception->getPrevious() instanceof UserNotFoundException) {
            $this->hashers->getPasswordHasher({{people.short}}::class)->hash('nobody signs in by this');
        }
        $this->logger->notice('accounts: not signed in');

        return $this->pages->show('login', ['problem' => 'Address and password do not belong together.', 'email' => $address], 401);
    }

    private function signIn(): ?Request
    {
        $request = $this->requests->getMainRequest();

        return 'accounts_login' === $request?->attributes->get('_route') && $request->isMethod('POST') ? $request : null;
    }

    private function addressIn(Request $request): string
    {
        return Rules::address($request->request->all()['email'] ?? '');
    }
}
