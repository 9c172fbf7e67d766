<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Casts\AsValue;
use Illuminate\Database\Eloquent\Model;
use Yarrowfog\Core\Cut\CutList;

/**
 * A cut list kept by name, for other sources.
 *
 * @property int $id
 * @property string $name
 * @property CutList $cut_list
 */
final class NamedList extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['cut_list' => AsValue::of(CutList::class)];
    }
}
