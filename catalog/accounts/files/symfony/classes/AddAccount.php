<?php

namespace {{namespace}}\Accounts;

use {{people.class}};
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
    public function __construct(private readonly NewAccounts $accounts, private readonly EntityManagerInterface $entities)
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
        if (null !== $problem) {
            return $this->refuse($output, $problem);
        }
        $role = $input->getOption('role');
        $canHave = (new \ReflectionClass({{people.short}}::class))->hasMethod('setRoles');
        if (\is_string($role) && !$canHave) {
            return $this->refuse($output, 'Accounts have no roles here.');
        }
        $user = $this->accounts->make($email, Rules::name($name), $password);
        if (null === $user) {
            return $this->refuse($output, 'That address has an account already.');
        }
        if (\is_string($role)) {
            (new \ReflectionMethod($user, 'setRoles'))->invoke($user, [strtoupper($role)]);
            $this->entities->flush();
        }
        $output->writeln("$email has an account.");

        return Command::SUCCESS;
    }

    private function refuse(OutputInterface $output, string $why): int
    {
        $output->writeln($why);

        return Command::FAILURE;
    }
}
