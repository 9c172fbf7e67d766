<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Casts\AsBrushSettings;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\SoftDeletes;
use Yarrowfog\Core\Stroke\Brush as BrushSettings;

/**
 * A tip with settings: as they were kept, and as they stand in Tune.
 *
 * @property int $id
 * @property int $tip_id
 * @property string $name
 * @property BrushSettings $kept
 * @property BrushSettings|null $draft
 * @property int $roll
 * @property Tip $tip
 */
final class Brush extends Model
{
    use SoftDeletes;

    protected $guarded = [];

    protected function casts(): array
    {
        return ['kept' => AsBrushSettings::class, 'draft' => AsBrushSettings::class];
    }

    /** @return BelongsTo<Tip, $this> */
    public function tip(): BelongsTo
    {
        return $this->belongsTo(Tip::class);
    }

    /** The settings in hand: the draft where there is one. */
    public function current(): BrushSettings
    {
        return $this->draft ?? $this->kept;
    }
}
