<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Cut\Choice\ColourFamilies;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Cut\ToneStep;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\TipKind;

/** Colours become greys, each family as dark as it is wanted. */
final readonly class GreyMix implements ToneStep
{
    /** The six families by their keys, and what makes BT.709 luma of every colour: the weight of a mixture is the sum of its parts. */
    public const HUES = ['reds' => 0.21, 'yellows' => 0.93, 'greens' => 0.72, 'cyans' => 0.79, 'blues' => 0.07, 'magentas' => 0.28];

    /**
     * How bright each family becomes, 0–2; pure greys stay what they are.
     *
     * @param  array{float, float, float, float, float, float}  $weights  red, yellow, green, cyan, blue, magenta
     */
    public function __construct(public array $weights)
    {
    }

    public static function description(): StepDescription
    {
        $hue = fn (string $key, string $label): Field => Field::number($key, $label, '%', -1, 2, self::HUES[$key], 0.01)->onlyWith('by', ColourFamilies::Six);
        $channel = fn (string $key, string $label, float $luma): Field => Field::number($key, $label, '%', -1, 2, $luma, 0.01)->onlyWith('by', ColourFamilies::Three);

        return new StepDescription('grey-mix', 'Grey mix', StepGroup::Tone, 'Turns colours into greys: choose how dark each family of colours becomes.', [
            Field::choice('by', 'By', ColourFamilies::class),
            $hue('reds', 'Reds'),
            $hue('yellows', 'Yellows'),
            $hue('greens', 'Greens'),
            $hue('cyans', 'Cyans'),
            $hue('blues', 'Blues'),
            $hue('magentas', 'Magentas'),
            $channel('red', 'Red light', 0.21),
            $channel('green', 'Green light', 0.72),
            $channel('blue', 'Blue light', 0.07),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        $n = $numbers->number(...);
        if ($numbers->choice('by', ColourFamilies::class) === ColourFamilies::Six) {
            return new self([$n('reds'), $n('yellows'), $n('greens'), $n('cyans'), $n('blues'), $n('magentas')]);
        }
        // A sum of three lights is the same as six families whose mixtures are sums.
        [$r, $g, $b] = [$n('red'), $n('green'), $n('blue')];

        return new self([$r, $r + $g, $g, $g + $b, $b, $r + $b]);
    }

    /**
     * What the grey of a colour is made of: grey = the first number + each part · the weight of its hue.
     *
     * @return array{float, array<int, float>} 0–1; six parts
     */
    public static function parts(Srgb $colour): array
    {
        $channels = ['r' => $colour->red, 'g' => $colour->green, 'b' => $colour->blue];
        arsort($channels);
        [$most, $middle, $least] = array_values($channels);
        [$pure, $second] = array_keys($channels);
        $hue = ['r' => 0, 'g' => 2, 'b' => 4];
        // A mixture of red and blue lies beyond the last hue.
        $mixed = abs($hue[$pure] - $hue[$second]) === 4 ? 5 : intdiv($hue[$pure] + $hue[$second], 2);
        $parts = [0.0, 0.0, 0.0, 0.0, 0.0, 0.0];
        $parts[$mixed] = (float) ($middle - $least) / 255;
        $parts[$hue[$pure]] = (float) ($most - $middle) / 255;

        return [(float) $least / 255, $parts];
    }

    /** grey = least + (middle − least) · the mixture’s weight + (most − middle) · the pure colour’s weight */
    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        [$red, $yellow, $green, $cyan, $blue, $magenta] = array_map(fn (float $w): int => (int) round($w * 65536), $this->weights);
        $out = $in->pixels;
        foreach ($in->pixels as $i => $p) {
            $r = $p >> 24;
            $g = $p >> 16 & 255;
            $b = $p >> 8 & 255;
            if ($r >= $g) {
                if ($g >= $b) {
                    $v = ($b << 16) + ($g - $b) * $yellow + ($r - $g) * $red;
                } elseif ($r >= $b) {
                    $v = ($g << 16) + ($b - $g) * $magenta + ($r - $b) * $red;
                } else {
                    $v = ($g << 16) + ($r - $g) * $magenta + ($b - $r) * $blue;
                }
            } elseif ($r >= $b) {
                $v = ($b << 16) + ($r - $b) * $yellow + ($g - $r) * $green;
            } elseif ($g >= $b) {
                $v = ($r << 16) + ($b - $r) * $cyan + ($g - $b) * $green;
            } else {
                $v = ($r << 16) + ($g - $r) * $cyan + ($b - $g) * $blue;
            }
            $v = $v + 32768 >> 16;
            $v = $v < 0 ? 0 : ($v > 255 ? 255 : $v);
            $out[$i] = $v << 24 | $v << 16 | $v << 8 | $p & 255;
        }

        return new Bitmap($in->width, $in->height, $out);
    }
}
