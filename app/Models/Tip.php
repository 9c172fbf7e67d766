<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Casts\AsValue;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\SoftDeletes;
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
 * @property list<array{hash: string, width: int, height: int, source: int|null}>|null $frames  null for one
 * @property int|null $frame_set_id
 * @property int|null $makings_count
 * @property Source|null $source
 * @property-read Collection<int, Brush> $brushes
 * @property array<string, mixed>|null $beyond  what a bundle of a newer version said of it
 */
final class Tip extends Model
{
    use SoftDeletes;

    protected $guarded = [];

    protected function casts(): array
    {
        return ['beyond' => 'array', 'kind' => TipKind::class, 'cut_list' => AsValue::of(CutList::class), 'frames' => 'array'];
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

    /** @return HasMany<TipMaking, $this> */
    public function makings(): HasMany
    {
        return $this->hasMany(TipMaking::class);
    }

    /** @return non-empty-list<array{hash: string, width: int, height: int, source: int|null}> */
    public function pictures(): array
    {
        return $this->frames === null || $this->frames === [] ? [['hash' => $this->hash, 'width' => $this->width, 'height' => $this->height, 'source' => $this->source_id]] : $this->frames;
    }

    /** Tells this picture of a tip from every other, in its frames too. */
    public function fingerprint(): string
    {
        return implode(' ', array_column($this->pictures(), 'hash'));
    }

    /** Where its cut list is taken up again; null where its source is gone. */
    public function listUrl(): ?string
    {
        return match (true) {
            $this->frame_set_id !== null => route('sets.show', [$this->frame_set_id, 'tip' => $this->id]),
            $this->source !== null => route('cut', [$this->source, 'tip' => $this->id]),
            default => null,
        };
    }
}
