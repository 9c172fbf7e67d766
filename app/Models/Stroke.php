<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Casts\AsValue;
use App\Store\Blob;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Trace;

/**
 * What was painted: a trace, the brush as it was, a roll. It can be painted again at any time.
 *
 * @property int $id
 * @property int $layer_id
 * @property string $uuid
 * @property int|null $brush_id
 * @property StrokeTextures|null $textures  what it was painted with; null for a fill
 * @property BrushSettings $brush
 * @property int $roll
 * @property string $trace gzipped JSON
 * @property bool $undone
 * @property bool $is_fill  whether it fills a closed space: its trace is one place then, and the main ink of its brush the colour
 */
final class Stroke extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['brush' => AsValue::of(BrushSettings::class), 'textures' => AsValue::of(StrokeTextures::class), 'undone' => 'boolean', 'is_fill' => 'boolean'];
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

    /** @return BelongsTo<Layer, $this> */
    public function layer(): BelongsTo
    {
        return $this->belongsTo(Layer::class);
    }
}
