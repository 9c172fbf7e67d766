<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Composite;

use Yarrowfog\Core\Raster\DeepBitmap;

use function is_int;

/**
 * Soft-light over many pixels, with what BlendMode has for a channel and LayerBlend for a mixture written out
 * (W3C Compositing and Blending Level 1, sections 10 and 10.1.11).
 */
final class SoftLight
{
    /**
     * Mixes the pixels where both hold paint; the others stay as they are.
     *
     * @param  array<int, int>  $out  what the source is, laid over the backdrop without blending; what is mixed is written here
     * @param  array<int, int>  $words  of the backdrop
     * @param  array<int, int>  $source  as many
     * @param  float  $opacity  0–1, of the source
     * @return array<int, int>
     */
    public static function over(array $out, array $words, array $source, float $opacity): array
    {
        // Numbers by name, since the compiler may lose an integer on its way to a literal (docs/notes/jit.md, 11).
        $mask = (int) DeepBitmap::CHANNEL;
        $full = (float) DeepBitmap::FULL;
        $one = 1.0;
        $two = 2.0;
        $half = 0.5;
        $quarter = 0.25;
        $twelve = 12.0;
        $sixteen = 16.0;
        $four = 4.0;
        $count = count($source);
        for ($i = 0; $i < $count; $i++) {
            $s = $source[$i];
            $p = $words[$i];
            if (! is_int($s) || ! is_int($p)) {
                break;
            }
            $sa = $s & $mask;
            $pa = $p & $mask;
            if ($sa > 0 && $pa > 0) {
                $as = $sa * $opacity / $full;
                $ab = $pa / $full;
                $ofSource = $as * ($one - $ab) * $full;
                $ofUnder = $ab * ($one - $as) * $full;
                $ofBoth = $as * $ab * $full;
                $alpha = (int) (($as + $ab * ($one - $as)) * $full + $half);
                $bySource = $one / $sa;
                $byUnder = $one / $pa;
                $a = ($s >> 45) * $bySource;
                $b = ($p >> 45) * $byUnder;
                $d = $two * $a - $one;
                $red = (int) ($ofSource * $a + $ofUnder * $b + $ofBoth * ($d <= 0 ? $b + $d * $b * ($one - $b) : $b + $d * (($b <= $quarter ? (($sixteen * $b - $twelve) * $b + $four) * $b : sqrt($b)) - $b)) + $half);
                $a = ($s >> 30 & $mask) * $bySource;
                $b = ($p >> 30 & $mask) * $byUnder;
                $d = $two * $a - $one;
                $green = (int) ($ofSource * $a + $ofUnder * $b + $ofBoth * ($d <= 0 ? $b + $d * $b * ($one - $b) : $b + $d * (($b <= $quarter ? (($sixteen * $b - $twelve) * $b + $four) * $b : sqrt($b)) - $b)) + $half);
                $a = ($s >> 15 & $mask) * $bySource;
                $b = ($p >> 15 & $mask) * $byUnder;
                $d = $two * $a - $one;
                $blue = (int) ($ofSource * $a + $ofUnder * $b + $ofBoth * ($d <= 0 ? $b + $d * $b * ($one - $b) : $b + $d * (($b <= $quarter ? (($sixteen * $b - $twelve) * $b + $four) * $b : sqrt($b)) - $b)) + $half);
                $out[$i] = ($red < $alpha ? $red : $alpha) << 45 | ($green < $alpha ? $green : $alpha) << 30 | ($blue < $alpha ? $blue : $alpha) << 15 | $alpha;
            }
        }

        return $out;
    }
}
