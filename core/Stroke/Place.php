<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

/** Where a dab falls: its point on the path, and its place after scatter. */
final readonly class Place
{
    /** Dabs of one place are told apart for chance in the bits from here up. */
    private const TWINS = 26;

    /**
     * @param  int  $index  dabs before it
     * @param  int  $key  its number for chance: it stays the same however many dabs fall together
     * @param  float  $taper  0–1, factor on the size
     */
    public function __construct(
        public int $index,
        public int $key,
        public PathPoint $on,
        public float $x,
        public float $y,
        public float $taper,
    ) {
    }

    /**
     * @param  int  $step  of the path, from 0
     * @param  int  $twin  of the dabs that fall there, from 0
     */
    public static function key(int $step, int $twin): int
    {
        return $step | $twin << self::TWINS;
    }
}
