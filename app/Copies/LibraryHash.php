<?php

declare(strict_types=1);

namespace App\Copies;

use PDO;

/** One number for all that is in a library: two libraries of the same hash hold the same, down to the last pixel and word. */
final class LibraryHash
{
    /** Tables that hold nothing of a painter's: what SQLite keeps for itself, and what follows from other tables. */
    private const OWN = '/^(sqlite_|migrations$|brush_words)/';

    public static function of(string $database): string
    {
        $library = new PDO("sqlite:{$database}", options: [PDO::ATTR_ERRMODE => PDO::ERRMODE_EXCEPTION, PDO::ATTR_STRINGIFY_FETCHES => true]);
        $hash = hash_init('sha256');
        $names = self::column($library, "SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY name");
        foreach (array_filter($names, fn (string $name): bool => preg_match(self::OWN, $name) !== 1) as $name) {
            $list = implode(', ', array_map(fn (string $column): string => "\"{$column}\"", self::column($library, "SELECT name FROM pragma_table_info('{$name}') ORDER BY name")));
            hash_update($hash, "\n{$name} {$list}\n");
            foreach ($library->query("SELECT {$list} FROM \"{$name}\" ORDER BY {$list}", PDO::FETCH_NUM) ?: [] as $row) {
                foreach (is_array($row) ? $row : [] as $value) {
                    hash_update($hash, is_string($value) ? strlen($value).":{$value}," : 'null,');
                }
            }
        }

        return hash_final($hash);
    }

    /** @return list<string> */
    private static function column(PDO $library, string $question): array
    {
        $answer = $library->query($question);

        return $answer === false ? [] : array_values(array_filter($answer->fetchAll(PDO::FETCH_COLUMN), is_string(...)));
    }
}
