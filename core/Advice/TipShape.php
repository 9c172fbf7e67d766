<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice;

use Yarrowfog\Core\Paint\Dab\BrushTextures;
use Yarrowfog\Core\Paint\Mip\MipChain;

/** What can be told of a tip by looking at it. */
final class TipShape
{
    /** px of the longer side at which it is looked at. */
    private const SIDE = 48;

    /** Turns, in degrees, after which a round tip still looks the same. */
    private const TURNS = [23.0, 45.0, 90.0];

    /** Mean difference, as a part of the mean ink, that a grid of pixels makes between two turns of a disc. */
    private const ALIKE = 0.06;

    /** Whether every picture looks the same however it is turned, so that its angle does not matter. */
    public static function isRound(BrushTextures $kit): bool
    {
        foreach ($kit->frames as $frame) {
            if (! self::isRoundFrame($frame)) {
                return false;
            }
        }

        return true;
    }

    private static function isRoundFrame(MipChain $levels): bool
    {
        $level = 0;
        while ($level < $levels->count() - 1 && max($levels->size($level)) > self::SIDE) {
            $level++;
        }
        $frame = $levels->frame($level);
        if ($frame->colours !== null) {
            return false;
        }
        [$width, $height, $ink] = [$frame->ink->width, $frame->ink->height, $frame->ink->values];
        $at = function (float $x, float $y) use ($width, $height, $ink): float {
            $x0 = (int) floor($x);
            $y0 = (int) floor($y);
            $of = fn (int $i, int $j): int => $i < 0 || $j < 0 || $i >= $width || $j >= $height ? 0 : $ink[$j * $width + $i];
            [$fx, $fy] = [$x - $x0, $y - $y0];

            return (1 - $fy) * ((1 - $fx) * $of($x0, $y0) + $fx * $of($x0 + 1, $y0)) + $fy * ((1 - $fx) * $of($x0, $y0 + 1) + $fx * $of($x0 + 1, $y0 + 1));
        };
        $cx = ($width - 1) / 2;
        $cy = ($height - 1) / 2;
        // Corners of the picture turn out of it, so a square around it is looked at.
        $reach = (int) ceil(hypot($width, $height) / 2);
        foreach (self::TURNS as $turn) {
            [$cos, $sin] = [cos(deg2rad($turn)), sin(deg2rad($turn))];
            $difference = $sum = 0.0;
            for ($v = -$reach; $v <= $reach; $v++) {
                for ($u = -$reach; $u <= $reach; $u++) {
                    $here = $at($cx + $u, $cy + $v);
                    $sum += $here;
                    $difference += abs($here - $at($cx + $u * $cos - $v * $sin, $cy + $u * $sin + $v * $cos));
                }
            }
            if ($sum <= 0.0 || $difference / $sum > self::ALIKE) {
                return false;
            }
        }

        return true;
    }
}
