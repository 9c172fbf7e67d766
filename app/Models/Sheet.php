<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Yarrowfog\Core\Raster\Rect;

/**
 * What is painted on.
 *
 * @property int $id
 * @property string $name
 * @property string $purpose
 * @property int $width
 * @property int $height
 * @property string $paper
 */
final class Sheet extends Model
{
    public const TO_PAINT = 'sheet';

    public const TO_DRAW_A_MARK = 'mark';

    protected $guarded = [];

    public static function blank(string $name, int $width, int $height, string $purpose = self::TO_PAINT): self
    {
        $sheet = self::query()->create([
            'name' => $name,
            'width' => $width,
            'height' => $height,
            'purpose' => $purpose,
            'paper' => $purpose === self::TO_DRAW_A_MARK ? '#ffffff' : '#fbfbf9',
        ]);
        $sheet->layers()->create(['position' => 0, 'name' => 'Paint']);

        return $sheet;
    }

    /** @return HasMany<Layer, $this> */
    public function layers(): HasMany
    {
        $layers = $this->hasMany(Layer::class);
        $layers->orderBy('position');

        return $layers;
    }

    public function layer(): Layer
    {
        return $this->layers()->firstOrFail();
    }

    public function bounds(): Rect
    {
        return new Rect(0, 0, $this->width, $this->height);
    }
}
