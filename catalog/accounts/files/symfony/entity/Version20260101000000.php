<?php

declare(strict_types=1);

namespace DoctrineMigrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\DBAL\Types\Types;
use Doctrine\Migrations\AbstractMigration;

final class Version20260101000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'The table of accounts';
    }

    public function up(Schema $schema): void
    {
        $table = $schema->createTable('account');
        $table->addColumn('id', Types::INTEGER, ['autoincrement' => true]);
        $table->addColumn('email', Types::STRING, ['length' => 254]);
        $table->addColumn('name', Types::STRING, ['length' => 200]);
        $table->addColumn('password', Types::STRING, ['length' => 255]);
        $table->addColumn('roles', Types::JSON);
        $table->setPrimaryKey(['id']);
        $table->addUniqueIndex(['email'], 'account_email');
    }

    public function down(Schema $schema): void
    {
        $schema->dropTable('account');
    }
}
