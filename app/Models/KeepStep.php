<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * One step in the history of Keep.
 *
 * @property int $id
 * @property string $words  what was done
 * @property list<array{table: string, id: int, before: array<string, scalar|null>|null, after: array<string, scalar|null>|null}> $rows  null where a row was not there
 * @property bool $is_undone
 */
final class KeepStep extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['rows' => 'array', 'is_undone' => 'boolean'];
    }
}
