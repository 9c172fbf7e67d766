<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

/**
 * A picture in patches of about one size and colour, whose borders follow its edges.
 *
 * SLIC: Achanta et al., "SLIC Superpixels Compared to State-of-the-Art Superpixel Methods", 2012; patches in more than one piece are
 * parted, and pieces that are too small join a neighbour.
 */
final readonly class Superpixels
{
    /** Rounds in which patches move to the middle of their pixels. */
    private const ROUNDS = 4;

    /** How much nearness counts beside colour, in 1,024ths of OKLab over one patch's side. */
    private const COMPACT = 90;

    /**
     * @param  array<int, int>  $patches  of each pixel
     * @param  array<int, int>  $sizes  px
     * @param  array<int, float>  $l  mean lightness, in 1,024ths
     * @param  array<int, float>  $a
     * @param  array<int, float>  $b
     * @param  array<int, float>  $x  px
     * @param  array<int, float>  $y
     */
    private function __construct(public LabPicture $picture, public int $count, public array $patches, public array $sizes, public array $l, public array $a, public array $b, public array $x, public array $y)
    {
    }

    /** @param  int  $side  px of a patch */
    public static function of(LabPicture $in, int $side): self
    {
        return self::measure($in, ...self::whole($in, self::assign($in, $side), intdiv($side * $side, 4)));
    }

    /** @return array<int, int> patch of each pixel, not all of them in one piece */
    private static function assign(LabPicture $in, int $side): array
    {
        $width = $in->width;
        $height = $in->height;
        $columns = max(1, intdiv($width, $side));
        $rows = max(1, intdiv($height, $side));
        $cl = $ca = $cb = $cx = $cy = [];
        for ($row = 0; $row < $rows; $row++) {
            for ($column = 0; $column < $columns; $column++) {
                $x = intdiv((2 * $column + 1) * $width, 2 * $columns);
                $y = intdiv((2 * $row + 1) * $height, 2 * $rows);
                $i = $y * $width + $x;
                $cl[] = $in->l[$i];
                $ca[] = $in->a[$i];
                $cb[] = $in->b[$i];
                $cx[] = $x;
                $cy[] = $y;
            }
        }
        $count = $columns * $rows;
        $l = $in->l;
        $a = $in->a;
        $b = $in->b;
        $place = intdiv(self::COMPACT * self::COMPACT, $side * $side);
        $patches = array_fill(0, $width * $height, 0);
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $nearest = array_fill(0, $width * $height, PHP_INT_MAX);
            for ($k = 0; $k < $count; $k++) {
                $kl = $cl[$k];
                $ka = $ca[$k];
                $kb = $cb[$k];
                $kx = $cx[$k];
                $ky = $cy[$k];
                $left = max(0, $kx - $side);
                $right = min($width - 1, $kx + $side);
                $bottom = min($height - 1, $ky + $side);
                for ($y = max(0, $ky - $side); $y <= $bottom; $y++) {
                    $dy = ($y - $ky) * ($y - $ky);
                    $i = $y * $width + $left;
                    for ($dx = $left - $kx; $dx <= $right - $kx; $dx++) {
                        $dl = $l[$i] - $kl;
                        $da = $a[$i] - $ka;
                        $db = $b[$i] - $kb;
                        $d = $dl * $dl + $da * $da + $db * $db + ($dx * $dx + $dy) * $place;
                        if ($d < $nearest[$i]) {
                            $nearest[$i] = $d;
                            $patches[$i] = $k;
                        }
                        $i++;
                    }
                }
            }
            if ($round === self::ROUNDS - 1) {
                break;
            }
            $n = $sl = $sa = $sb = $sx = $sy = array_fill(0, $count, 0);
            $i = 0;
            for ($y = 0; $y < $height; $y++) {
                for ($x = 0; $x < $width; $x++) {
                    $k = $patches[$i];
                    $n[$k]++;
                    $sl[$k] += $l[$i];
                    $sa[$k] += $a[$i];
                    $sb[$k] += $b[$i];
                    $sx[$k] += $x;
                    $sy[$k] += $y;
                    $i++;
                }
            }
            for ($k = 0; $k < $count; $k++) {
                if ($n[$k] > 0) {
                    $cl[$k] = intdiv($sl[$k], $n[$k]);
                    $ca[$k] = intdiv($sa[$k], $n[$k]);
                    $cb[$k] = intdiv($sb[$k], $n[$k]);
                    $cx[$k] = intdiv($sx[$k], $n[$k]);
                    $cy[$k] = intdiv($sy[$k], $n[$k]);
                }
            }
        }

        return $patches;
    }

    /**
     * Each patch in one piece.
     *
     * @param  array<int, int>  $patches
     * @return array{array<int, int>, int} and how many there are
     */
    private static function whole(LabPicture $in, array $patches, int $least): array
    {
        $width = $in->width;
        $all = $width * $in->height;
        $named = array_fill(0, $all, -1);
        $count = 0;
        for ($start = 0; $start < $all; $start++) {
            if ($named[$start] >= 0) {
                continue;
            }
            $own = $patches[$start];
            $beside = $start % $width > 0 ? $named[$start - 1] : ($start >= $width ? $named[$start - $width] : -1);
            $named[$start] = $count;
            $piece = [$start];
            for ($n = 0; $n < count($piece); $n++) {
                $i = $piece[$n];
                $x = $i % $width;
                if ($x > 0 && $named[$i - 1] < 0 && $patches[$i - 1] === $own) {
                    $named[$i - 1] = $count;
                    $piece[] = $i - 1;
                }
                if ($x < $width - 1 && $named[$i + 1] < 0 && $patches[$i + 1] === $own) {
                    $named[$i + 1] = $count;
                    $piece[] = $i + 1;
                }
                if ($i >= $width && $named[$i - $width] < 0 && $patches[$i - $width] === $own) {
                    $named[$i - $width] = $count;
                    $piece[] = $i - $width;
                }
                if ($i + $width < $all && $named[$i + $width] < 0 && $patches[$i + $width] === $own) {
                    $named[$i + $width] = $count;
                    $piece[] = $i + $width;
                }
            }
            if ($n < $least && $beside >= 0) {
                foreach ($piece as $i) {
                    $named[$i] = $beside;
                }
            } else {
                $count++;
            }
        }

        return [$named, $count];
    }

    /** @param  array<int, int>  $patches */
    private static function measure(LabPicture $in, array $patches, int $count): self
    {
        $n = array_fill(0, $count, 0);
        $l = $a = $b = $x = $y = array_fill(0, $count, 0.0);
        foreach ($patches as $i => $k) {
            $n[$k]++;
            $l[$k] += $in->l[$i];
            $a[$k] += $in->a[$i];
            $b[$k] += $in->b[$i];
            $x[$k] += $i % $in->width;
            $y[$k] += intdiv($i, $in->width);
        }
        for ($k = 0; $k < $count; $k++) {
            $size = $n[$k];
            $l[$k] /= $size;
            $a[$k] /= $size;
            $b[$k] /= $size;
            $x[$k] /= $size;
            $y[$k] /= $size;
        }

        return new self($in, $count, $patches, $n, $l, $a, $b, $x, $y);
    }

    /**
     * Where patches meet: how long that border is where the picture has no edge, less where it has one.
     *
     * @param  array<int, float>  $weights  of a squared difference, by its whole 64ths
     * @return list<array{int, int, float}> both patches, the lower first
     */
    public function borders(array $weights): array
    {
        $in = $this->picture;
        $patches = $this->patches;
        $width = $in->width;
        $count = $this->count;
        $last = count($weights) - 1;
        $borders = [];
        $i = 0;
        for ($y = 0; $y < $in->height; $y++) {
            for ($x = 0; $x < $width; $x++) {
                $one = $patches[$i];
                for ($n = 0; $n < 2; $n++) {
                    if ($n === 0 ? $x === $width - 1 : $y === $in->height - 1) {
                        continue;
                    }
                    $j = $n === 0 ? $i + 1 : $i + $width;
                    $other = $patches[$j];
                    if ($other !== $one) {
                        $key = $one < $other ? $one * $count + $other : $other * $count + $one;
                        $borders[$key] = ($borders[$key] ?? 0.0) + $weights[min($last, $in->square($i, $j) >> 6)];
                    }
                }
                $i++;
            }
        }
        $list = [];
        foreach ($borders as $key => $weight) {
            $list[] = [intdiv($key, $count), $key % $count, $weight];
        }

        return $list;
    }
}
