<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Polygon;

/**
 * A picture made by code: discs, tapering lines, outlines and shaded areas on nothing, each
 * laid over what is there (source over, Porter and Duff, 1984).
 */
final class Scene
{
    /** @var array<int, int> 0xRRGGBBAA, straight */
    private array $pixels;

    /** How many draws chance has given: each call asks for the next one. */
    private int $draws = 0;

    public function __construct(public readonly int $width, public readonly int $height, private readonly Chance $chance)
    {
        $this->pixels = array_fill(0, $width * $height, 0);
    }

    public function bitmap(): Bitmap
    {
        return new Bitmap($this->width, $this->height, $this->pixels);
    }

    /** The next number of this scene's chance. */
    public function between(float $least, float $most): float
    {
        return $least + ($most - $least) * $this->chance->unit(0, $this->draws++);
    }

    /** A grey of this lightness, 0–1, as 0xRRGGBB; warm makes it a little redder. */
    public static function grey(float $lightness, float $warm = 0.0): int
    {
        return self::rgb($lightness + 0.5 * $warm, $lightness, $lightness - $warm);
    }

    /** @param  float  $r  0–1, clamped */
    public static function rgb(float $r, float $g, float $b): int
    {
        return (int) (255 * max(0.0, min(1.0, $r))) << 16 | (int) (255 * max(0.0, min(1.0, $g))) << 8 | (int) (255 * max(0.0, min(1.0, $b)));
    }

    /** Darker below 1, lighter above. */
    public static function light(int $rgb, float $light): int
    {
        return self::rgb(($rgb >> 16) / 255 * $light, ($rgb >> 8 & 255) / 255 * $light, ($rgb & 255) / 255 * $light);
    }

    /** @param  float  $soft  px over which its edge fades */
    public function disc(float $x, float $y, float $radius, int $rgb, float $alpha = 1.0, float $soft = 1.0): void
    {
        $reach = $radius + $soft / 2;
        $bottom = min($this->height - 1, (int) ceil($y + $reach));
        $left = max(0, (int) floor($x - $reach));
        $right = min($this->width - 1, (int) ceil($x + $reach));
        for ($py = max(0, (int) floor($y - $reach)); $py <= $bottom; $py++) {
            $dy = $py + 0.5 - $y;
            for ($px = $left; $px <= $right; $px++) {
                $dx = $px + 0.5 - $x;
                $part = ($reach - sqrt($dx * $dx + $dy * $dy)) / $soft;
                if ($part > 0.0) {
                    $this->lay($py * $this->width + $px, $rgb, (int) (255 * $alpha * ($part < 1.0 ? $part : 1.0)));
                }
            }
        }
    }

    /** A line whose width goes from one value to another. */
    public function line(float $x0, float $y0, float $x1, float $y1, float $width0, float $width1, int $rgb, float $alpha = 1.0): void
    {
        $length = hypot($x1 - $x0, $y1 - $y0);
        if ($length < 0.01) {
            $this->disc($x0, $y0, $width0 / 2, $rgb, $alpha);

            return;
        }
        $nx = -($y1 - $y0) / $length / 2;
        $ny = ($x1 - $x0) / $length / 2;
        $w0 = max(0.6, $width0);
        $w1 = max(0.6, $width1);
        // Hairs thinner than a pixel are fainter instead.
        $alpha *= min(1.0, ($width0 + $width1) / 1.2);
        $this->polygon([[$x0 + $nx * $w0, $y0 + $ny * $w0], [$x1 + $nx * $w1, $y1 + $ny * $w1], [$x1 - $nx * $w1, $y1 - $ny * $w1], [$x0 - $nx * $w0, $y0 - $ny * $w0]], $rgb, $alpha);
    }

    /** @param  list<array{float, float}>  $points  closed, px */
    public function polygon(array $points, int $rgb, float $alpha = 1.0): void
    {
        $xs = array_column($points, 0);
        $ys = array_column($points, 1);
        if (count($points) < 3 || $xs === [] || $ys === []) {
            return;
        }
        $left = max(0, (int) floor(min($xs)));
        $top = max(0, (int) floor(min($ys)));
        $width = min($this->width, (int) ceil(max($xs)) + 1) - $left;
        $height = min($this->height, (int) ceil(max($ys)) + 1) - $top;
        if ($width < 1 || $height < 1) {
            return;
        }
        $mask = Polygon::fill([array_map(fn (array $p): array => [$p[0] - $left, $p[1] - $top], $points)], $width, $height);
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            $to = ($top + $y) * $this->width + $left;
            for ($x = 0; $x < $width; $x++) {
                if ($mask[$i] > 0) {
                    $this->lay($to, $rgb, (int) ($alpha * $mask[$i] / 257));
                }
                $i++;
                $to++;
            }
        }
    }

    /**
     * Every pixel of a square by itself.
     *
     * @param  callable(float, float): ?array{int, float}  $colour  of a place from the middle, px: 0xRRGGBB and alpha
     */
    public function shade(float $x, float $y, float $reach, callable $colour): void
    {
        $right = min($this->width, (int) ceil($x + $reach));
        $bottom = min($this->height, (int) ceil($y + $reach));
        for ($py = max(0, (int) floor($y - $reach)); $py < $bottom; $py++) {
            for ($px = max(0, (int) floor($x - $reach)); $px < $right; $px++) {
                $shown = $colour($px + 0.5 - $x, $py + 0.5 - $y);
                if ($shown !== null && $shown[1] > 0.0) {
                    $this->lay($py * $this->width + $px, $shown[0], (int) (255 * min(1.0, $shown[1])));
                }
            }
        }
    }

    /**
     * Every pixel that is there, by its colour and place.
     *
     * @param  callable(int, int, int): int  $change  0xRRGGBBAA, x and y
     */
    public function again(callable $change): void
    {
        foreach ($this->pixels as $i => $p) {
            if (($p & 255) > 0) {
                $this->pixels[$i] = $change($p, $i % $this->width, intdiv($i, $this->width));
            }
        }
    }

    private function lay(int $i, int $rgb, int $alpha): void
    {
        $p = $this->pixels[$i];
        $under = $p & 255;
        if ($alpha >= 255 || $under === 0) {
            $this->pixels[$i] = $rgb << 8 | $alpha;

            return;
        }
        $rest = $under * (255 - $alpha);
        $whole = $alpha * 255 + $rest;
        $over = $alpha * 255;
        $r = intdiv(($rgb >> 16) * $over + ($p >> 24) * $rest, $whole);
        $g = intdiv(($rgb >> 8 & 255) * $over + ($p >> 16 & 255) * $rest, $whole);
        $b = intdiv(($rgb & 255) * $over + ($p >> 8 & 255) * $rest, $whole);
        $this->pixels[$i] = $r << 24 | $g << 16 | $b << 8 | intdiv($whole + 127, 255);
    }
}
