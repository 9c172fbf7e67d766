<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Brush;
use App\Models\BrushParts;
use App\Models\StrokeTextures;
use App\Models\Tip;
use App\Pictures\PictureFile;
use App\Pictures\StrangerFile;
use App\Store\BlobStore;
use App\Store\DerivativeCache;
use Yarrowfog\Core\Paint\Stroke\Swatch;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Practice\Movements;
use Yarrowfog\Core\Stroke\Practice\PracticePen;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;

/** A brush shown by what it paints: one swelling stroke on a strip, or a stamp as stamps beside one another. */
final readonly class BrushStrip
{
    public const WIDTH = 340;

    public const HEIGHT = 104;

    /** px at which a strip paints at most, so that a large brush still shows a stroke. */
    private const LARGEST = 56.0;

    /** px at which a stamp is shown at most: it fills the strip. */
    private const LARGEST_STAMP = 88.0;

    /** Stamps on a strip at most. */
    private const STAMPS = 4;

    public function __construct(private BrushTextureLoader $tips, private DerivativeCache $derived, private BlobStore $kept)
    {
    }

    /** @param  int  $times  as large as it usually is */
    public function png(Brush $brush, int $times = 1): string
    {
        return $brush->strip_picture === null
            ? $this->of($brush->keptParts(), $brush->kept, $brush->roll, $brush->strip_movement, $times, $brush->tip)
            : $this->kept->get($brush->strip_picture);
    }

    /** Whether it is painted already, and needs no painting to be shown. */
    public function isThere(Brush $brush): bool
    {
        return $brush->strip_picture !== null
            || $this->derived->find(self::key(StrokeTextures::of($brush->keptParts(), $brush->kept, $brush->tip), self::shown($brush->kept, 1), $brush->roll, $brush->strip_movement, 1)) !== null;
    }

    /** A picture of the painter's own, as a strip: as it is, no larger than it is shown at twice the size. */
    public function keepPicture(string $bytes): string
    {
        return $this->kept->put(PictureFile::png(StrangerFile::read($bytes, 2 * self::WIDTH)->bitmap()));
    }

    /**
     * What is made with these parts and settings.
     *
     * @param  string|null  $movement  of the practice pen; null for what suits them
     * @param  Tip|null  $tip  where it is at hand already
     */
    public function of(BrushParts $parts, BrushSettings $settings, int $roll, ?string $movement = null, int $times = 1, ?Tip $tip = null): string
    {
        return $this->paint(StrokeTextures::of($parts, $settings, $tip), $settings, $roll, $movement, $times);
    }

    /**
     * What is made with these pictures and settings.
     *
     * @param  int  $times  as large as it usually is
     */
    public function paint(StrokeTextures $textures, BrushSettings $settings, int $roll, ?string $movement = null, int $times = 1): string
    {
        $shown = self::shown($settings, $times);
        [$width, $height] = [self::WIDTH * $times, self::HEIGHT * $times];

        return $this->derived->remember(self::key($textures, $shown, $roll, $movement, $times), function () use ($textures, $shown, $roll, $movement, $times, $width, $height): string {
            $traces = match (true) {
                $movement !== null => PracticePen::named($movement, $width, $height),
                self::isStamp($shown) => self::presses($shown->base('size'), $width, $height),
                default => [Movements::swell(new Rect(28 * $times, 34 * $times, $width - 56 * $times, $height - 68 * $times))],
            };

            return PictureFile::png(Swatch::paint($this->tips->load($textures, $shown), $shown, $traces, $roll, $width, $height, Swatch::ground($shown, $width, $height)));
        });
    }

    private static function isStamp(BrushSettings $settings): bool
    {
        return $settings->choices->onePerPress && ! $settings->isBand();
    }

    /** The brush no larger than a strip can show. */
    private static function shown(BrushSettings $settings, int $times): BrushSettings
    {
        return $settings->withBase('size', $times * min(self::isStamp($settings) ? self::LARGEST_STAMP : self::LARGEST, $settings->base('size')));
    }

    private static function key(StrokeTextures $textures, BrushSettings $shown, int $roll, ?string $movement, int $times): string
    {
        return 'strip-3-'.hash('sha256', json_encode([$textures->toArray(), $shown->toArray(), $roll, $movement, $times], JSON_THROW_ON_ERROR));
    }

    /** @return non-empty-list<Trace> presses side by side, the last one firm */
    private static function presses(float $size, int $width, int $height): array
    {
        $count = (int) max(1, min(self::STAMPS, floor(($width - 16) / ($size * 1.1))));

        return array_map(fn (int $i): Trace => new Trace([new Sample(0, $width * ($i + 0.5) / $count, $height / 2, 0.4 + 0.6 * ($i + 1) / $count)]), range(0, $count - 1));
    }
}
