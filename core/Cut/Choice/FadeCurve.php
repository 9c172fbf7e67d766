<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Choice;

/** How ink fades towards an edge. */
enum FadeCurve: string
{
    case Soft = 'soft at both ends';
    case Even = 'even';
    case Late = 'late';

    /**
     * What stays of the ink.
     *
     * @param  float  $x  0–1 of the way from where nothing is left to where all is
     */
    public function at(float $x): float
    {
        return match ($this) {
            self::Soft => $x * $x * (3.0 - 2.0 * $x),
            self::Even => $x,
            self::Late => sqrt(max(0.0, 1.0 - (1.0 - $x) ** 2)),
        };
    }
}
