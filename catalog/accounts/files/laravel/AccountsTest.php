<?php

namespace {{namespace.tests}}\Feature;

// {{test.needs}}
use {{namespace}}\Accounts\Rules;
use {{namespace.tests}}\TestCase;

/** Walks through the pages of the accounts, with a database of its own. */
class AccountsTest extends TestCase
{
    private const PASSWORD = 'the first long password';

    protected function setUp(): void
    {
        parent::setUp();
        $this->withoutVite();
        // In memory: no other database is touched, whatever the settings say.
        config([
            'database.default' => 'accounts_test',
            'database.connections.accounts_test' => ['driver' => 'sqlite', 'database' => ':memory:', 'prefix' => ''],
            'session.driver' => 'array',
            'cache.default' => 'array',
        ]);
        $this->artisan('migrate', ['--force' => true])->run();
    }

    public function test_people_register_sign_out_and_sign_in(): void
    {
        $member = ['email' => 'Member@Example.org', 'password' => self::PASSWORD];
        // {{test.register}}
        $this->get('{{profile}}')->assertOk()->assertSee('member@example.org');

        $this->post('{{logout}}')->assertRedirect();
        $this->assertGuest();
        $this->get('{{profile}}')->assertRedirect();

        $this->post('{{login}}', ['password' => 'not the password'] + $member)->assertStatus(401);
        $this->assertGuest();
        $this->post('{{login}}', $member)->assertRedirect();
        $this->assertAuthenticated();
    }

    public function test_passwords_that_everybody_takes_are_refused(): void
    {
        $this->assertNotNull(Rules::objectionTo('password123', 'other@example.org'));
        // {{test.refused}}
    }
}
