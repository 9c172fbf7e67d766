<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Brush;
use App\Pictures\PictureFile;
use App\Store\Derived;
use Yarrowfog\Core\Paint\Swatch;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\PracticePen;
use Yarrowfog\Core\Stroke\SettingValue;

/** A brush shown by what it paints: one swelling stroke on a strip. */
final readonly class BrushStrip
{
    public const WIDTH = 340;

    public const HEIGHT = 104;

    /** px at which a strip paints at most, so that a large brush still shows a stroke. */
    private const LARGEST = 56.0;

    public function __construct(private TipRack $tips, private Derived $derived)
    {
    }

    public function png(Brush $brush): string
    {
        $settings = $brush->kept;
        $size = $settings->value('size');
        $shown = $settings->with('size', new SettingValue(min(self::LARGEST, $size->number()), $size->spread, $size->drives));
        $key = 'strip-'.hash('sha256', $brush->tip->hash.json_encode($shown->toArray(), JSON_THROW_ON_ERROR).$brush->roll);

        return $this->derived->remember($key, function () use ($brush, $shown): string {
            $trace = PracticePen::swell(new Rect(28, 34, self::WIDTH - 56, self::HEIGHT - 68));

            return PictureFile::png(Swatch::paint($this->tips->kit($brush->tip, $shown), $shown, [$trace], $brush->roll, self::WIDTH, self::HEIGHT));
        });
    }
}
