<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * What a tip was before it was made anew.
 *
 * @property int $id
 * @property int $tip_id
 * @property array<string, mixed> $was
 */
final class TipMaking extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['was' => 'array'];
    }
}
