<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Casts\AsValue;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Yarrowfog\Core\Cut\CutList;

/**
 * Several sources that are cut together, into the frames of one tip.
 *
 * @property int $id
 * @property string $name
 * @property CutList|null $cut_list
 * @property list<array{source: int, own: array<string, mixed>|null}> $frames  in their order; `own` is a list of a frame's own
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

    /** The list of one frame: its own, or that of all. */
    public function listOf(int $position): CutList
    {
        $own = $this->frames[$position]['own'] ?? null;

        return $own === null ? $this->cutListOrFirst() : CutList::read($own);
    }

    /** @return HasMany<Tip, $this> */
    public function tips(): HasMany
    {
        return $this->hasMany(Tip::class);
    }
}
