<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

/**
 * A frame at the size of a print, upright, ready to be turned.
 *
 * Values are stored in fours, each with its neighbours to the right, below and below right,
 * so that bilinear sampling reads one int: bits 0–14 the value, 16–30 the one to the right,
 * 32–46 the one below, 48–62 the one below right. There is an empty border all round: one
 * pixel into which the outermost ink is mixed, as many as a stencil may have for one of its print, since two of those
 * are read at a time (see PackedCoveragePair), and one for what rounding may overshoot.
 */
final readonly class Stencil
{
    public const BORDER = 7;

    /** The largest value: 15 bits. */
    public const FULL = 32767;

    /**
     * @param  int  $width  with the border
     * @param  int  $height  with the border
     * @param  float  $pxPerX  stencil px for one px of a print of `$printWidth`
     * @param  array<int, int>  $fours  of ink
     * @param  array<int, int>|null  $colours  for own colours: red, green and blue, each times the ink, 13 bits each at bits 42, 21 and 0, so that all three are mixed by one multiplication
     */
    public function __construct(
        public int $width,
        public int $height,
        public float $pxPerX,
        public float $pxPerY,
        public array $fours,
        public ?array $colours,
        public Outline $outline,
    ) {
    }

    /**
     * @param  array<int, int>  $values  width · height of 0–65535, without the border
     * @return array<int, int>
     */
    public static function fours(array $values, int $width, int $height): array
    {
        $full = $width + 2 * self::BORDER;
        $out = array_fill(0, $full * ($height + 2 * self::BORDER), 0);
        // Pairs of neighbours in a row come first; then each row is joined with the one below it.
        $above = array_fill(0, $width + 1, 0);
        $i = 0;
        for ($y = 0; $y <= $height; $y++) {
            $to = ($y + self::BORDER - 1) * $full + self::BORDER - 1;
            $left = 0;
            for ($x = 0; $x <= $width; $x++) {
                $right = 0;
                if ($x < $width && $y < $height) {
                    $right = $values[$i] >> 1;
                    $i++;
                }
                $pair = $right << 16 | $left;
                $out[$to] = $pair << 32 | $above[$x];
                $above[$x] = $pair;
                $left = $right;
                $to++;
            }
        }

        return $out;
    }

    /**
     * @param  array{array<int, int>, array<int, int>, array<int, int>}  $channels  red, green and blue, each times the ink, 0–65535; without the border
     * @return array<int, int>
     */
    public static function colours(array $channels, int $width, int $height): array
    {
        [$reds, $greens, $blues] = $channels;
        $full = $width + 2 * self::BORDER;
        $out = array_fill(0, $full * ($height + 2 * self::BORDER), 0);
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            $to = ($y + self::BORDER) * $full + self::BORDER;
            for ($x = 0; $x < $width; $x++) {
                $out[$to] = ($reds[$i] >> 3) << 42 | ($greens[$i] >> 3) << 21 | $blues[$i] >> 3;
                $i++;
                $to++;
            }
        }

        return $out;
    }

    /**
     * @param  array<int, int>  $fours  of a stencil of this width and height, without the border
     */
    public static function outline(array $fours, int $width, int $height): Outline
    {
        $full = $width + 2 * self::BORDER;
        $rows = [];
        $row = self::BORDER * $full + self::BORDER;
        for ($y = 0; $y < $height; $y++) {
            $first = $width;
            $last = -1;
            for ($x = 0; $x < $width; $x++) {
                if (($fours[$row + $x] & self::FULL) > 0) {
                    $first = $first < $x ? $first : $x;
                    $last = $x;
                }
            }
            if ($last >= 0) {
                $rows[] = [$y, $first, $last];
            }
            $row += $full;
        }

        return Outline::around($rows, ($width - 1) / 2, ($height - 1) / 2);
    }
}
