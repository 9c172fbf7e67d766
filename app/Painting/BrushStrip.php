<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Brush;
use App\Models\BrushParts;
use App\Models\Tip;
use App\Pictures\PictureFile;
use App\Store\Derived;
use Yarrowfog\Core\Paint\Swatch;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Brush as BrushSettings;
use Yarrowfog\Core\Stroke\Practice\Movements;
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
        return $this->of($brush->keptParts(), $brush->kept, $brush->roll);
    }

    /** What is made with these parts and settings. */
    public function of(BrushParts $parts, BrushSettings $settings, int $roll): string
    {
        $size = $settings->value('size');
        $shown = $settings->with('size', new SettingValue(min(self::LARGEST, $size->number()), $size->spread, $size->drives));
        $key = 'strip-'.hash('sha256', self::fingerprint($parts).json_encode($shown->toArray(), JSON_THROW_ON_ERROR).$roll);

        return $this->derived->remember($key, function () use ($parts, $shown, $roll): string {
            $trace = Movements::swell(new Rect(28, 34, self::WIDTH - 56, self::HEIGHT - 68));

            return PictureFile::png(Swatch::paint($this->tips->kitOf($parts, $shown), $shown, [$trace], $roll, self::WIDTH, self::HEIGHT, Swatch::ground($shown, self::WIDTH, self::HEIGHT)));
        });
    }

    private static function fingerprint(BrushParts $parts): string
    {
        $tips = array_filter([$parts->tip, $parts->bite]);
        $prints = Tip::query()->findMany($tips)->keyBy('id');

        return implode('|', [...array_map(fn (int $id): string => $prints->get($id)?->fingerprint() ?? '', $tips), (string) $parts->tooth]);
    }
}
