<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Brush;
use App\Models\BrushParts;
use App\Models\Tip;
use App\Pictures\PictureFile;
use App\Store\BlobStore;
use App\Store\DerivativeCache;
use Yarrowfog\Core\Paint\Stroke\Swatch;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Practice\Movements;
use Yarrowfog\Core\Stroke\Practice\PracticePen;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Settings\StepSettings;
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

    public function png(Brush $brush): string
    {
        return $brush->strip_picture === null
            ? $this->of($brush->keptParts(), $brush->kept, $brush->roll, $brush->strip_movement)
            : $this->kept->get($brush->strip_picture);
    }

    /** A picture of the painter's own, as a strip: as it is, no larger than it is shown at twice the size. */
    public function keepPicture(string $bytes): string
    {
        return $this->kept->put(PictureFile::png(PictureFile::read($bytes, 2 * self::WIDTH)->bitmap()));
    }

    /**
     * What is made with these parts and settings.
     *
     * @param  string|null  $movement  of the practice pen; null for what suits them
     */
    public function of(BrushParts $parts, BrushSettings $settings, int $roll, ?string $movement = null): string
    {
        $isStamp = $settings->choice('onePerPress') === StepSettings::YES && ! $settings->isBand();
        $shown = $settings->withBase('size', min($isStamp ? self::LARGEST_STAMP : self::LARGEST, $settings->base('size')));
        $key = 'strip-2-'.hash('sha256', self::fingerprint($parts).json_encode($shown->toArray(), JSON_THROW_ON_ERROR).$roll.($movement === null ? '' : " {$movement}"));

        return $this->derived->remember($key, function () use ($parts, $shown, $roll, $isStamp, $movement): string {
            $traces = match (true) {
                $movement !== null => PracticePen::named($movement, self::WIDTH, self::HEIGHT),
                $isStamp => self::presses($shown->base('size')),
                default => [Movements::swell(new Rect(28, 34, self::WIDTH - 56, self::HEIGHT - 68))],
            };

            return PictureFile::png(Swatch::paint($this->tips->kitOf($parts, $shown), $shown, $traces, $roll, self::WIDTH, self::HEIGHT, Swatch::ground($shown, self::WIDTH, self::HEIGHT)));
        });
    }

    /** @return non-empty-list<Trace> presses side by side, the last one firm */
    private static function presses(float $size): array
    {
        $count = (int) max(1, min(self::STAMPS, floor((self::WIDTH - 16) / ($size * 1.1))));

        return array_map(fn (int $i): Trace => new Trace([new Sample(0, self::WIDTH * ($i + 0.5) / $count, self::HEIGHT / 2, 0.4 + 0.6 * ($i + 1) / $count)]), range(0, $count - 1));
    }

    private static function fingerprint(BrushParts $parts): string
    {
        $tips = array_filter([$parts->tip, $parts->bite]);
        $prints = Tip::query()->findMany($tips)->keyBy('id');

        return implode('|', [...array_map(fn (int $id): string => $prints->get($id)?->fingerprint() ?? '', $tips), (string) $parts->tooth]);
    }
}
