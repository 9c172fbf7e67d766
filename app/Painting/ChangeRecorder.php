<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Change;
use Illuminate\Database\Eloquent\Model;

/** Writes down, while a change is made, which rows it makes and changes. */
final class ChangeRecorder
{
    /** @var list<array{table: string, id: int, before: array<string, scalar|null>, after: array<string, scalar|null>, made?: bool}> */
    private array $rows = [];

    private ?string $words = null;

    public function __construct(public readonly Change $change)
    {
    }

    /**
     * A row that was made now: before, it was not there.
     *
     * @param  array<string, scalar|null>  $gone  what says that it is not there
     * @param  array<string, scalar|null>  $there  what says that it is
     */
    public function made(Model $row, array $gone, array $there): void
    {
        $this->rows[] = ['table' => $row->getTable(), 'id' => $this->id($row), 'before' => $gone, 'after' => $there, 'made' => true];
    }

    /**
     * Changes a row.
     *
     * @param  array<string, mixed>  $values
     */
    public function update(Model $row, array $values): void
    {
        $row->fill($values);
        $after = [];
        $before = [];
        foreach ($row->getDirty() as $column => $value) {
            $after[$column] = self::plain($value);
            $before[$column] = self::plain($row->getRawOriginal($column));
        }
        if ($after !== []) {
            $this->rows[] = ['table' => $row->getTable(), 'id' => $this->id($row), 'before' => $before, 'after' => $after];
            $row->save();
        }
    }

    /** Says otherwise what was done, where it is known only now. */
    public function call(string $words): void
    {
        $this->words = $words;
    }

    public function words(): ?string
    {
        return $this->words;
    }

    /** @return list<array{table: string, id: int, before: array<string, scalar|null>, after: array<string, scalar|null>, made?: bool}> */
    public function rows(): array
    {
        return $this->rows;
    }

    private function id(Model $row): int
    {
        $id = $row->getKey();

        return is_int($id) ? $id : 0;
    }

    private static function plain(mixed $value): string|int|float|bool|null
    {
        return $value === null || is_scalar($value) ? $value : (string) json_encode($value);
    }
}
