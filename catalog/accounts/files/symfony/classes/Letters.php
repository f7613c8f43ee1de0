<?php

namespace {{namespace}}\Accounts;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Mailer\MailerInterface;
use Symfony\Component\Mime\Email;

/** Sends what people are told by mail; where the app has no mailer yet, in development, it is written into a file. */
final class Letters
{
    public function __construct(
        private readonly MailerInterface $mailer,
        #[Autowire('%env(default::MAILER_DSN)%')] private readonly ?string $dsn,
        #[Autowire('%env(default::ACCOUNTS_SENDER)%')] private readonly ?string $sender,
        #[Autowire('%kernel.debug%')] private readonly bool $isDebug,
        #[Autowire('%kernel.project_dir%/var/accounts/outbox')] private readonly string $outbox,
    ) {
    }

    public function send(string $to, string $subject, string $text): void
    {
        if ($this->isDebug && (null === $this->dsn || str_starts_with($this->dsn, 'null:'))) {
            $this->keep("To: $to\nSubject: $subject\n\n$text\n");

            return;
        }
        $sender = null === $this->sender || '' === $this->sender ? 'accounts@localhost' : $this->sender;
        $this->mailer->send((new Email())->from($sender)->to($to)->subject($subject)->text($text));
    }

    private function keep(string $letter): void
    {
        if (!is_dir($this->outbox)) {
            mkdir($this->outbox, 0o700, true);
        }
        $name = sprintf('%s/%s-%s.txt', $this->outbox, (new \DateTimeImmutable())->format('YmdHisv'), bin2hex(random_bytes(4)));
        file_put_contents($name, $letter);
        chmod($name, 0o600);
    }
}
