<?php

declare(strict_types=1);

namespace App\Store;

use Illuminate\Database\SQLiteConnection;
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

    protected function executeBeginTransactionStatement(): void
    {
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
