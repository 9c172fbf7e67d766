<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

/**
 * What samples of the thing and of the ground tell of each pixel of a band.
 *
 * A pixel there is a mixture P = α·F + (1 − α)·B. Samples of F and B are gathered from what is sure around it, and from what is nearest to
 * places around it; the pair that explains P best is taken (Gastal and Oliveira, "Shared Sampling for Real-Time Alpha Matting", 2010).
 */
final readonly class EdgeSamples
{
    /** Places from which a pixel takes over what is nearest there, in px of the small picture. */
    private const SHARED = [[0, 0], [3, 2], [-2, 3], [-3, -2], [2, -3]];

    /** What a step away of 1 px of the small picture counts, in squared levels. */
    private const STEP = 6.0;

    /** Squared difference of both colours, in levels, at which colours say as much as the outline. */
    private const ALIKE = 500.0;

    /** How much it counts that colours vary. */
    private const VARIED = 4.0;

    /**
     * @param  array<int, int>  $things  by pixel: the nearest that surely is the thing
     * @param  array<int, int>  $rest  by pixel: the nearest that surely is not
     * @param  array<int, int>  $kept  of each pixel, its place in the earlier band where it is the same there, else −1; empty without an earlier one
     * @param  list<float>  $trusts  how much the samples of each pixel are to be believed, 0–1
     * @param  list<float>  $parts  how much of it is the thing by them, 0–1
     * @param  list<int>  $fronts  F, 0xRRGGBBAA
     * @param  list<int>  $backs  B
     */
    private function __construct(public array $things, public array $rest, public array $kept, public array $trusts, public array $parts, public array $fronts, public array $backs)
    {
    }

    /** @param  EarlierEdge|null  $earlier  whose samples are taken over where they are the same */
    public static function gather(EdgeBand $band, ?EarlierEdge $earlier): self
    {
        [$width, $height] = [$band->width, $band->height];
        $values = $band->values;
        $pixels = $band->in->pixels;
        [$things, $rest] = [$band->nearest("\2"), $band->nearest("\0")];
        $across = $down = $shared = [];
        foreach (self::SHARED as [$dx, $dy]) {
            $across[] = (int) ($dx * $band->scale);
            $down[] = (int) ($dy * $band->scale);
            $shared[] = (int) ($dy * $band->scale) * $width + (int) ($dx * $band->scale);
        }
        $kept = $earlier?->sameSamples($band, $things, $rest, $shared) ?? [];
        $known = $earlier?->samples;
        [$knownTrusts, $knownParts, $knownFronts, $knownBacks] = [$known->trusts ?? [], $known->parts ?? [], $known->fronts ?? [], $known->backs ?? []];
        $step = self::STEP / $band->scale;
        $trusts = $parts = $bestFronts = $bestBacks = $means = [];
        $fronts = $backs = array_fill(0, count($across), 0);
        $toFronts = $toBacks = array_fill(0, count($across), 0.0);
        foreach ($band->mixed as $n => $i) {
            $from = $kept[$n] ?? -1;
            if ($from >= 0) {
                $trusts[] = $knownTrusts[$from];
                $parts[] = $knownParts[$from];
                $bestFronts[] = $knownFronts[$from];
                $bestBacks[] = $knownBacks[$from];

                continue;
            }
            $x = $i % $width;
            $y = intdiv($i, $width);
            $frontCount = $backCount = 0;
            $lastThing = $lastGround = -1;
            foreach ($across as $k => $dx) {
                $u = $x + $dx;
                $v = $y + $down[$k];
                if ($u < 0 || $v < 0 || $u >= $width || $v >= $height) {
                    continue;
                }
                $j = $v * $width + $u;
                $kind = $values[$j];
                $thing = $kind === "\2" ? $j : ($kind === "\1" ? $things[$j] ?? -1 : -1);
                if ($thing >= 0 && $thing !== $lastThing) {
                    $lastThing = $thing;
                    $fronts[$frontCount] = $means[$thing] ??= EdgeBand::mean($pixels, $values, $width, $thing);
                    $toFronts[$frontCount] = $step * (abs($thing % $width - $x) + abs(intdiv($thing, $width) - $y));
                    $frontCount++;
                }
                $ground = $kind === "\0" ? $j : ($kind === "\1" ? $rest[$j] ?? -1 : -1);
                if ($ground >= 0 && $ground !== $lastGround) {
                    $lastGround = $ground;
                    $backs[$backCount] = $means[$ground] ??= EdgeBand::mean($pixels, $values, $width, $ground);
                    $toBacks[$backCount] = $step * (abs($ground % $width - $x) + abs(intdiv($ground, $width) - $y));
                    $backCount++;
                }
            }
            $p = $pixels[$i];
            if ($frontCount === 0 || $backCount === 0) {
                $trusts[] = 1.0;
                $parts[] = $frontCount === 0 ? 0.0 : 1.0;
                $bestFronts[] = $bestBacks[] = $p;

                continue;
            }
            $r = $p >> 24;
            $g = $p >> 16 & 255;
            $b = $p >> 8 & 255;
            $best = 1e18;
            $alpha = 0.5;
            $apart = 0.0;
            $front = $back = $p;
            for ($f = 0; $f < $frontCount; $f++) {
                $c = $fronts[$f];
                $fr = $c >> 24;
                $fg = $c >> 16 & 255;
                $fb = $c >> 8 & 255;
                for ($k = 0; $k < $backCount; $k++) {
                    // However well it explained the pixel, it would lie too far away.
                    if ($best <= $toFronts[$f] + $toBacks[$k]) {
                        continue;
                    }
                    $d = $backs[$k];
                    $br = $d >> 24;
                    $bg = $d >> 16 & 255;
                    $bb = $d >> 8 & 255;
                    $dr = $fr - $br;
                    $dg = $fg - $bg;
                    $db = $fb - $bb;
                    $way = $dr * $dr + $dg * $dg + $db * $db + 1.0;
                    $at = (($r - $br) * $dr + ($g - $bg) * $dg + ($b - $bb) * $db) / $way;
                    $at = $at < 0.0 ? 0.0 : ($at > 1.0 ? 1.0 : $at);
                    $er = $r - $br - $at * $dr;
                    $eg = $g - $bg - $at * $dg;
                    $eb = $b - $bb - $at * $db;
                    $cost = $er * $er + $eg * $eg + $eb * $eb + $toFronts[$f] + $toBacks[$k];
                    if ($cost < $best) {
                        $best = $cost;
                        $alpha = $at;
                        $apart = $way;
                        $front = $c;
                        $back = $d;
                    }
                }
            }
            // The farther apart both colours are, the less each varies, and the better they explain the pixel, the more they say.
            $spread = ($frontCount > 1 ? self::spread($fronts, $frontCount) : 0.0) + ($backCount > 1 ? self::spread($backs, $backCount) : 0.0);
            $trusts[] = $apart / ($apart + self::ALIKE + 2.0 * $best + self::VARIED * $spread);
            $parts[] = $alpha;
            $bestFronts[] = $front;
            $bestBacks[] = $back;
        }

        return new self($things, $rest, $kept, $trusts, $parts, $bestFronts, $bestBacks);
    }

    /**
     * Mean squared difference of some samples from their mean.
     *
     * @param  array<int, int>  $samples  0xRRGGBBAA
     * @param  int  $n  how many of them count
     */
    private static function spread(array $samples, int $n): float
    {
        $r = $g = $b = $all = 0;
        for ($k = 0; $k < $n; $k++) {
            $red = $samples[$k] >> 24;
            $green = $samples[$k] >> 16 & 255;
            $blue = $samples[$k] >> 8 & 255;
            $r += $red;
            $g += $green;
            $b += $blue;
            $all += $red * $red + $green * $green + $blue * $blue;
        }

        return ($all - ($r * $r + $g * $g + $b * $b) / $n) / $n;
    }
}
