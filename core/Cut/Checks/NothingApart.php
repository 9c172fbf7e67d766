<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Steps\TakeThing;

/** A thing was pointed at, but no part of the picture could be told from the rest. */
final class NothingApart implements Check
{
    /** px that a corner may be off after a picture was made smaller. */
    private const ROUNDED = 1.5;

    public function look(CutResult $cut): ?Finding
    {
        $thing = $cut->step(TakeThing::class);
        if ($thing === null || TakeThing::from($thing->numbers)->marks->sayNothing()) {
            return null;
        }
        [$shows, $isFull] = self::count($cut);
        $kept = match (true) {
            $shows === 0 => 'Nothing is left',
            $isFull === $cut->inked->area() && self::isWhole($cut) => 'Nothing was taken away',
            default => null,
        };

        return $kept === null ? null : new Finding('nothing-apart', "{$kept}: no part of the picture could be told from the rest. Draw the box closer around the thing, or mark some of it and some of what is not.");
    }

    /** Whether what prints reaches from corner to corner of what the thing was to be taken out of: one with straight sides does not. */
    private static function isWhole(CutResult $cut): bool
    {
        $before = $cut->before((int) array_key_last($cut->steps(TakeThing::class)));
        if ($before === null || $cut->placement === null) {
            return false;
        }
        [$left, $top] = $before->placement->placeOn($cut->placement, 0.0, 0.0);
        [$right, $bottom] = $before->placement->placeOn($cut->placement, (float) $before->picture->width, (float) $before->picture->height);
        $area = $cut->inked;

        return max(abs($left - $area->x), abs($top - $area->y), abs($right - $area->right()), abs($bottom - $area->bottom())) <= self::ROUNDED;
    }

    /** @return array{int, int} pixels of the inked rectangle that show, and that are fully opaque */
    private static function count(CutResult $cut): array
    {
        [$pixels, $width, $area] = [$cut->picture->pixels, $cut->picture->width, $cut->inked];
        $shows = $isFull = 0;
        for ($y = $area->y; $y < $area->bottom(); $y++) {
            for ($i = $y * $width + $area->x, $end = $i + $area->width; $i < $end; $i++) {
                $alpha = $pixels[$i] & 255;
                $shows += $alpha > 0 ? 1 : 0;
                $isFull += $alpha === 255 ? 1 : 0;
            }
        }

        return [$shows, $isFull];
    }
}
