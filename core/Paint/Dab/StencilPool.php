<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use WeakMap;
use Yarrowfog\Core\Paint\Mip\MipChain;

/**
 * Stencils of small prints, kept for as long as the pictures they are cut from: a brush that comes in many sizes cuts each of them
 * once in a process, and not once a stroke.
 */
final class StencilPool
{
    /** Ints kept in all, before the pool is emptied. */
    private const ROOM = 4000000;

    /** @var WeakMap<MipChain, array<int|string, array{Stencil, float, float}>>|null */
    private static ?WeakMap $kept = null;

    private static int $filled = 0;

    /** @return array{Stencil, float, float}|null a stencil, with the px it has across and down */
    public static function find(MipChain $of, int|string $size): ?array
    {
        return self::$kept === null ? null : self::$kept[$of][$size] ?? null;
    }

    /** @param  array{Stencil, float, float}  $stencil */
    public static function keep(MipChain $of, int|string $size, array $stencil): void
    {
        $ints = count($stencil[0]->fours) + count($stencil[0]->colours ?? []);
        if (self::$kept === null || self::$filled + $ints > self::ROOM) {
            self::$kept = new WeakMap;
            self::$filled = 0;
        }
        $all = self::$kept[$of] ?? [];
        $all[$size] = $stencil;
        self::$kept[$of] = $all;
        self::$filled += $ints;
    }
}
