<?php

declare(strict_types=1);

namespace Yarrowfog\Core;

/**
 * Chance that can be repeated: a counter-based generator, for strokes and all else that takes a roll.
 *
 * Every draw is a hash of (roll, setting, dab, which draw) and of nothing else, so a
 * change of one setting never moves what chance gave the others, and a dab painted
 * live is the dab of the final stroke.
 *
 * Hash: PCG output permutation as a hash, Jarzynski and Olano, "Hash Functions for GPU
 * Rendering" (2020), chained once for each part of the key.
 */
final readonly class Chance
{
    private const MASK = 0xFFFFFFFF;

    private int $seed;

    /** @param  int  $roll  the seed of the stroke */
    public function __construct(int $roll)
    {
        $this->seed = self::hash($roll & self::MASK) ^ self::hash($roll >> 32 & self::MASK);
    }

    /** The number of a setting's own stream: FNV-1a, 32 bits. */
    public static function stream(string $setting): int
    {
        return (int) hexdec(hash('fnv1a32', $setting));
    }

    /** @return float 0 ≤ x < 1 */
    public function unit(int $stream, int $dab, int $draw = 0): float
    {
        $key = self::hash($this->seed + $stream & self::MASK);
        $key = self::hash($key + $dab & self::MASK);

        return self::hash($key + $draw & self::MASK) / 4294967296.0;
    }

    /** @return float −1 ≤ x < 1 */
    public function signedUnit(int $stream, int $dab, int $draw = 0): float
    {
        return 2.0 * $this->unit($stream, $dab, $draw) - 1.0;
    }

    private static function hash(int $value): int
    {
        $state = $value * 747796405 + 2891336453 & self::MASK;
        $word = ($state >> ($state >> 28) + 4 ^ $state) * 277803737 & self::MASK;

        return $word >> 22 ^ $word;
    }
}
