<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Casts\AsValue;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\SoftDeletes;
use Illuminate\Database\Eloquent\SoftDeletingScope;
use Yarrowfog\Core\Advice\BrushTraits;
use Yarrowfog\Core\Stroke\BrushSettings;

/**
 * A tip with settings: as they were kept, and as they stand in Tune.
 *
 * @property int $id
 * @property int $tip_id
 * @property int|null $bite_id
 * @property int|null $tooth_id
 * @property string $name
 * @property BrushSettings $kept
 * @property BrushSettings|null $draft
 * @property BrushParts|null $draft_parts
 * @property int $revision
 * @property string|null $changed_by
 * @property string|null $note
 * @property list<string>|null $tags
 * @property int|null $maker_id
 * @property Maker|null $maker
 * @property int $roll
 * @property bool $is_plain
 * @property list<string>|null $at_hand  names of settings that stand beside size and opacity while painting
 * @property string $licence  an SPDX identifier, or words; empty where the maker's holds
 * @property string|null $made_on  the day
 * @property string $does  paints, erases or smudges, as its kept settings say
 * @property string $lays  band, stamp or dabs
 * @property string $colour  word for its main ink
 * @property bool $has_tooth
 * @property array<string, mixed>|null $beyond  what a bundle of a newer version said of it
 * @property bool $is_pinned  whether it stands first among the brushes
 * @property string|null $strip_movement  of the practice pen, that its strip is painted with; null for what suits it
 * @property string|null $strip_picture  hash of a picture that stands in place of a painted strip
 * @property \Illuminate\Support\Carbon|null $deleted_at
 * @property \Carbon\CarbonImmutable|\Illuminate\Support\Carbon $created_at
 * @property Tip $tip
 */
final class Brush extends Model
{
    use SoftDeletes;

    protected $guarded = [];

    /** Settings at hand, at most. */
    public const MOST_AT_HAND = 6;

    /** @return Builder<self> the painter's own, without the plain pen */
    public static function library(): Builder
    {
        return self::query()->where('is_plain', false);
    }

    protected static function booted(): void
    {
        self::saving(function (self $brush): void {
            if ($brush->isDirty('kept')) {
                $brush->fill(BrushTraits::of($brush->kept)->toColumns());
            }
        });
    }

    protected function casts(): array
    {
        return ['has_tooth' => 'boolean', 'beyond' => 'array', 'kept' => AsValue::of(BrushSettings::class), 'draft' => AsValue::of(BrushSettings::class), 'draft_parts' => AsValue::of(BrushParts::class), 'tags' => 'array', 'is_plain' => 'boolean', 'at_hand' => 'array', 'is_pinned' => 'boolean'];
    }

    /** @return BelongsTo<Tip, $this> */
    public function tip(): BelongsTo
    {
        $tip = $this->belongsTo(Tip::class);
        // A brush that is set aside shows what it paints, and its tip may be set aside with it.
        $tip->getQuery()->withoutGlobalScope(SoftDeletingScope::class);

        return $tip;
    }

    /** @return BelongsTo<Maker, $this> */
    public function maker(): BelongsTo
    {
        return $this->belongsTo(Maker::class);
    }

    /** Tells how its strip looks from how it looked before: it is another one with each change that can be seen. */
    public function stripKey(): string
    {
        $kept = $this->getAttributes()['kept'] ?? '';

        return hash('xxh64', implode(' ', [is_string($kept) ? $kept : '', $this->tip->fingerprint(), $this->bite_id, $this->tooth_id, $this->roll, $this->strip_movement, $this->strip_picture]));
    }

    /** The settings in hand: the draft where there is one. */
    public function current(): BrushSettings
    {
        return $this->draft ?? $this->kept;
    }

    /** Tip, bite and tooth as they were kept. */
    public function keptParts(): BrushParts
    {
        return new BrushParts($this->tip_id, $this->bite_id, $this->tooth_id);
    }

    /** Tip, bite and tooth in hand. */
    public function parts(): BrushParts
    {
        return $this->draft_parts ?? $this->keptParts();
    }

    /** @return HasMany<BrushVersion, $this> */
    public function versions(): HasMany
    {
        return $this->hasMany(BrushVersion::class);
    }

    /**
     * Takes up what stands in Tune; what is as it was kept is no draft.
     *
     * @return bool whether it was taken up: not where somebody else has changed the brush since it was read
     */
    public function draw(BrushSettings $settings, BrushParts $parts, int $roll, ?string $by = null): bool
    {
        $read = $this->revision;
        $this->fill([
            'draft' => $settings == $this->kept ? null : $settings,
            'draft_parts' => $parts == $this->keptParts() ? null : $parts,
            'roll' => $roll,
            'revision' => $read + 1,
            'changed_by' => $by,
        ]);
        // Compared and changed in one statement: between two, another window could come in and be written over.
        $isTaken = self::query()->toBase()->where('id', $this->id)->where('revision', $read)->update([...$this->getDirty(), 'updated_at' => $this->freshTimestampString()]) === 1;
        if ($isTaken) {
            $this->syncOriginal();
        } else {
            $this->refresh();
        }

        return $isTaken;
    }

    public function isChanged(): bool
    {
        return $this->draft !== null || $this->draft_parts !== null;
    }

    /** Keeps what stands in Tune as a new version; the very first one is what the brush began as. */
    public function keep(): void
    {
        if ($this->versions()->doesntExist()) {
            $first = $this->versions()->create(['settings' => $this->kept, 'parts' => $this->keptParts(), 'roll' => $this->roll]);
            $first->forceFill(['created_at' => $this->created_at])->save();
        }
        if ($this->isChanged()) {
            $parts = $this->parts();
            $this->update(['kept' => $this->current(), 'draft' => null, 'tip_id' => $parts->tip, 'bite_id' => $parts->bite, 'tooth_id' => $parts->tooth, 'draft_parts' => null]);
            $this->versions()->create(['settings' => $this->kept, 'parts' => $parts, 'roll' => $this->roll]);
        }
    }
}
