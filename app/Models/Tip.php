<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Casts\AsCutList;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Tip\TipKind;

/**
 * What a brush prints, kept as a PNG.
 *
 * @property int $id
 * @property int|null $source_id
 * @property string $name
 * @property TipKind $kind
 * @property string $hash
 * @property int $width
 * @property int $height
 * @property int|null $dpi
 * @property CutList|null $cut_list
 */
final class Tip extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['kind' => TipKind::class, 'cut_list' => AsCutList::class];
    }

    /** @return BelongsTo<Source, $this> */
    public function source(): BelongsTo
    {
        return $this->belongsTo(Source::class);
    }

    /** @return HasMany<Brush, $this> */
    public function brushes(): HasMany
    {
        return $this->hasMany(Brush::class);
    }
}
