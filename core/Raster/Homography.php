<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/**
 * A projective map of the plane: a flat thing seen from another side. Straight lines stay straight.
 *
 * (x, y) goes to ((a·x + c·y + e) / w, (b·x + d·y + f) / w), w = g·x + h·y + i (Hartley and Zisserman, "Multiple View Geometry", 2004, 2.3).
 */
final readonly class Homography
{
    public function __construct(
        public float $a,
        public float $b,
        public float $c,
        public float $d,
        public float $e,
        public float $f,
        public float $g = 0.0,
        public float $h = 0.0,
        public float $i = 1.0,
    ) {
    }

    /**
     * The unit square onto a quadrilateral (Heckbert, "Fundamentals of Texture Mapping and Image Warping", 1989, 2.2.3).
     *
     * @param  array{array{float, float}, array{float, float}, array{float, float}, array{float, float}}  $corners  convex, to which (0, 0), (1, 0), (1, 1) and (0, 1) go
     */
    public static function ofSquare(array $corners): self
    {
        [[$x0, $y0], [$x1, $y1], [$x2, $y2], [$x3, $y3]] = $corners;
        [$dx1, $dy1, $dx2, $dy2] = [$x1 - $x2, $y1 - $y2, $x3 - $x2, $y3 - $y2];
        [$sx, $sy] = [$x0 - $x1 + $x2 - $x3, $y0 - $y1 + $y2 - $y3];
        $det = $dx1 * $dy2 - $dx2 * $dy1;
        $g = ($sx * $dy2 - $dx2 * $sy) / $det;
        $h = ($dx1 * $sy - $sx * $dy1) / $det;

        return new self($x1 - $x0 + $g * $x1, $y1 - $y0 + $g * $y1, $x3 - $x0 + $h * $x3, $y3 - $y0 + $h * $y3, $x0, $y0, $g, $h);
    }

    /** @return array{float, float} */
    public function apply(float $x, float $y): array
    {
        $w = $this->g * $x + $this->h * $y + $this->i;

        return [($this->a * $x + $this->c * $y + $this->e) / $w, ($this->b * $x + $this->d * $y + $this->f) / $w];
    }

    /** This one after another one. */
    public function after(self $first): self
    {
        return new self(
            $this->a * $first->a + $this->c * $first->b + $this->e * $first->g,
            $this->b * $first->a + $this->d * $first->b + $this->f * $first->g,
            $this->a * $first->c + $this->c * $first->d + $this->e * $first->h,
            $this->b * $first->c + $this->d * $first->d + $this->f * $first->h,
            $this->a * $first->e + $this->c * $first->f + $this->e * $first->i,
            $this->b * $first->e + $this->d * $first->f + $this->f * $first->i,
            $this->g * $first->a + $this->h * $first->b + $this->i * $first->g,
            $this->g * $first->c + $this->h * $first->d + $this->i * $first->h,
            $this->g * $first->e + $this->h * $first->f + $this->i * $first->i,
        );
    }

    /** The way back, by cofactors. */
    public function inverse(): self
    {
        $a = $this->d * $this->i - $this->f * $this->h;
        $b = $this->f * $this->g - $this->b * $this->i;
        $g = $this->b * $this->h - $this->d * $this->g;
        $det = $this->a * $a + $this->c * $b + $this->e * $g;

        return new self(
            $a / $det,
            $b / $det,
            ($this->e * $this->h - $this->c * $this->i) / $det,
            ($this->a * $this->i - $this->e * $this->g) / $det,
            ($this->c * $this->f - $this->d * $this->e) / $det,
            ($this->b * $this->e - $this->a * $this->f) / $det,
            $g / $det,
            ($this->c * $this->g - $this->a * $this->h) / $det,
            ($this->a * $this->d - $this->b * $this->c) / $det,
        );
    }

    /**
     * A picture seen through it, bilinear; what lies outside is transparent.
     *
     * @param  self  $back  where each place of the new picture lies in `$in`, px
     */
    public static function warp(Bitmap $in, self $back, int $width, int $height): Bitmap
    {
        return Premultiplied::of($in)->each(fn (array $lanes): array => self::sample($lanes, $in->width, $in->height, $back, $width, $height), $width, $height)->toBitmap();
    }

    /**
     * @param  array<int, int>  $lanes  two channels of 16 bits, at bits 32 and 0
     * @return array<int, int>
     */
    private static function sample(array $lanes, int $inWidth, int $inHeight, self $back, int $width, int $height): array
    {
        $out = array_fill(0, $width * $height, 0);
        [$a, $b, $g] = [$back->a, $back->b, $back->g];
        $last = $inWidth - 1;
        $lowest = $inHeight - 1;
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            $u0 = $back->c * ($y + 0.5) + $back->e + 0.5 * $a;
            $v0 = $back->d * ($y + 0.5) + $back->f + 0.5 * $b;
            $w0 = $back->h * ($y + 0.5) + $back->i + 0.5 * $g;
            for ($x = 0; $x < $width; $x++) {
                $w = $w0 + $g * $x;
                $u = ($u0 + $a * $x) / $w - 0.5;
                $v = ($v0 + $b * $x) / $w - 0.5;
                if ($u > -0.5 && $v > -0.5 && $u < $last + 0.5 && $v < $lowest + 0.5) {
                    // Half a px beyond the middles of the outermost ones there is still picture.
                    $u = $u < 0.0 ? 0.0 : ($u > $last ? (float) $last : $u);
                    $v = $v < 0.0 ? 0.0 : ($v > $lowest ? (float) $lowest : $v);
                    $column = (int) $u;
                    $row = (int) $v;
                    $fx = (int) (($u - $column) * 128);
                    $fy = (int) (($v - $row) * 128);
                    $k = $row * $inWidth + $column;
                    $right = $column < $last ? 1 : 0;
                    $down = $row < $lowest ? $inWidth : 0;
                    $out[$i] = ($lanes[$k] * (128 - $fx) + $lanes[$k + $right] * $fx) * (128 - $fy) + ($lanes[$k + $down] * (128 - $fx) + $lanes[$k + $down + $right] * $fx) * $fy + 0x200000002000 >> 14 & 0xFFFF0000FFFF;
                }
                $i++;
            }
        }

        return $out;
    }
}
