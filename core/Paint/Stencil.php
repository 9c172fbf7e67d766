<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint;

/**
 * A frame at the size of a print, upright, ready to be turned.
 *
 * Values are stored in pairs, a value and the one below it, so that bilinear sampling
 * reads two ints instead of four: lower 32 bits the value, upper 32 bits the one below.
 * There is an empty border of 1 px all round.
 */
final readonly class Stencil
{
    /**
     * @param  int  $width  with the border
     * @param  int  $height  with the border
     * @param  float  $pxPerX  stencil px for one px of a print of `$printWidth`
     * @param  array<int, int>  $pairs  of ink, 0–65535 each
     * @param  array{array<int, int>, array<int, int>, array<int, int>}|null  $colours  pairs of red, green and blue · ink, for own colours
     */
    public function __construct(
        public int $width,
        public int $height,
        public float $pxPerX,
        public float $pxPerY,
        public array $pairs,
        public ?array $colours,
    ) {
    }

    /**
     * @param  array<int, int>  $values  width · height, without the border
     * @return array<int, int>
     */
    public static function paired(array $values, int $width, int $height): array
    {
        $full = $width + 2;
        $out = array_fill(0, $full * ($height + 2) + 1, 0);
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            $to = ($y + 1) * $full + 1;
            for ($x = 0; $x < $width; $x++) {
                $value = $values[$i];
                if ($value > 0) {
                    $out[$to] |= $value;
                    $out[$to - $full] |= $value << 32;
                }
                $i++;
                $to++;
            }
        }

        return $out;
    }
}
