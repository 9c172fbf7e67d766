<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Colour\Oklab;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Runs;

/**
 * Which pixels are like a colour: their difference in OKLab is within a tolerance.
 *
 * The cube of colours is parted into small cells. OKLab comes from three cone responses that
 * grow with every channel, so interval arithmetic (Moore, "Interval Analysis", 1966) on the
 * corners of a cell tells most cells to be alike or not as a whole; only in the shell between
 * is each colour worked out, once.
 */
final readonly class Likeness
{
    private const UNLIKE = 0;

    private const ALIKE = 1;

    /** Where the answers for single colours begin: below it a cell has one answer. */
    private const SINGLE = 2;

    public function __construct(private Oklab $colour, private float $tolerance)
    {
    }

    /** The pixels that are alike; what is transparent has the colour it is stored with. */
    public function runs(Bitmap $in): Runs
    {
        [$cells, $single] = $this->answers($in);
        $pixels = $in->pixels;
        $width = $in->width;
        $height = $in->height;
        $starts = $ends = [];
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            $end = $i + $width;
            $open = 0;
            for (; $i < $end; $i++) {
                $p = $pixels[$i];
                $alike = $cells[$p >> 14 & 0x3F000 | $p >> 12 & 0xFC0 | $p >> 10 & 0x3F];
                if ($alike > 1) {
                    $alike = $single[$alike + ($p >> 20 & 48 | $p >> 14 & 12 | $p >> 8 & 3)];
                }
                if ($alike !== $open) {
                    if ($alike === 1) {
                        $starts[] = $i;
                    } else {
                        $ends[] = $i;
                    }
                    $open = $alike;
                }
            }
            if ($open === 1) {
                $ends[] = $end;
            }
        }

        return new Runs($width, $height, $starts, $ends);
    }

    /**
     * For each cell that occurs, 1 or 0, or where the answers for its 64 colours begin.
     *
     * @return array{array<int, int>, array<int, int>} by cell; single answers
     */
    private function answers(Bitmap $in): array
    {
        $used = array_fill(0, 1 << 18, 0);
        foreach ($in->pixels as $p) {
            $used[$p >> 14 & 0x3F000 | $p >> 12 & 0xFC0 | $p >> 10 & 0x3F] = 1;
        }
        $single = array_fill(0, self::SINGLE, 0);
        foreach ($used as $cell => $occurs) {
            if ($occurs === 0) {
                continue;
            }
            $low = ($cell >> 12 & 63) << 18 | ($cell >> 6 & 63) << 10 | ($cell & 63) << 2;
            $used[$cell] = $this->judge($low) ?? count($single);
            if ($used[$cell] >= self::SINGLE) {
                for ($k = 0; $k < 64; $k++) {
                    $colour = Srgb::fromInt($low | ($k >> 4) << 16 | ($k >> 2 & 3) << 8 | $k & 3);
                    $single[] = Oklab::fromSrgb($colour)->differenceTo($this->colour) <= $this->tolerance ? self::ALIKE : self::UNLIKE;
                }
            }
        }

        return [$used, $single];
    }

    /** @return int|null null where some colours of the cell are alike and some are not */
    private function judge(int $low): ?int
    {
        $least = Oklab::conesOf(Srgb::fromInt($low));
        $most = Oklab::conesOf(Srgb::fromInt($low | 0x030303));
        $near = $far = 0.0;
        foreach (Oklab::FROM_CONES as $axis => $weights) {
            $from = $to = 0.0;
            foreach ($weights as $i => $weight) {
                $from += $weight * ($weight > 0 ? $least[$i] : $most[$i]);
                $to += $weight * ($weight > 0 ? $most[$i] : $least[$i]);
            }
            $at = [$this->colour->l, $this->colour->a, $this->colour->b][$axis];
            $near += max(0.0, $from - $at, $at - $to) ** 2;
            $far += max(abs($from - $at), abs($to - $at)) ** 2;
        }

        return match (true) {
            sqrt($far) <= $this->tolerance => self::ALIKE,
            sqrt($near) > $this->tolerance => self::UNLIKE,
            default => null,
        };
    }
}
