<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;

/**
 * One step in the history of a sheet.
 *
 * @property int $id
 * @property Carbon|null $updated_at
 * @property int $sheet_id
 * @property string|null $uuid  what the browser calls it, so that it is done once
 * @property string $words  what was done
 * @property list<array{table: string, id: int, before: array<string, scalar|null>, after: array<string, scalar|null>, made?: bool}> $rows
 * @property bool $is_undone
 * @property int $bytes  of the pixels that it keeps
 * @property bool $is_bare  whether it is a stroke without the pixels that it covered: to take it back, its layer is painted anew
 * @property int $revision  of the sheet, when it was done, undone or done again last
 */
final class Change extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['rows' => 'array', 'is_undone' => 'boolean', 'is_bare' => 'boolean', 'bytes' => 'integer', 'revision' => 'integer'];
    }
}
