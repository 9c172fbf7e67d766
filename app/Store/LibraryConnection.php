<?php

declare(strict_types=1);

namespace App\Store;

use Closure;
use Illuminate\Database\Connection;
use Illuminate\Database\SQLiteConnection;
use Illuminate\Support\Facades\DB;
use PDO;
use PDOStatement;
use Throwable;

/**
 * A connection whose transactions have the right to write from their first statement on, and that stores bytes as bytes.
 *
 * A transaction that only reads at first cannot go on to write once somebody else has written since: SQLite
 * refuses that at once, whatever time to wait was set ("database is locked", SQLITE_BUSY_SNAPSHOT). So the right
 * to write is asked for at the start, where whoever comes second waits.
 *
 * @see https://www.sqlite.org/lang_transaction.html#deferred_immediate_and_exclusive_transactions
 */
final class LibraryConnection extends SQLiteConnection
{
    /**
     * @param  PDOStatement  $statement
     * @param  array<array-key, mixed>  $bindings
     */
    public function bindValues($statement, $bindings): void
    {
        $blobs = array_filter($bindings, fn (mixed $value): bool => $value instanceof Blob);
        parent::bindValues($statement, array_diff_key($bindings, $blobs));
        foreach ($blobs as $key => $bytes) {
            $statement->bindValue(is_string($key) ? $key : $key + 1, (string) $bytes, PDO::PARAM_LOB);
        }
    }

    /**
     * Does something all or nothing, of which after a power cut nothing may be there: what can be made again need not be waited for
     * until it is on the disk. Within a transaction it belongs to that.
     *
     * @template T
     *
     * @param  Closure(): T  $do
     * @return T
     *
     * @see https://www.sqlite.org/pragma.html#pragma_synchronous
     */
    public static function unhurried(Closure $do): mixed
    {
        $connection = DB::connection();
        if ($connection->transactionLevel() > 0) {
            return $connection->transaction($do);
        }
        $pdo = $connection->getPdo();
        $pdo->exec('PRAGMA synchronous = NORMAL');
        try {
            return $connection->transaction($do);
        } finally {
            $pdo->exec('PRAGMA synchronous = FULL');
        }
    }

    /**
     * Reads several things as they stood at one moment, whatever others write meanwhile.
     *
     * @template T
     *
     * @param  Closure(): T  $read
     * @return T
     *
     * @see https://www.sqlite.org/isolation.html
     */
    public static function reading(Closure $read): mixed
    {
        $connection = DB::connection();
        if ($connection->transactionLevel() > 0) {
            return $read();
        }
        self::endWhatIsLeft($connection);
        $connection->getPdo()->beginTransaction();
        try {
            return $read();
        } finally {
            self::endWhatIsLeft($connection);
        }
    }

    /** Ends a transaction that is there without Laravel knowing of it: one that only read, or one whose commit the disk refused. */
    private static function endWhatIsLeft(Connection $connection): void
    {
        if ($connection->getPdo()->inTransaction() && $connection instanceof self) {
            $connection->performRollBack(0);
        }
    }

    /**
     * Where the disk is full SQLite has taken back all of the transaction by itself: a part of it that was to be taken back is gone too,
     * and saying so would hide what was wrong.
     *
     * @param  int  $toLevel
     *
     * @see https://www.sqlite.org/lang_transaction.html#response_to_errors_within_a_transaction
     */
    protected function performRollBack($toLevel): void
    {
        try {
            parent::performRollBack($toLevel);
        } catch (Throwable $e) {
            if (preg_match('/no such savepoint|no transaction is active/', $e->getMessage()) !== 1) {
                throw $e;
            }
            if ($toLevel === 0) {
                // PDO goes by what it has begun itself.
                $this->getPdo()->exec('BEGIN');
                $this->getPdo()->rollBack();
            }
        }
    }

    protected function executeBeginTransactionStatement(): void
    {
        self::endWhatIsLeft($this);
        $pdo = $this->getPdo();
        // PDO commits and rolls back only what it has begun itself, and it begins without that right. (From
        // PHP 8.4 on it asks SQLite, and the framework could do this.)
        $pdo->beginTransaction();
        $pdo->exec('COMMIT');
        try {
            $pdo->exec('BEGIN IMMEDIATE');
        } catch (Throwable $e) {
            $pdo->exec('BEGIN');
            $pdo->rollBack();
            throw $e;
        }
    }
}
