<?php

namespace {{namespace}}\Accounts;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/** Makes an account: address, name and password are read from the standard input, a line each. */
#[AsCommand(name: 'accounts:add', description: 'Makes an account')]
final class AddAccount extends Command
{
    public function __construct(private readonly Register $register, private readonly EntityManagerInterface $entities)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('role', null, InputOption::VALUE_REQUIRED, 'A role that it has, as ROLE_ADMIN');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$address, $name, $password] = array_map(static fn (int $line): string => rtrim((string) fgets(\STDIN), "\r\n"), [0, 1, 2]);
        $email = Rules::address($address);
        $problem = Rules::isAddress($email) ? Rules::objectionTo($password, $email) : 'That is not an email address.';
        if (null === $problem) {
            $user = $this->register->make($email, Rules::name($name), $password);
            $problem = null === $user ? 'That address has an account already.' : null;
        }
        if (null !== $problem || null === ($user ?? null)) {
            $output->writeln($problem ?? '');

            return Command::FAILURE;
        }
        $role = $input->getOption('role');
        if (\is_string($role) && method_exists($user, 'setRoles')) {
            $user->setRoles([strtoupper($role)]);
            $this->entities->flush();
        }
        $output->writeln("$email has an account.");

        return Command::SUCCESS;
    }
}
