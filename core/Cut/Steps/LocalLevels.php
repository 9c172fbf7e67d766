<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\Step;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\LocalTones;
use Yarrowfog\Core\Tip\InkRule;
use Yarrowfog\Core\Tip\TipKind;

/** Form is brought out: dark parts and light ones each get the greys between. */
final readonly class LocalLevels implements Step
{
    /** Alpha below which there is nothing to be seen. */
    private const THERE = 13;

    /** @param  float  $side  px over which greys are compared */
    public function __construct(public float $side, public float $strength)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('local-levels', 'Local levels', StepGroup::Tone, 'Brings form out: in dark parts and in light ones greys are drawn apart, each part for itself.', [
            Field::number('side', 'Parts', 'px', 20, 2000, 300),
            Field::number('strength', 'Strength', '%', 0, 1, 0.6, 0.01),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->number('side'), $numbers->number('strength'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        $isMask = $kind === TipKind::InkMask;
        $greys = [];
        foreach ($in->pixels as $p) {
            $alpha = $p & 255;
            $grey = intdiv(InkRule::luma($p) + 128, 257);
            // In a mask, ink is darkness times alpha: it does not matter in which of them a soft grey stands.
            $greys[] = $alpha < self::THERE ? -1 : ($isMask ? 255 - intdiv((255 - $grey) * $alpha + 127, 255) : $grey);
        }
        $out = $in->pixels;
        foreach (LocalTones::spread($greys, $in->width, $in->height, $this->side, $this->strength) as $i => $tone) {
            if ($tone !== $greys[$i]) {
                $out[$i] = $isMask ? self::inked($in->pixels[$i] & 255, 255 - $tone) : self::moved($in->pixels[$i], $tone - $greys[$i]);
            }
        }

        return new Bitmap($in->width, $in->height, $out);
    }

    /** A grey that prints so much: of the same alpha, unless that is less than its ink. */
    private static function inked(int $alpha, int $ink): int
    {
        $alpha = max($alpha, $ink);
        $grey = $alpha === 0 ? 0 : 255 - intdiv(255 * $ink + intdiv($alpha, 2), $alpha);

        return $grey << 24 | $grey << 16 | $grey << 8 | $alpha;
    }

    private static function moved(int $pixel, int $by): int
    {
        $out = $pixel & 255;
        foreach ([24, 16, 8] as $shift) {
            $out |= max(0, min(255, ($pixel >> $shift & 255) + $by)) << $shift;
        }

        return $out;
    }
}
