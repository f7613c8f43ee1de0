<?php

namespace {{namespace}}\Accounts;

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

/** Makes an account for an address once somebody has opened the link that was sent to it. */
#[AsController]
final class ConfirmAccount
{
    public function __construct(
        private readonly Pages $pages,
        private readonly Limits $limits,
        private readonly Links $links,
        private readonly Letters $letters,
        private readonly NewAccounts $accounts,
        private readonly Security $security,
        private readonly UrlGeneratorInterface $urls,
        private readonly LoggerInterface $logger,
        #[Autowire('%kernel.secret%')] #[\SensitiveParameter] private readonly string $secret,
    ) {
    }

    public function form(): Response
    {
        return $this->security->getUser() ? $this->profile() : $this->pages->show('register');
    }

    /** The answer is the same whether the address has an account, and is sent before anybody looks for one. */
    public function ask(Request $request): Response
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
        if (!Rules::isAddress($email)) {
            return $this->pages->show('register', ['field' => 'email', 'problem' => 'That is not an email address.', 'email' => $email, 'name' => $name], 400);
        }
        $request->attributes->set('_accounts_new', ['email' => $email, 'name' => $name]);

        return $this->pages->message(200, 'Look into your mail', 'A link to make your account is on its way.');
    }

    #[AsEventListener]
    public function send(TerminateEvent $event): void
    {
        $request = $event->getRequest();
        $asked = $request->attributes->get('_accounts_new');
        if (!\is_array($asked)) {
            return;
        }
        try {
            $origin = $this->links->origin((int) $request->server->get('SERVER_PORT', 80));
            $text = $this->accounts->has($asked['email'])
                ? sprintf("Somebody asked for an account for this address, which has one already. Sign in here:\n\n%s", $origin.$this->urls->generate('accounts_login'))
                : sprintf("To make your account, open this link within a day:\n\n%s\n\nIf you did not ask for it, there is nothing to do.", $origin.$this->urls->generate('accounts_confirm', ['token' => Notes::write('new account', $asked, $this->secret)]));
            $this->letters->send($asked['email'], 'Your account', $text);
        } catch (\Throwable $error) {
            $this->logger->error('accounts: no mail was sent: {why}', ['why' => $error->getMessage()]);
        }
    }

    public function choose(Request $request): Response
    {
        $token = $request->query->all()['token'] ?? '';
        $asked = $this->read($token);

        return $asked ? $this->pages->show('confirm', ['token' => $token, 'email' => $asked['email']]) : $this->refuse();
    }

    public function make(Request $request): Response
    {
        if ($refusal = $this->pages->refusal($request)) {
            return $refusal;
        }
        if ($this->limits->isOver('confirm', '', $request)) {
            return $this->pages->tooMany();
        }
        ['token' => $token, 'password' => $password] = $request->request->all() + ['token' => '', 'password' => ''];
        $asked = $this->read($token);
        if (null === $asked) {
            $this->limits->count('confirm', '', $request);

            return $this->refuse();
        }
        $password = \is_string($password) ? $password : '';
        if ($problem = Rules::objectionTo($password, $asked['email'])) {
            return $this->pages->show('confirm', ['field' => 'password', 'problem' => $problem, 'token' => $token, 'email' => $asked['email']], 400);
        }
        $user = $this->accounts->make($asked['email'], $asked['name'], $password);
        if (null === $user) {
            return $this->refuse();
        }
        $this->logger->info('accounts: registered');

        return $this->security->login($user, 'form_login') ?? $this->profile();
    }

    /** @return array<string, string>|null */
    private function read(mixed $token): ?array
    {
        $asked = Notes::read('new account', $token, $this->secret);

        return null === $asked || $this->accounts->has($asked['email']) ? null : $asked;
    }

    private function refuse(): Response
    {
        return $this->pages->message(400, 'That link is not good any more', 'Ask for another: each is good once, and for a day.');
    }

    private function profile(): Response
    {
        return new RedirectResponse($this->urls->generate('accounts_profile'));
    }
}
