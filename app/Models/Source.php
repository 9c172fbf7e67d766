<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Casts\AsValue;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\SoftDeletes;
use Yarrowfog\Core\Cut\CutList;

/**
 * One picture as it came in. Its file is never altered.
 *
 * @property int $id
 * @property string $name
 * @property string $hash
 * @property string $type
 * @property int $bytes
 * @property int $width
 * @property int $height
 * @property int|null $dpi
 * @property CutList|null $cut_list
 * @property string $origin  file, lines (an SVG), scanner, camera, mark, sheet, lettering, shape or growth
 * @property array<string, mixed>|null $recipe  what it was made by, where it can be made anew
 * @property list<string>|null $tags
 * @property CarbonImmutable $created_at
 * @property-read Collection<int, Tip> $tips
 */
final class Source extends Model
{
    use SoftDeletes;

    protected $guarded = [];

    protected function casts(): array
    {
        return ['cut_list' => AsValue::of(CutList::class), 'created_at' => 'immutable_datetime', 'recipe' => 'array', 'tags' => 'array'];
    }

    /** @return HasMany<Tip, $this> */
    public function tips(): HasMany
    {
        return $this->hasMany(Tip::class);
    }

    /** The list a new source begins with: nothing but an even margin. */
    public function cutListOrFirst(): CutList
    {
        return $this->cut_list ?? CutList::read(['steps' => [['step' => 'trim']]]);
    }

    /** px of the longer side at which a drawing of lines was made; null for any other source. */
    public function drawnAt(): ?int
    {
        return isset($this->recipe['svg']) && is_int($this->recipe['side'] ?? null) ? $this->recipe['side'] : null;
    }

    /** px, dpi and the width in mm, as far as they are known. */
    public function facts(): string
    {
        $facts = number_format($this->width).' × '.number_format($this->height).' px';
        if ($this->dpi !== null) {
            $facts .= " · {$this->dpi} dpi · ".number_format($this->width / $this->dpi * 25.4).' mm wide';
        }

        return $this->drawnAt() === null ? $facts : $facts.' · drawn by lines';
    }
}
