<?php

namespace {{namespace}}\Accounts;

use {{people.class}};
use Doctrine\DBAL\Exception\UniqueConstraintViolationException;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Log\LoggerInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\HttpKernel\Event\TerminateEvent;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;

/** Changes an address once its owner has opened the link that was sent to the new one. */
#[AsController]
final class ConfirmAddress
{
    public function __construct(
        private readonly Pages $pages,
        private readonly Links $links,
        private readonly Letters $letters,
        private readonly NewAccounts $accounts,
        private readonly EntityManagerInterface $entities,
        private readonly Security $security,
        private readonly UrlGeneratorInterface $urls,
        private readonly LoggerInterface $logger,
        #[Autowire('%kernel.secret%')] #[\SensitiveParameter] private readonly string $secret,
    ) {
    }

    /** Nobody is told whether an address has an account: it gets no link then. */
    #[AsEventListener]
    public function send(TerminateEvent $event): void
    {
        $request = $event->getRequest();
        $email = $request->attributes->get('_accounts_address');
        $user = \is_string($email) ? $this->security->getUser() : null;
        if (!$user instanceof {{people.short}} || $this->accounts->has($email)) {
            return;
        }
        try {
            $token = Notes::write($this->purpose($user), ['email' => $email], $this->secret);
            $link = $this->links->origin((int) $request->server->get('SERVER_PORT', 80)).$this->urls->generate('accounts_moving', ['token' => $token]);
            $this->letters->send($email, 'Your new address', sprintf("To have your account under this address, open this link within a day:\n\n%s\n\nIf you did not ask for it, there is nothing to do.", $link));
        } catch (\Throwable $error) {
            $this->logger->error('accounts: no mail was sent: {why}', ['why' => $error->getMessage()]);
        }
    }

    public function form(Request $request): Response
    {
        $token = $request->query->all()['token'] ?? '';
        $asked = Notes::read($this->purpose($this->own()), $token, $this->secret);

        return $asked ? $this->pages->show('address', ['token' => $token, 'email' => $asked['email']]) : $this->refuse();
    }

    public function change(Request $request): Response
    {
        $user = $this->own();
        if ($refusal = $this->pages->refusal($request)) {
            return $refusal;
        }
        $asked = Notes::read($this->purpose($user), $request->request->all()['token'] ?? '', $this->secret);
        if (null === $asked || $this->accounts->has($asked['email'])) {
            return $this->refuse();
        }
        $before = $user->getUserIdentifier();
        $user->set{{people.capital}}($asked['email']);
        try {
            $this->entities->flush();
        } catch (UniqueConstraintViolationException) {
            $user->set{{people.capital}}($before);

            return $this->refuse();
        }
        $this->logger->info('accounts: address changed');

        return $this->security->login($user, 'form_login') ?? new RedirectResponse($this->urls->generate('accounts_profile'));
    }

    /** With another address or password the link is worth nothing any more. */
    private function purpose({{people.short}} $user): string
    {
        return implode("\n", ['new address', $user->getUserIdentifier(), $user->getPassword()]);
    }

    private function refuse(): Response
    {
        return $this->pages->message(400, 'That link is not good any more', 'Ask for another: each is good once, and for a day.');
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
