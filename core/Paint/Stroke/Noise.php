<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;

/** Noise that breaks up soft edges. */
final class Noise
{
    /** Tiles after which it comes again: a stroke that is painted off its place by so many meets the same. */
    public const AGAIN = 128;

    /** @var list<int>|null −65536 to 65536 */
    private static ?array $grain = null;

    /**
     * Noise as strong as the coverage is undecided: 4c(1 − c), nothing where full or empty.
     *
     * @param  array<int, int>  $coverage  of a tile, 0–65535
     * @param  int  $noise  0–65536
     * @return array<int, int>
     */
    public static function breakUp(array $coverage, string $key, int $noise): array
    {
        if (self::$grain === null) {
            $chance = new Chance(7);
            self::$grain = [];
            for ($i = 0; $i < 4096; $i++) {
                self::$grain[] = (int) (65536 * $chance->signedUnit(1, $i));
            }
        }
        $grain = self::$grain;
        [$column, $row] = StrokeBuffer::place($key);
        $salt = (($column & self::AGAIN - 1) * 73856093 ^ ($row & self::AGAIN - 1) * 19349663) & 0xFFFFFF;
        foreach ($coverage as $i => $c) {
            if ($c > 0 && $c < 65535) {
                $n = $grain[($i * 2654435 + $salt ^ $i >> 5) & 4095];
                $c += ($c * (65535 - $c) >> 15) * ($n * $noise >> 16) >> 16;
                $coverage[$i] = $c < 0 ? 0 : ($c > 65535 ? 65535 : $c);
            }
        }

        return $coverage;
    }
}
