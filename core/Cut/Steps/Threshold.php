<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\Alpha;
use Yarrowfog\Core\Cut\Choice\LevelSource;
use Yarrowfog\Core\Cut\PaperStep;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\InkRule;
use Yarrowfog\Core\Tip\TipKind;

/** Only ink and no ink: what is darker than a grey prints fully, the rest not at all. */
final readonly class Threshold implements PaperStep
{
    /**
     * @param  float|null  $at  grey 0–255; null finds it
     * @param  float  $soft  greys over which one goes into the other, so that edges stay smooth
     */
    public function __construct(public ?float $at, public float $soft)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('threshold', 'Threshold', StepGroup::Tone, 'Only ink and no ink: darker than this grey prints fully, the rest not at all.', [
            Field::choice('by', 'Grey', LevelSource::class),
            Field::number('at', 'Ink below', '', 1, 254, 128)->onlyWith('by', LevelSource::Given),
            Field::number('soft', 'Softness', '', 0, 120, 24),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->choice('by', LevelSource::class) === LevelSource::Given ? $numbers->number('at') : null, $numbers->number('soft'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        return Alpha::withoutWhite($this->applyTone($in));
    }

    public function applyTone(Bitmap $in): Bitmap
    {
        $at = $this->at ?? (float) self::findLevel($in);
        $table = [];
        for ($v = 0; $v < 256; $v++) {
            $part = $this->soft < 0.5 ? ($v < $at ? 1.0 : 0.0) : max(0.0, min(1.0, 0.5 + ($at - $v) / $this->soft));
            $table[] = (int) round(255 * $part);
        }
        $out = $in->pixels;
        foreach ($in->pixels as $i => $p) {
            $luma = (13933 * ($p >> 24) + 46871 * ($p >> 16 & 255) + 4732 * ($p >> 8 & 255)) + 32768 >> 16;
            $alpha = $p & 255;
            $ink = $table[$luma];
            // Where something was cut away in part, the ink is what is left of it.
            $out[$i] = $alpha === 255 ? (255 - $ink) * 0x1010100 | 255 : $ink * $alpha * 257 + 32768 >> 16;
        }

        return new Bitmap($in->width, $in->height, $out);
    }

    /**
     * The grey that parts darks from lights best: Otsu, "A Threshold Selection Method from
     * Gray-Level Histograms" (1979). What is transparent has no say.
     */
    public static function findLevel(Bitmap $in): int
    {
        $histogram = array_fill(0, 256, 0);
        foreach ($in->pixels as $p) {
            if (($p & 255) > 127) {
                $histogram[InkRule::luma($p) >> 8]++;
            }
        }
        $count = array_sum($histogram);
        $total = 0;
        foreach ($histogram as $v => $n) {
            $total += $v * $n;
        }
        $best = -1.0;
        $found = 128;
        $below = $sum = 0;
        foreach ($histogram as $v => $n) {
            $below += $n;
            $sum += $v * $n;
            if ($below === 0 || $below === $count) {
                continue;
            }
            // The variance between the two classes, times count².
            $between = ($total * $below - $sum * $count) ** 2 / ($below * ($count - $below));
            if ($between > $best) {
                $best = $between;
                $found = $v + 1;
            }
        }

        return $found;
    }
}
