<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make;

use Yarrowfog\Core\Raster\Plane;

/**
 * Seamless teeth made by code, 256 px a side, heights 0–65535.
 *
 * Heights are spread evenly (every height comes equally often), so that a pressure of a
 * third meets a third of the ground.
 */
final class Teeth
{
    public const SIDE = 256;

    /** The tooth of paper of which no more is known. */
    public const USUAL = 'cold-pressed paper';

    /** Goes up when what is made here changes. */
    public const RECIPE = 1;

    /** @var array<string, Plane> */
    private static array $made = [];

    /** @return list<string> */
    public static function names(): array
    {
        return ['laid paper', 'cold-pressed paper', 'weave', 'slate', 'wood', 'speckle'];
    }

    /** Null when there is no tooth of that name. */
    public static function named(string $name): ?Plane
    {
        return match ($name) {
            'laid paper' => self::$made[$name] ??= ToothHeights::evenOut(self::lay(), self::SIDE),
            'cold-pressed paper' => self::$made[$name] ??= ToothHeights::evenOut(self::coldPressed(), self::SIDE),
            'weave' => self::$made[$name] ??= ToothHeights::evenOut(self::weave(), self::SIDE),
            'slate' => self::$made[$name] ??= ToothHeights::evenOut(self::slate(), self::SIDE),
            'wood' => self::$made[$name] ??= ToothHeights::evenOut(self::wood(), self::SIDE),
            'speckle' => self::$made[$name] ??= ToothHeights::evenOut(self::speckle(), self::SIDE),
            default => null,
        };
    }

    /**
     * The wires of the mould: close lines across, chains further apart, and fibres.
     *
     * @return list<float>
     */
    private static function lay(): array
    {
        $fibres = TilingNoise::layers(self::SIDE, 32, 64, 3, 11);
        $waver = TilingNoise::layers(self::SIDE, 4, 8, 2, 12);

        return self::each(function (int $x, int $y, int $i) use ($fibres, $waver): float {
            $line = 0.5 + 0.5 * sin(2 * M_PI * ($y / 6.4 + 2.2 * $waver[$i]));
            $chain = 0.5 + 0.5 * cos(2 * M_PI * ($x / 64 + 0.4 * $waver[$i]));

            return 0.5 * $line - 0.25 * $chain ** 12 + 0.9 * $fibres[$i];
        });
    }

    /**
     * Felt pressed into wet pulp: rounded bumps that crowd each other, of two sizes.
     *
     * @return list<float>
     */
    private static function coldPressed(): array
    {
        $large = TilingNoise::cells(self::SIDE, 20, 21);
        $small = TilingNoise::cells(self::SIDE, 37, 22);
        $swell = TilingNoise::layers(self::SIDE, 8, 8, 2, 23);
        $grain = TilingNoise::values(self::SIDE, 128, 128, 24);

        return self::each(fn (int $x, int $y, int $i): float => -0.75 * $large[$i] - 0.6 * $small[$i] + 0.22 * $swell[$i] + 0.2 * $grain[$i]);
    }

    /**
     * Threads over and under each other.
     *
     * @return list<float>
     */
    private static function weave(): array
    {
        $slub = TilingNoise::layers(self::SIDE, 8, 8, 2, 31);
        $fuzz = TilingNoise::layers(self::SIDE, 64, 64, 2, 32);

        return self::each(function (int $x, int $y, int $i) use ($slub, $fuzz): float {
            $u = $x / 16 + 0.5 * $slub[$i];
            $v = $y / 16 + 0.5 * $slub[($i + 128 * self::SIDE + 77) % (self::SIDE * self::SIDE)];
            $warp = abs(sin(M_PI * $u)) ** 0.6 * (0.6 + 0.4 * sin(M_PI * $v) * ((int) floor($u) % 2 === 0 ? 1 : -1));
            $weft = abs(sin(M_PI * $v)) ** 0.6 * (0.6 - 0.4 * sin(M_PI * $u) * ((int) floor($v) % 2 === 0 ? 1 : -1));

            return max($warp, $weft) + 0.35 * $fuzz[$i];
        });
    }

    /**
     * Split stone: flat ledges with broken edges, scratched along the cleavage.
     *
     * @return list<float>
     */
    private static function slate(): array
    {
        $ledges = TilingNoise::layers(self::SIDE, 4, 8, 4, 41);
        $scratches = TilingNoise::layers(self::SIDE, 8, 128, 2, 42);
        $grit = TilingNoise::values(self::SIDE, 128, 128, 43);

        return self::each(function (int $x, int $y, int $i) use ($ledges, $scratches, $grit): float {
            $steps = 7 * $ledges[$i];
            $edge = $steps - floor($steps);

            return 0.5 * (floor($steps) + $edge ** 4) / 7 + 0.34 * $scratches[$i] + 0.2 * $grit[$i];
        });
    }

    /**
     * Long grain: rings cut along the trunk, and pores.
     *
     * @return list<float>
     */
    private static function wood(): array
    {
        $bend = TilingNoise::layers(self::SIDE, 2, 8, 2, 51);
        $pores = TilingNoise::layers(self::SIDE, 8, 128, 2, 52);
        $grain = TilingNoise::values(self::SIDE, 32, 256, 53);

        return self::each(function (int $x, int $y, int $i) use ($bend, $pores, $grain): float {
            $ring = $y / 25.6 + 1.3 * $bend[$i];
            $late = ($ring - floor($ring)) ** 2.5;

            return 0.55 * $late + 0.8 * $pores[$i] + 0.3 * $grain[$i];
        });
    }

    /**
     * Fine sand.
     *
     * @return list<float>
     */
    private static function speckle(): array
    {
        $fine = TilingNoise::values(self::SIDE, 128, 128, 61);
        $coarse = TilingNoise::values(self::SIDE, 64, 64, 62);
        $drifts = TilingNoise::values(self::SIDE, 16, 16, 63);

        return self::each(fn (int $x, int $y, int $i): float => $fine[$i] + 0.8 * $coarse[$i] + 0.25 * $drifts[$i]);
    }

    /**
     * @param  callable(int, int, int): float  $height  of x, y and their place in the list
     * @return list<float>
     */
    private static function each(callable $height): array
    {
        $out = [];
        $i = 0;
        for ($y = 0; $y < self::SIDE; $y++) {
            for ($x = 0; $x < self::SIDE; $x++) {
                $out[] = $height($x, $y, $i);
                $i++;
            }
        }

        return $out;
    }
}
