<?php

namespace {{namespace}}\Accounts;

use {{people.class}};
use Doctrine\ORM\EntityManagerInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\AsController;
use Symfony\Component\HttpKernel\Event\TerminateEvent;

/** A new password for those who have forgotten theirs, by a link in a mail. */
#[AsController]
final class Forgotten
{
    public function __construct(
        private readonly Pages $pages,
        private readonly Limits $limits,
        private readonly Links $links,
        private readonly Letters $letters,
        private readonly Passwords $passwords,
        private readonly EntityManagerInterface $entities,
        private readonly LoggerInterface $logger,
    ) {
    }

    public function form(): Response
    {
        return $this->pages->show('forgotten');
    }

    /** The answer is the same whether there is an account, and is sent before anybody looks for one. */
    public function ask(Request $request): Response
    {
        if ($refusal = $this->pages->refusal($request)) {
            return $refusal;
        }
        $email = Rules::address($request->request->all()['email'] ?? '');
        if ($this->limits->isOver('forgotten', $email, $request)) {
            return $this->pages->tooMany();
        }
        $this->limits->count('forgotten', $email, $request);
        $request->attributes->set('_accounts_forgotten', $email);

        return $this->pages->message(200, 'Look into your mail', 'If that address has an account, a link is on its way.');
    }

    #[AsEventListener]
    public function send(TerminateEvent $event): void
    {
        $request = $event->getRequest();
        $email = $request->attributes->get('_accounts_forgotten', '');
        $user = '' === $email ? null : $this->entities->getRepository({{people.short}}::class)->findOneBy(['{{people.field}}' => $email]);
        if (null === $user) {
            return;
        }
        try {
            $link = $this->links->make($user, (int) $request->server->get('SERVER_PORT', 80));
            $this->letters->send($email, 'A new password', sprintf("To choose a new password, open this link within %d minutes:\n\n%s\n\nIf you did not ask for it, there is nothing to do.", Links::MINUTES, $link));
        } catch (\Throwable $error) {
            $this->logger->error('accounts: no mail was sent: {why}', ['why' => $error->getMessage()]);
        }
    }

    public function choose(Request $request): Response
    {
        $token = $request->query->all()['token'] ?? '';

        return $this->links->read($token) ? $this->pages->show('reset', ['token' => $token]) : $this->refuse();
    }

    public function reset(Request $request): Response
    {
        if ($refusal = $this->pages->refusal($request)) {
            return $refusal;
        }
        if ($this->limits->isOver('reset', '', $request)) {
            return $this->pages->tooMany();
        }
        ['token' => $token, 'password' => $password] = $request->request->all() + ['token' => '', 'password' => ''];
        $user = $this->links->read($token);
        if (null === $user) {
            $this->limits->count('reset', '', $request);

            return $this->refuse();
        }
        $password = \is_string($password) ? $password : '';
        $problem = Rules::objectionTo($password, $user->getUserIdentifier());
        if (null !== $problem) {
            return $this->pages->show('reset', ['field' => 'password', 'problem' => $problem, 'token' => $token], 400);
        }
        if (!$this->passwords->change($user, $password)) {
            return $this->refuse();
        }
        $this->logger->info('accounts: password changed by a link');

        return $this->pages->show('login', ['notice' => 'Your password is changed: sign in with it.', 'email' => $user->getUserIdentifier()]);
    }

    private function refuse(): Response
    {
        return $this->pages->message(400, 'That link is not good any more', 'Ask for another: each is good once, and not for long.');
    }
}
