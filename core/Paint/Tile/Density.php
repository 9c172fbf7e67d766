<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Tile;

/**
 * Coverage as density, −ln(1 − coverage): where dabs of one strength lie over each other
 * their densities add (Beer–Lambert law), so c ← c + (C − c) · m needs no product.
 *
 * Densities have 20 bits and stand three to an int, one above the other on the sheet:
 * bits 0–19 the upper row, 21–40 the middle, 42–61 the lower. Bits 20, 41 and 62 catch
 * what a sum carries over. So one addition prints three pixels.
 */
final class Density
{
    /** Rows of pixels in one row of words. */
    public const LANES = 3;

    public const BITS = 21;

    /** The densest: full coverage. */
    public const MOST = 0xFFFFF;

    /** The bits that a sum carries into when it is denser than full. */
    public const CARRIES = 1 << 20 | 1 << 41 | 1 << 62;

    /** Rows of words in a tile: SIDE / 3, rounded up. */
    public const TILE_ROWS = 43;

    /** Densities to one neper. 12.5 nepers leave 4 millionths uncovered, less than 16 bits can tell. */
    private const NEPER = self::MOST / 12.5;

    /** Ink above this part of full is looked up exactly: there the curve is too steep for straight pieces. */
    public const STEEP = 61440;

    /** @var list<int> density of ink i · 16; straight between entries to within 1 part in 500,000 */
    private static array $ofInk = [];

    /** @var list<int> coverage of density i · 64, in 1/2²⁴ */
    private static array $coverage = [];

    /**
     * The density of ink i · 16, for looking up between straight pieces up to STEEP.
     *
     * @return list<int>
     */
    public static function table(): array
    {
        if (self::$ofInk === []) {
            for ($i = 0; $i <= self::STEEP >> 4; $i++) {
                self::$ofInk[] = (int) round(-log(1.0 - $i / 4096) * self::NEPER);
            }
        }

        return self::$ofInk;
    }

    /** @param  int  $ink  0–65536 */
    public static function of(int $ink): int
    {
        return $ink > 65534 ? self::MOST : min(self::MOST, (int) round(-log(1.0 - $ink / 65536) * self::NEPER));
    }

    /**
     * A tile of words back as coverage.
     *
     * @param  array<int, int>  $words  TILE_ROWS rows of SIDE
     * @param  int  $ceiling  what full density covers, 0–65535
     * @param  int  $from  first row of pixels to convert; those outside stay empty
     * @param  int  $until  one past the last
     * @return array<int, int> SIDE rows of SIDE
     */
    public static function toCoverage(array $words, int $ceiling, int $from = 0, int $until = StrokeBuffer::SIDE): array
    {
        $side = (int) StrokeBuffer::SIDE;
        if (self::$coverage === []) {
            for ($i = 0; $i <= 16384; $i++) {
                self::$coverage[] = (int) round((1.0 - exp(-$i * 64 / self::NEPER)) * 16777216);
            }
        }
        $table = self::$coverage;
        $out = array_fill(0, $side * $side, 0);
        $first = max(0, $from) * $side;
        $last = min($side, $until) * $side;
        $j = 0;
        $column = 0;
        foreach ($words as $word) {
            if ($word !== 0) {
                for ($k = $j; $k < $last && $word !== 0; $k += $side) {
                    $d = $word & self::MOST;
                    if ($d !== 0 && $k >= $first) {
                        $i = $d >> 6;
                        $c = $table[$i];
                        $out[$k] = (($c + (($table[$i + 1] - $c) * ($d & 63) >> 6)) * $ceiling >> 23) + 1 >> 1;
                    }
                    $word >>= self::BITS;
                }
            }
            $j++;
            $column++;
            if ($column === $side) {
                $column = 0;
                $j += (self::LANES - 1) * $side;
            }
        }

        return $out;
    }
}
