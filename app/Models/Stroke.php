<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Casts\AsValue;
use App\Store\Blob;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Similarity;
use Yarrowfog\Core\Stroke\Trace;

/**
 * What was painted: a trace, the brush as it was, a roll. It can be painted again at any time.
 *
 * @property int $id
 * @property Carbon|null $created_at
 * @property int $layer_id
 * @property string $uuid
 * @property int|null $brush_id
 * @property StrokeTextures|null $textures  what it was painted with; null for a fill
 * @property BrushSettings $brush
 * @property int $roll
 * @property string $trace  gzipped JSON; one place where it fills a closed space
 * @property bool $is_down  whether it stands; one that was taken back or deleted does not
 * @property int $rank  of what lies on the layer the greatest is topmost
 * @property string $kind  one of the constants
 * @property Similarity|null $moved  where it lies, from where it was drawn
 * @property array{int, int, int, int}|null $area  the smallest rectangle around it: x, y, width, height
 * @property float $stretch  of a picture: how many times as high as its proportions have it
 * @property bool $keeps_alpha  whether it was painted only where there was paint
 */
final class Stroke extends Model
{
    /** A trace that is painted with a brush. */
    public const PAINTED = 'stroke';

    /** A closed space that is filled with the main ink of its brush. */
    public const FILL = 'fill';

    /** A picture: its trace is one place, and the opacity and blend mode of its brush are its own. */
    public const PICTURE = 'picture';

    /** An emptied part of the layer: its area says which. */
    public const CLEARED = 'cleared';

    protected $guarded = [];

    protected $attributes = ['kind' => self::PAINTED, 'is_down' => true, 'keeps_alpha' => false, 'moved' => null, 'stretch' => 1.0];

    protected function casts(): array
    {
        return ['brush' => AsValue::of(BrushSettings::class), 'textures' => AsValue::of(StrokeTextures::class), 'is_down' => 'boolean', 'rank' => 'integer', 'moved' => AsValue::of(Similarity::class), 'area' => 'array', 'keeps_alpha' => 'boolean', 'stretch' => 'float'];
    }

    /** A trace as `trace` holds it. */
    public static function pack(Trace $trace): Blob
    {
        return new Blob((string) gzcompress(json_encode($trace->toArray(), JSON_THROW_ON_ERROR)));
    }

    /** What `trace` holds. */
    public function unpack(): Trace
    {
        return Trace::read(json_decode((string) gzuncompress($this->trace), true));
    }

    public function isFill(): bool
    {
        return $this->kind === self::FILL;
    }

    public function bounds(): Rect
    {
        return new Rect(...$this->area ?? [0, 0, 0, 0]);
    }

    /** @return BelongsTo<Layer, $this> */
    public function layer(): BelongsTo
    {
        return $this->belongsTo(Layer::class);
    }
}
