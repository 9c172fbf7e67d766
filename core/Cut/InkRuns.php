<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Runs;
use Yarrowfog\Core\Tip\InkRule;
use Yarrowfog\Core\Tip\TipKind;

/** Where a picture prints, and where it does not, without a plane of its ink. */
final class InkRuns
{
    /** @param  int  $least  ink from which a pixel counts, 0–65535 */
    public static function of(Bitmap $in, TipKind $kind, int $least): Runs
    {
        return self::find($in, $kind, $least, true);
    }

    /** @param  int  $most  ink below which a pixel counts as empty, 0–65535 */
    public static function empty(Bitmap $in, TipKind $kind, int $most): Runs
    {
        return self::find($in, $kind, $most, false);
    }

    private static function find(Bitmap $in, TipKind $kind, int $level, bool $inked): Runs
    {
        $isMask = $kind === TipKind::InkMask;
        $pixels = $in->pixels;
        $width = $in->width;
        $height = $in->height;
        [$red, $green, $blue] = [InkRule::RED, InkRule::GREEN, InkRule::BLUE];
        $starts = $ends = [];
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            $end = $i + $width;
            $open = false;
            for (; $i < $end; $i++) {
                $p = $pixels[$i];
                $alpha = $p & 255;
                // Ink without its last rounding: no threshold is as fine as that.
                $ink = $isMask ? (65535 - ($red * ($p >> 24) + $green * ($p >> 16 & 255) + $blue * ($p >> 8 & 255) >> 8)) * $alpha * 257 >> 16 : $alpha * 257;
                $counts = $ink >= $level === $inked;
                if ($counts !== $open) {
                    if ($counts) {
                        $starts[] = $i;
                    } else {
                        $ends[] = $i;
                    }
                    $open = $counts;
                }
            }
            if ($open) {
                $ends[] = $end;
            }
        }

        return new Runs($in->width, $in->height, $starts, $ends);
    }
}
