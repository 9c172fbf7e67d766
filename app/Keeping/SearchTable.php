<?php

declare(strict_types=1);

namespace App\Keeping;

use Illuminate\Support\Facades\DB;

/**
 * The words that brushes are found by: name, tags, note, maker and sets, as a full-text table (SQLite FTS5) that follows the rows by
 * triggers, whoever changes them.
 *
 * @see https://www.sqlite.org/fts5.html
 */
final class SearchTable
{
    private const TRIGGERS = [
        'brushes_found_new' => ['AFTER INSERT ON brushes', '= new.id'],
        'brushes_found_other' => ['AFTER UPDATE OF name, tags, note, maker_id ON brushes', '= new.id'],
        'makers_found_other' => ['AFTER UPDATE OF name ON makers', 'IN (SELECT id FROM brushes WHERE maker_id = new.id)'],
        'sets_found_other' => ['AFTER UPDATE OF name ON brush_sets', 'IN (SELECT brush_id FROM set_members WHERE set_id = new.id)'],
        'members_found_new' => ['AFTER INSERT ON set_members', '= new.brush_id'],
        'members_found_gone' => ['AFTER DELETE ON set_members', '= old.brush_id'],
    ];

    private const WORDS = <<<'SQL'
        SELECT b.id, b.name,
            (SELECT group_concat(value, ' ') FROM json_each(coalesce(b.tags, '[]'))),
            coalesce(b.note, ''),
            coalesce((SELECT name FROM makers WHERE id = b.maker_id), ''),
            coalesce((SELECT group_concat(s.name, ' ') FROM set_members m JOIN brush_sets s ON s.id = m.set_id WHERE m.brush_id = b.id), '')
        FROM brushes b
        SQL;

    /** Makes it, and fills it with what is there. */
    public static function make(): void
    {
        DB::unprepared("CREATE VIRTUAL TABLE brush_words USING fts5(name, tags, note, maker, sets, tokenize = 'unicode61 remove_diacritics 2', prefix = '1 2 3')");
        DB::unprepared('INSERT INTO brush_words (rowid, name, tags, note, maker, sets) '.self::WORDS);
        foreach (self::TRIGGERS as $name => [$when, $which]) {
            DB::unprepared("CREATE TRIGGER {$name} {$when} BEGIN
                DELETE FROM brush_words WHERE rowid {$which};
                INSERT INTO brush_words (rowid, name, tags, note, maker, sets) ".self::WORDS." WHERE b.id {$which};
            END");
        }
        DB::unprepared('CREATE TRIGGER brushes_found_gone AFTER DELETE ON brushes BEGIN DELETE FROM brush_words WHERE rowid = old.id; END');
    }

    public static function drop(): void
    {
        foreach ([...array_keys(self::TRIGGERS), 'brushes_found_gone'] as $name) {
            DB::unprepared("DROP TRIGGER IF EXISTS {$name}");
        }
        DB::unprepared('DROP TABLE IF EXISTS brush_words');
    }

    /** What is typed, as a question to the table: each word is the beginning of one. Empty where no word is typed. */
    public static function question(string $typed): string
    {
        preg_match_all('/[\p{L}\p{N}]+/u', mb_scrub($typed), $words);

        return implode(' ', array_map(fn (string $word): string => "\"{$word}\"*", array_slice($words[0], 0, 12)));
    }
}
