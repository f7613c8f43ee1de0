<?php

namespace {{namespace}}\Console\Commands;

use {{people.class}};
use Illuminate\Console\Command;

/** Lets somebody into the admin area, or no more. */
class GrantAdmin extends Command
{
    protected $signature = 'admin:grant {email : Whom} {--take-back : No more}';

    protected $description = 'Lets somebody into the admin area';

    public function handle(): int
    {
        $user = {{people.short}}::query()->where('{{people.field}}', $this->argument('email'))->first();
        if ($user === null) {
            $this->line('Nobody has that address.');

            return self::FAILURE;
        }
        $user->forceFill(['is_admin' => ! $this->option('take-back')])->save();
        $this->line('Done.');

        return self::SUCCESS;
    }
}
