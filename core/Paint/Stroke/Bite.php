<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\BiteCombine;

/** What the coverage of a second tip does to that of the first. */
final readonly class Bite
{
    private BiteCombine $combine;

    /** Of 65536. */
    private int $opacity;

    public function __construct(BrushSettings $brush)
    {
        $this->combine = $brush->choices->biteCombine;
        $this->opacity = (int) round($brush->base('opacity') * 65536);
    }

    /**
     * @param  array<int, int>  $a  coverage of the tip, 0–65535
     * @param  array<int, int>  $b  that of the bite
     * @return array<int, int>
     */
    public function combine(array $a, array $b): array
    {
        return match ($this->combine) {
            BiteCombine::Keep => self::keepBoth($a, $b),
            BiteCombine::Join => self::join($a, $b, $this->opacity),
            BiteCombine::Darken => array_map(fn (int $c, int $d): int => max($c, $d * $this->opacity >> 16), $a, $b),
            BiteCombine::Lighten => array_map(fn (int $c, int $d): int => min($c, $d), $a, $b),
            BiteCombine::Cut => self::cut($a, $b),
        };
    }

    /**
     * A · (1 − B)
     *
     * @param  array<int, int>  $a
     * @param  array<int, int>  $b
     * @return array<int, int>
     */
    private static function cut(array $a, array $b): array
    {
        foreach ($b as $i => $c) {
            if ($c > 0) {
                $a[$i] = $a[$i] * (65535 - $c) + 32767 >> 16;
            }
        }

        return $a;
    }

    /**
     * A · B
     *
     * @param  array<int, int>  $a
     * @param  array<int, int>  $b
     * @return array<int, int>
     */
    private static function keepBoth(array $a, array $b): array
    {
        foreach ($b as $i => $c) {
            $a[$i] = $a[$i] * $c + 32767 >> 16;
        }

        return $a;
    }

    /**
     * A + B − A · B
     *
     * @param  array<int, int>  $a
     * @param  array<int, int>  $b
     * @return array<int, int>
     */
    private static function join(array $a, array $b, int $opacity): array
    {
        foreach ($b as $i => $c) {
            if ($c > 0) {
                $c = $c * $opacity >> 16;
                $a[$i] += $c - ($a[$i] * $c >> 16);
            }
        }

        return $a;
    }
}
