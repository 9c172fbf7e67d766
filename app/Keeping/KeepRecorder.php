<?php

declare(strict_types=1);

namespace App\Keeping;

use Illuminate\Database\Eloquent\Model;

/** Writes down, while something is done in Keep, what rows were and what they have become. */
final class KeepRecorder
{
    /** @var list<array{table: string, id: int, before: array<string, scalar|null>|null, after: array<string, scalar|null>|null}> */
    private array $rows = [];

    /** A row that was made now; taken back, it is not there. */
    public function made(Model $row): void
    {
        $this->rows[] = ['table' => $row->getTable(), 'id' => self::id($row), 'before' => null, 'after' => self::plain($row->getAttributes())];
    }

    /** A row that was made now and may be needed by others before long: taken back, it is set aside and not gone. */
    public function madeAside(Model $row): void
    {
        $this->rows[] = ['table' => $row->getTable(), 'id' => self::id($row), 'before' => ['deleted_at' => now()->toDateTimeString()], 'after' => ['deleted_at' => null]];
    }

    /** @param  array<string, mixed>  $values */
    public function update(Model $row, array $values): void
    {
        $was = $row->getRawOriginal();
        $row->fill($values)->save();
        // All that saving has set, such as what a brush is found by, follows back and forth.
        $after = self::plain($row->getChanges());
        if ($after !== []) {
            $this->rows[] = ['table' => $row->getTable(), 'id' => self::id($row), 'before' => self::plain(array_intersect_key(is_array($was) ? $was : [], $after)), 'after' => $after];
        }
    }

    /** Sets a row aside, or brings it back. */
    public function aside(Model $row, bool $isAside): void
    {
        $now = $isAside ? now()->toDateTimeString() : null;
        $this->rows[] = ['table' => $row->getTable(), 'id' => self::id($row), 'before' => self::plain(['deleted_at' => $row->getRawOriginal('deleted_at')]), 'after' => ['deleted_at' => $now]];
        $row->forceFill(['deleted_at' => $now])->save();
    }

    /** Deletes a row for good; taken back, it is there again. */
    public function delete(Model $row): void
    {
        $this->rows[] = ['table' => $row->getTable(), 'id' => self::id($row), 'before' => self::plain($row->getRawOriginal()), 'after' => null];
        $row->newQueryWithoutScopes()->whereKey($row->getKey())->toBase()->delete();
    }

    /** @return list<array{table: string, id: int, before: array<string, scalar|null>|null, after: array<string, scalar|null>|null}> */
    public function rows(): array
    {
        return $this->rows;
    }

    private static function id(Model $row): int
    {
        $id = $row->getKey();

        return is_int($id) ? $id : 0;
    }

    /**
     * @param  mixed  $values  columns as the database holds them
     * @return array<string, scalar|null>
     */
    private static function plain(mixed $values): array
    {
        $out = [];
        foreach (is_array($values) ? $values : [] as $column => $value) {
            $out[(string) $column] = $value === null || is_scalar($value) ? $value : (string) json_encode($value);
        }
        unset($out['members_count'], $out['updated_at']);

        return $out;
    }
}
