<?php

declare(strict_types=1);

namespace App\Store;

use Illuminate\Support\Facades\DB;

/** Rows of a question in SQL, each with its columns by their names. */
final class Rows
{
    /**
     * @param  list<scalar>  $values  for the places that are left open in it
     * @return list<array<string, scalar|null>>
     */
    public static function select(string $sql, array $values = []): array
    {
        $rows = [];
        foreach (DB::select($sql, $values) as $row) {
            $columns = [];
            foreach ((array) $row as $name => $value) {
                $columns[(string) $name] = is_scalar($value) ? $value : null;
            }
            $rows[] = $columns;
        }

        return $rows;
    }
}
