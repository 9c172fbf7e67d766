<?php

declare(strict_types=1);

namespace App\Keeping;

use App\Models\Brush;
use App\Models\BrushSet;
use App\Store\Rows;
use Illuminate\Database\Eloquent\Builder;

/** Finds brushes by their words and by what they are. */
final readonly class BrushFinder
{
    /** @return list<int> ids of what is found, in the order asked for */
    public function find(BrushQuestion $question): array
    {
        $found = Brush::library();
        $words = SearchTable::question($question->words);
        if ($words !== '') {
            $found->join('brush_words', 'brush_words.rowid', '=', 'brushes.id')->whereRaw('brush_words MATCH ?', [$words]);
        } elseif (trim($question->words) !== '') {
            // Signs alone are in no word.
            $found->whereRaw('0');
        }
        $this->filter($found, $question);
        $this->sort($found, $question);

        return array_map(fn (mixed $id): int => is_numeric($id) ? (int) $id : 0, array_values($found->toBase()->pluck('brushes.id')->all()));
    }

    /** @return list<array{tag: string, count: int}> all tags with how many brushes have them */
    public function tags(): array
    {
        $rows = Rows::select("SELECT j.value AS tag, count(*) AS count FROM brushes b, json_each(coalesce(b.tags, '[]')) j WHERE b.deleted_at IS NULL AND b.is_plain = 0 GROUP BY j.value ORDER BY j.value COLLATE NOCASE");

        return array_map(fn (array $row): array => ['tag' => (string) $row['tag'], 'count' => (int) $row['count']], $rows);
    }

    /** @return list<string> words of the colours that brushes have */
    public function colours(): array
    {
        return array_map(fn (array $row): string => (string) $row['colour'], Rows::select("SELECT DISTINCT colour FROM brushes WHERE deleted_at IS NULL AND is_plain = 0 AND colour <> '' ORDER BY colour"));
    }

    /** @return list<array{id: int, name: string}> sheets on which a brush of the library was used */
    public function sheets(): array
    {
        $rows = Rows::select("SELECT s.id, s.name FROM sheets s WHERE s.deleted_at IS NULL AND s.purpose = 'sheet' AND EXISTS (SELECT 1 FROM layers l JOIN strokes k ON k.layer_id = l.id WHERE l.sheet_id = s.id AND k.brush_id IS NOT NULL) ORDER BY s.name");

        return array_map(fn (array $row): array => ['id' => (int) $row['id'], 'name' => (string) $row['name']], $rows);
    }

    /** @return list<array{id: int, name: string, note: string, maker: int|null, count: int, ids: list<int>}> the sets in their order */
    public function sets(): array
    {
        $members = [];
        foreach (Rows::select('SELECT m.set_id, m.brush_id FROM set_members m JOIN brushes b ON b.id = m.brush_id WHERE b.deleted_at IS NULL AND b.is_plain = 0 ORDER BY m.position, m.id') as $row) {
            $members[(int) $row['set_id']][] = (int) $row['brush_id'];
        }
        $sets = [];
        foreach (BrushSet::all()->sortBy([['position', 'asc'], ['id', 'asc']]) as $set) {
            $ids = $members[$set->id] ?? [];
            $sets[] = ['id' => $set->id, 'name' => $set->name, 'note' => $set->note, 'maker' => $set->maker_id, 'count' => count($ids), 'ids' => $ids];
        }

        return $sets;
    }

    /** @return list<array{id: int, name: string, tips: list<int>}> sets with the tips of their brushes */
    public function tipSets(): array
    {
        $tips = [];
        foreach (Rows::select('SELECT m.set_id, b.tip_id FROM set_members m JOIN brushes b ON b.id = m.brush_id WHERE b.deleted_at IS NULL ORDER BY m.position, m.id') as $row) {
            $tips[(int) $row['set_id']][] = (int) $row['tip_id'];
        }

        return array_map(fn (array $set): array => ['id' => $set['id'], 'name' => $set['name'], 'tips' => array_values(array_unique($tips[$set['id']] ?? []))], $this->sets());
    }

    /** @param  Builder<Brush>  $found */
    private function filter(Builder $found, BrushQuestion $question): void
    {
        if ($question->set === BrushQuestion::ON_NONE) {
            $found->whereRaw('NOT EXISTS (SELECT 1 FROM set_members WHERE brush_id = brushes.id)');
        } elseif ($question->set > 0) {
            $found->whereRaw('EXISTS (SELECT 1 FROM set_members WHERE brush_id = brushes.id AND set_id = ?)', [$question->set]);
        }
        foreach (['maker_id' => $question->maker, 'does' => $question->does, 'lays' => $question->lays, 'colour' => $question->colour] as $column => $wanted) {
            if ($wanted !== '' && $wanted !== 0) {
                $found->where($column, $wanted);
            }
        }
        if ($question->tag !== '') {
            $found->whereRaw("EXISTS (SELECT 1 FROM json_each(coalesce(brushes.tags, '[]')) WHERE value = ?)", [$question->tag]);
        }
        if ($question->kind !== '') {
            $found->whereRaw('EXISTS (SELECT 1 FROM tips WHERE tips.id = brushes.tip_id AND kind = ?)', [$question->kind]);
        }
        match ($question->with) {
            'tooth' => $found->where('has_tooth', true),
            'bite' => $found->whereNotNull('bite_id'),
            default => null,
        };
        if ($question->made !== '') {
            $found->where('brushes.created_at', '>=', now()->subDays(BrushQuestion::MADE[$question->made]));
        }
        if ($question->sheet > 0) {
            $found->whereRaw('brushes.id IN (SELECT k.brush_id FROM strokes k JOIN layers l ON l.id = k.layer_id WHERE l.sheet_id = ?)', [$question->sheet]);
        }
    }

    /** @param  Builder<Brush>  $found */
    private function sort(Builder $found, BrushQuestion $question): void
    {
        if ($question->sort === '' && $question->set > 0) {
            $found->orderByRaw('(SELECT position FROM set_members WHERE brush_id = brushes.id AND set_id = ?)', [$question->set]);
        }
        if ($question->sort === '' && SearchTable::question($question->words) !== '') {
            // A word in a name says more than one in a note.
            $found->orderByRaw('bm25(brush_words, 12, 4, 1, 3, 2)');
        }
        match ($question->sort) {
            'name' => $found->orderByRaw('brushes.name COLLATE NOCASE')->orderBy('brushes.id'),
            'oldest' => $found->orderBy('brushes.id'),
            'used' => $found->orderByRaw('(SELECT max(id) FROM strokes WHERE brush_id = brushes.id) DESC NULLS LAST')->orderByDesc('brushes.id'),
            default => $found->orderByDesc('brushes.id'),
        };
    }
}
