<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use WeakMap;
use Yarrowfog\Core\Paint\Mip\MipChain;

/**
 * Stencils and prints of the frames of tips, kept for as long as those: a process makes each of them once, and not once a stroke. Only
 * what nothing but the frame and the key tells belongs here.
 */
final class FramePool
{
    /** Ints kept in all, before the pool is emptied. */
    private const ROOM = 6000000;

    /** @var WeakMap<MipChain, array<int|string, object>>|null */
    private static ?WeakMap $kept = null;

    private static int $filled = 0;

    /**
     * @template T of object
     *
     * @param  class-string<T>  $kind
     * @param  int|string  $key  that no other kind uses
     * @return T|null
     */
    public static function find(MipChain $of, string $kind, int|string $key): ?object
    {
        $made = self::$kept === null ? null : self::$kept[$of][$key] ?? null;

        return $made instanceof $kind ? $made : null;
    }

    /** @param  int  $ints  that it takes up */
    public static function keep(MipChain $of, int|string $key, object $made, int $ints): void
    {
        if (self::$kept === null || self::$filled + $ints > self::ROOM) {
            self::$kept = new WeakMap;
            self::$filled = 0;
        }
        $all = self::$kept[$of] ?? [];
        $all[$key] = $made;
        self::$kept[$of] = $all;
        self::$filled += $ints;
    }
}
