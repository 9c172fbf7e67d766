<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Store\LibraryConnection;
use Illuminate\Database\DatabaseManager;
use Illuminate\Database\QueryException;
use PDO;
use PDOException;

/** Two who write to one library at the same time. */
final class LibraryConnectionTest extends FeatureTestCase
{
    private PDO $other;

    private LibraryConnection $mine;

    protected function setUp(): void
    {
        parent::setUp();
        $this->other = $this->open();
        $this->other->exec('PRAGMA journal_mode = WAL');
        $this->other->exec('CREATE TABLE brushes (name TEXT)');
        $this->other->exec("INSERT INTO brushes VALUES ('first')");
        $this->mine = new LibraryConnection($this->open());
    }

    public function test_the_application_uses_it(): void
    {
        self::assertInstanceOf(LibraryConnection::class, $this->app->make(DatabaseManager::class)->connection());
    }

    public function test_what_was_read_in_a_transaction_holds_until_it_has_written(): void
    {
        $this->mine->transaction(function (): void {
            $read = $this->mine->scalar('SELECT name FROM brushes');
            self::assertIsString($read);
            self::assertTrue(self::isRefused(fn () => $this->other->exec("UPDATE brushes SET name = 'of another'")));
            $this->mine->update('UPDATE brushes SET name = ?', ["{$read} and second"]);
        });
        self::assertSame('first and second', $this->written());
        $this->other->exec("UPDATE brushes SET name = 'third'");
        self::assertSame('third', $this->written());
    }

    public function test_what_fails_within_leaves_nothing_behind(): void
    {
        try {
            $this->mine->transaction(function (): void {
                $this->mine->update("UPDATE brushes SET name = 'half'");
                $this->mine->transaction(fn () => $this->mine->statement('no such statement'));
            });
            self::fail('It must fail.');
        } catch (QueryException) {
        }
        self::assertSame(0, $this->mine->transactionLevel());
        self::assertSame('first', $this->written());
        $this->other->exec("UPDATE brushes SET name = 'of another'");
        self::assertSame('of another', $this->written());
    }

    public function test_a_library_that_stays_in_use_is_told_of_and_served_later(): void
    {
        $this->other->exec('BEGIN IMMEDIATE');
        self::assertTrue(self::isRefused(fn () => $this->mine->transaction(fn () => $this->mine->update("UPDATE brushes SET name = 'mine'"))));
        self::assertSame(0, $this->mine->transactionLevel());
        $this->other->exec('COMMIT');
        $this->mine->transaction(fn () => $this->mine->update("UPDATE brushes SET name = 'mine'"));
        self::assertSame('mine', $this->written());
    }

    private function written(): mixed
    {
        return $this->mine->scalar('SELECT name FROM brushes');
    }

    /** One that does not wait for others. */
    private function open(): PDO
    {
        return new PDO("sqlite:{$this->folder}/library.sqlite", options: [PDO::ATTR_ERRMODE => PDO::ERRMODE_EXCEPTION, PDO::ATTR_TIMEOUT => 0]);
    }

    /** @param  callable(): mixed  $write */
    private static function isRefused(callable $write): bool
    {
        try {
            $write();

            return false;
        } catch (PDOException $e) {
            return str_contains($e->getMessage(), 'database is locked');
        }
    }
}
