<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Runs;

/** The band of a picture in which thing and ground may be mixed, and what is sure around it. */
final readonly class EdgeBand
{
    public int $width;

    public int $height;

    /** px of the picture in one of the small picture */
    public float $scale;

    /** A byte for each pixel: see Trimap. */
    public string $values;

    /** @var list<int> pixels in the band */
    public array $mixed;

    public function __construct(public Bitmap $in, private Trimap $map)
    {
        $this->width = $in->width;
        $this->height = $in->height;
        $this->scale = max(1.0, $in->width / $map->width);
        $this->values = self::enlarge($map, $in->width, $in->height);
        $this->mixed = Runs::places($this->values, "\1");
    }

    /** Every pixel has the value of the small one in which its middle lies; runs of one value are written at once. */
    private static function enlarge(Trimap $map, int $width, int $height): string
    {
        $small = $map->values;
        // How many columns lie before each one of the small picture.
        $before = array_fill(0, $map->width + 1, 0);
        for ($x = 0; $x < $width; $x++) {
            $before[min($map->width - 1, intdiv((2 * $x + 1) * $map->width, 2 * $width)) + 1]++;
        }
        for ($x = 1; $x <= $map->width; $x++) {
            $before[$x] += $before[$x - 1];
        }
        $rows = [];
        $line = '';
        $last = -1;
        for ($y = 0; $y < $height; $y++) {
            $row = min($map->height - 1, intdiv((2 * $y + 1) * $map->height, 2 * $height));
            if ($row !== $last) {
                $line = '';
                for ($x = 0; $x < $map->width; $x += $run) {
                    $at = $row * $map->width + $x;
                    $run = strspn($small, $small[$at], $at, $map->width - $x);
                    $line .= str_repeat($small[$at], $before[$x + $run] - $before[$x]);
                }
                $last = $row;
            }
            $rows[] = $line;
        }

        return implode('', $rows);
    }

    /**
     * For each pixel of the band one that surely is the thing, or surely is not, and lies near: it is handed on from neighbour to neighbour.
     *
     * @return array<int, int> by pixel
     */
    public function nearest(string $kind): array
    {
        $width = $this->width;
        $values = $this->values;
        $all = strlen($values);
        $nearest = [];
        $front = [];
        foreach ($this->mixed as $i) {
            $x = $i % $width;
            if ($i >= $width && $values[$i - $width] === $kind) {
                $nearest[$i] = $i - $width;
            } elseif ($i + $width < $all && $values[$i + $width] === $kind) {
                $nearest[$i] = $i + $width;
            } elseif ($x > 0 && $values[$i - 1] === $kind) {
                $nearest[$i] = $i - 1;
            } elseif ($x + 1 < $width && $values[$i + 1] === $kind) {
                $nearest[$i] = $i + 1;
            } else {
                continue;
            }
            $front[] = $i;
        }
        while ($front !== []) {
            $next = [];
            foreach ($front as $i) {
                $x = $i % $width;
                $from = $nearest[$i];
                $j = $i - $width;
                if ($j >= 0 && $values[$j] === "\1" && ! isset($nearest[$j])) {
                    $nearest[$j] = $from;
                    $next[] = $j;
                }
                $j = $i + $width;
                if ($j < $all && $values[$j] === "\1" && ! isset($nearest[$j])) {
                    $nearest[$j] = $from;
                    $next[] = $j;
                }
                $j = $i - 1;
                if ($x > 0 && $values[$j] === "\1" && ! isset($nearest[$j])) {
                    $nearest[$j] = $from;
                    $next[] = $j;
                }
                $j = $i + 1;
                if ($x + 1 < $width && $values[$j] === "\1" && ! isset($nearest[$j])) {
                    $nearest[$j] = $from;
                    $next[] = $j;
                }
            }
            $front = $next;
        }

        return $nearest;
    }

    /**
     * The mean of a sure pixel and its neighbours of the same kind: one grain of noise must not stand for a colour.
     *
     * @param  array<int, int>  $pixels  0xRRGGBBAA
     * @param  string  $values  a byte for each pixel: see Trimap
     */
    public static function mean(array $pixels, string $values, int $width, int $i): int
    {
        $kind = $values[$i];
        $p = $pixels[$i];
        $r = $p >> 24;
        $g = $p >> 16 & 255;
        $b = $p >> 8 & 255;
        $n = 1;
        $column = $i % $width;
        if ($column > 0 && $values[$i - 1] === $kind) {
            $p = $pixels[$i - 1];
            $r += $p >> 24;
            $g += $p >> 16 & 255;
            $b += $p >> 8 & 255;
            $n++;
        }
        $last = strlen($values) - 1;
        if ($column + 1 < $width && $values[$i + 1] === $kind) {
            $p = $pixels[$i + 1];
            $r += $p >> 24;
            $g += $p >> 16 & 255;
            $b += $p >> 8 & 255;
            $n++;
        }
        if ($i >= $width && $values[$i - $width] === $kind) {
            $p = $pixels[$i - $width];
            $r += $p >> 24;
            $g += $p >> 16 & 255;
            $b += $p >> 8 & 255;
            $n++;
        }
        if ($i + $width <= $last && $values[$i + $width] === $kind) {
            $p = $pixels[$i + $width];
            $r += $p >> 24;
            $g += $p >> 16 & 255;
            $b += $p >> 8 & 255;
            $n++;
        }

        return intdiv($r, $n) << 24 | intdiv($g, $n) << 16 | intdiv($b, $n) << 8 | 255;
    }

    /** @return list<float> of each pixel of the band, the part that is likely the thing, whatever samples say, between the pixels of the small picture */
    public function outline(): array
    {
        $map = $this->map;
        $part = $map->part;
        [$columns, $rights, $across] = self::between($this->width, $map->width);
        [$rows, $belows, $down] = self::between($this->height, $map->height);
        $outline = [];
        foreach ($this->mixed as $i) {
            $x = $i % $this->width;
            $y = intdiv($i, $this->width);
            $fu = $across[$x];
            $fv = $down[$y];
            $row = $rows[$y] * $map->width;
            $below = $belows[$y] * $map->width;
            $outline[] = (1 - $fv) * ((1 - $fu) * $part[$row + $columns[$x]] + $fu * $part[$row + $rights[$x]]) + $fv * ((1 - $fu) * $part[$below + $columns[$x]] + $fu * $part[$below + $rights[$x]]);
        }

        return $outline;
    }

    /**
     * Where each pixel along a side lies between those of the small picture.
     *
     * @return array{list<int>, list<int>, list<float>} the one before, the one behind, and how far it is from one to the other, 0–1
     */
    private static function between(int $length, int $small): array
    {
        $before = $behind = $far = [];
        for ($x = 0; $x < $length; $x++) {
            $at = max(0.0, min($small - 1.0, ($x + 0.5) * $small / $length - 0.5));
            $before[] = (int) $at;
            $behind[] = min($small - 1, (int) $at + 1);
            $far[] = $at - (int) $at;
        }

        return [$before, $behind, $far];
    }
}
