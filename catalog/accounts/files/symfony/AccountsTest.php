<?php

namespace {{namespace.tests}};

// {{test.needs}}
use {{people.class}};
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\Tools\SchemaTool;
use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;

/** Walks through the pages of the accounts, with a database of its own. */
final class AccountsTest extends WebTestCase
{
    private const PASSWORD = 'the first long password';

    private static string $database;

    public static function setUpBeforeClass(): void
    {
        self::$database = sprintf('%s/accounts-%s.db', sys_get_temp_dir(), bin2hex(random_bytes(6)));
        $_SERVER['DATABASE_URL'] = $_ENV['DATABASE_URL'] = 'sqlite:///'.self::$database;
    }

    public static function tearDownAfterClass(): void
    {
        @unlink(self::$database);
    }

    public function testPeopleRegisterSignOutAndSignIn(): void
    {
        $client = $this->visitor();
        // {{test.register}}
        $client->request('GET', '{{profile}}');
        self::assertResponseIsSuccessful();
        self::assertStringContainsString('member@example.org', (string) $client->getResponse()->getContent());

        $client->submitForm('Sign out');
        $client->request('GET', '{{profile}}');
        self::assertResponseRedirects();

        $client->request('GET', '{{login}}');
        $client->submitForm('Sign in', ['email' => 'member@example.org', 'password' => 'not the password']);
        self::assertResponseStatusCodeSame(401);
        $client->submitForm('Sign in', ['email' => 'member@example.org', 'password' => self::PASSWORD]);
        self::assertResponseRedirects();
        $client->request('GET', '{{profile}}');
        self::assertResponseIsSuccessful();
    }

    public function testNobodyIsLetInWithoutAFormOfTheirs(): void
    {
        $client = $this->visitor();
        $client->request('POST', '{{register}}', ['email' => 'other@example.org', 'password' => self::PASSWORD]);
        self::assertResponseStatusCodeSame(403);
    }

    /** A visitor of an app whose database is made for this test. */
    private function visitor(): KernelBrowser
    {
        $client = self::createClient();
        $entities = self::getContainer()->get(EntityManagerInterface::class);
        if (($entities->getConnection()->getParams()['path'] ?? null) !== self::$database) {
            self::markTestSkipped('Accounts are tested where DATABASE_URL names the database.');
        }
        $people = [$entities->getClassMetadata({{people.short}}::class)];
        $schema = new SchemaTool($entities);
        $schema->dropSchema($people);
        $schema->createSchema($people);

        return $client;
    }
}
