<?php

namespace {{namespace}}\Console\Commands;

use {{namespace}}\Accounts\NewAccount;
use {{namespace}}\Accounts\Rules;
use {{people.class}};
use Illuminate\Console\Command;

/** Makes an account: address, name and password are read from the standard input, a line each. */
class AddAccount extends Command
{
    protected $signature = 'accounts:add {--role= : A role that it has}';

    protected $description = 'Makes an account';

    public function handle(NewAccount $new): int
    {
        [$address, $name, $password] = array_map(fn (int $line): string => rtrim((string) fgets(STDIN), "\r\n"), [0, 1, 2]);
        $email = Rules::address($address);
        $problem = Rules::isAddress($email) ? Rules::objectionTo($password, $email) : 'That is not an email address.';
        $role = $this->option('role');
        if ($role && ! method_exists({{people.short}}::class, 'assignRole')) {
            $problem = 'Accounts have no roles here.';
        }
        $user = $problem === null ? $new->make($email, Rules::name($name), $password) : null;
        if ($user === null) {
            $this->line($problem ?? 'That address has an account already.');

            return self::FAILURE;
        }
        if ($role && method_exists($user, 'assignRole')) {
            $user->assignRole($role);
        }
        $this->line("$email has an account.");

        return self::SUCCESS;
    }
}
