<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

/** Where a dab falls: its point on the path, and its place after scatter. */
final readonly class Place
{
    /** @param  float  $taper  0–1, factor on the size */
    public function __construct(
        public int $index,
        public PathPoint $on,
        public float $x,
        public float $y,
        public float $taper,
    ) {
    }
}
