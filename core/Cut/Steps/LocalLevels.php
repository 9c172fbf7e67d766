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
        $greys = $this->greys($in, $kind);
        $tones = LocalTones::spread($greys, $in->width, $in->height, $this->side, $this->strength);
        $out = $kind === TipKind::InkMask ? self::inked($in->pixels, $greys, $tones) : self::moved($in->pixels, $greys, $tones);

        return new Bitmap($in->width, $in->height, $out);
    }

    /** @return array<int, int> 0–255, −1 where there is nothing */
    private function greys(Bitmap $in, TipKind $kind): array
    {
        $isMask = $kind === TipKind::InkMask;
        $greys = $in->pixels;
        foreach ($in->pixels as $i => $p) {
            $alpha = $p & 255;
            if ($alpha < self::THERE) {
                $greys[$i] = -1;
            } else {
                $grey = intdiv(InkRule::luma($p) + 128, 257);
                // In a mask, ink is darkness times alpha: it does not matter in which of them a soft grey stands.
                $greys[$i] = $isMask && $alpha < 255 ? 255 - intdiv((255 - $grey) * $alpha + 127, 255) : $grey;
            }
        }

        return $greys;
    }

    /**
     * Greys that print as much as their tones: of the same alpha, unless that is less than their ink.
     *
     * @param  array<int, int>  $pixels
     * @param  array<int, int>  $greys
     * @param  array<int, int>  $tones
     * @return array<int, int>
     */
    private static function inked(array $pixels, array $greys, array $tones): array
    {
        foreach ($tones as $i => $tone) {
            if ($tone !== $greys[$i]) {
                $alpha = $pixels[$i] & 255;
                $ink = 255 - $tone;
                $alpha = $alpha > $ink ? $alpha : $ink;
                $grey = $alpha === 0 ? 0 : 255 - intdiv(255 * $ink + ($alpha >> 1), $alpha);
                $pixels[$i] = $grey << 24 | $grey << 16 | $grey << 8 | $alpha;
            }
        }

        return $pixels;
    }

    /**
     * Colours as much lighter or darker as their tones are.
     *
     * @param  array<int, int>  $pixels
     * @param  array<int, int>  $greys
     * @param  array<int, int>  $tones
     * @return array<int, int>
     */
    private static function moved(array $pixels, array $greys, array $tones): array
    {
        foreach ($tones as $i => $tone) {
            $by = $tone - $greys[$i];
            if ($by !== 0) {
                $p = $pixels[$i];
                $r = ($p >> 24) + $by;
                $g = ($p >> 16 & 255) + $by;
                $b = ($p >> 8 & 255) + $by;
                $pixels[$i] = ($r < 0 ? 0 : ($r > 255 ? 255 : $r)) << 24 | ($g < 0 ? 0 : ($g > 255 ? 255 : $g)) << 16 | ($b < 0 ? 0 : ($b > 255 ? 255 : $b)) << 8 | $p & 255;
            }
        }

        return $pixels;
    }
}
