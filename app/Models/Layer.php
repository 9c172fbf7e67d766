<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * @property int $id
 * @property int $sheet_id
 * @property Sheet $sheet
 */
final class Layer extends Model
{
    protected $guarded = [];

    /** @return BelongsTo<Sheet, $this> */
    public function sheet(): BelongsTo
    {
        return $this->belongsTo(Sheet::class);
    }

    /** @return HasMany<Stroke, $this> */
    public function strokes(): HasMany
    {
        return $this->hasMany(Stroke::class);
    }
}
