<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Casts\AsValue;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Yarrowfog\Core\Paint\Composite\Recolour;
use Yarrowfog\Core\Raster\BlendMode;

/**
 * What a sheet is stacked of.
 *
 * @property int $id
 * @property int $sheet_id
 * @property Sheet $sheet
 * @property int $position  0 for the lowest
 * @property string $name
 * @property bool $is_hidden
 * @property float $opacity  0–1
 * @property BlendMode $blend_mode
 * @property bool $is_locked  whether nothing is painted or changed on it
 * @property bool $keeps_alpha  whether it is painted on only where there is paint
 * @property bool $is_clipped  whether it is shown only over the layer below
 * @property Recolour|null $recolour
 * @property bool $is_picture  whether it holds a picture, and is not painted on
 * @property bool $is_gone  whether it was deleted; the history can bring it back
 */
final class Layer extends Model
{
    protected $guarded = [];

    /** What a layer is where nothing else is said, so that a new one is whole without being read again. */
    protected $attributes = ['is_hidden' => false, 'opacity' => 1.0, 'blend_mode' => 'normal', 'is_locked' => false, 'keeps_alpha' => false, 'is_clipped' => false, 'recolour' => null, 'is_picture' => false, 'is_gone' => false];

    protected function casts(): array
    {
        return [
            'position' => 'integer',
            'is_hidden' => 'boolean',
            'opacity' => 'float',
            'blend_mode' => BlendMode::class,
            'is_locked' => 'boolean',
            'keeps_alpha' => 'boolean',
            'is_clipped' => 'boolean',
            'recolour' => AsValue::of(Recolour::class),
            'is_picture' => 'boolean',
            'is_gone' => 'boolean',
        ];
    }

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

    /** The rank of what is laid on it next: above all that was ever laid. */
    public function nextRank(): int
    {
        $top = Stroke::query()->where('layer_id', $this->id)->max('rank');

        return 1 + (is_numeric($top) ? (int) $top : 0);
    }

    /**
     * What is painted on it and stands, from the lowest to the topmost.
     *
     * @return HasMany<Stroke, $this>
     */
    public function standing(): HasMany
    {
        $strokes = $this->hasMany(Stroke::class);
        $strokes->where('is_down', true)->orderBy('rank')->orderBy('id');

        return $strokes;
    }
}
