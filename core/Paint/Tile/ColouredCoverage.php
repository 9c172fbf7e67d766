<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Tile;

/**
 * The word of a pixel that has a colour of its own: coverage, 16 bits, at bit 45; red, green and blue, 15 bits each (a channel
 * of 8 bits, seven further up), at bits 30, 15 and 0. Loops over pixels write these shifts out, since a call for each would
 * cost as much as the pixel.
 */
final class ColouredCoverage
{
    private const COVERAGE = 45;

    private const RED = 37;

    private const GREEN = 22;

    private const BLUE = 7;

    /** All three channels. */
    private const COLOUR = (1 << self::COVERAGE) - 1;

    /**
     * @param  int  $coverage  0–65535
     * @param  int  $rgb  0xRRGGBB
     */
    public static function pack(int $coverage, int $rgb): int
    {
        return $coverage << self::COVERAGE | ($rgb >> 16) << self::RED | ($rgb >> 8 & 255) << self::GREEN | ($rgb & 255) << self::BLUE;
    }

    /** @return int 0–65535 */
    public static function coverageOf(int $word): int
    {
        return $word >> self::COVERAGE;
    }

    /**
     * The coverage of every pixel of a tile.
     *
     * @param  array<int, int>  $tile
     * @return array<int, int> 0–65535
     */
    public static function toCoverage(array $tile): array
    {
        foreach ($tile as $i => $word) {
            $tile[$i] = $word >> self::COVERAGE;
        }

        return $tile;
    }

    /**
     * The same colours with other coverage.
     *
     * @param  array<int, int>  $tile
     * @param  array<int, int>  $coverage  0–65535
     * @param  int  $bare  0xRRGGBB of what had no coverage before, and so no colour
     * @return array<int, int>
     */
    public static function withCoverage(array $tile, array $coverage, int $bare): array
    {
        $colour = self::pack(0, $bare);
        foreach ($tile as $i => $word) {
            $tile[$i] = $coverage[$i] << self::COVERAGE | ($word >> self::COVERAGE > 0 ? $word & self::COLOUR : $colour);
        }

        return $tile;
    }
}
