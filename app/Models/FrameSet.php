<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Casts\AsValue;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\Parting;

/**
 * Several sources that are cut together, into the frames of one tip.
 *
 * @property int $id
 * @property string $name
 * @property CutList|null $cut_list
 * @property list<array{source: int, own: array<string, mixed>|null, place?: array{float, float}|null, box?: array{float, float, float, float}|null}> $frames  in their order; `own` is a list of a frame's own, `place` where the list of all points for it, if it keeps one of several things, and `box` what of the source is around that thing: left, top, right, bottom, 0–1
 * @property bool $evened  whether all are brought to one size
 */
final class FrameSet extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['cut_list' => AsValue::of(CutList::class), 'frames' => 'array', 'evened' => 'boolean'];
    }

    public function cutListOrFirst(): CutList
    {
        return $this->cut_list ?? CutList::read(['steps' => [['step' => 'trim']]]);
    }

    /** The list of one frame: its own, or that of all, pointing at its own thing. */
    public function listOf(int $position): CutList
    {
        $own = $this->frames[$position]['own'] ?? null;
        $place = $this->frames[$position]['place'] ?? null;

        return $own !== null ? CutList::read($own) : ($place === null ? $this->cutListOrFirst() : Parting::point($this->cutListOrFirst(), $place));
    }

    /** @return HasMany<Tip, $this> */
    public function tips(): HasMany
    {
        return $this->hasMany(Tip::class);
    }
}
