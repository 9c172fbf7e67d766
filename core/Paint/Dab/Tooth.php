<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use Yarrowfog\Core\Make\Teeth;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\FixedTo;
use Yarrowfog\Core\Stroke\Choice\Per;
use Yarrowfog\Core\Stroke\Choice\ToothMode;
use Yarrowfog\Core\Stroke\Choice\ToothName;
use Yarrowfog\Core\Tip\InkRule;

/**
 * Ground: the bumps that ink meets.
 *
 * With coverage m and height h, 0–1, and depth d: *shade* leaves m·(1 − d(1 − h)), *carve*
 * max(0, m − d(1 − h)), and *catch* smoothstep of m + h − 1: only what rises to where the
 * pressure reaches takes ink, and takes it fully.
 */
final class Tooth
{
    /** Width of the step from dry to inked that *catch* makes, of 65535. */
    private const EDGE = 18000;

    /** @var array<string, array<int, int>> by tile or size */
    private array $kept = [];

    private readonly float $step;

    /**
     * @param  list<int>  $curve  height after brightness, contrast and inversion, by height / 256
     */
    private function __construct(private readonly Plane $plane, float $scale, private readonly array $curve, public readonly ToothMode $mode, public readonly bool $perDab, private readonly bool $toSheet)
    {
        $this->step = 1.0 / $scale;
    }

    /** The tooth of a brush; null when it meets none. */
    public static function of(BrushSettings $brush, BrushTextures $kit): ?self
    {
        $name = $brush->choices->tooth;
        $plane = $name === ToothName::None ? null : $kit->tooth ?? Teeth::named($name === ToothName::OfTheSheet ? Teeth::USUAL : $name->value);
        if ($plane === null) {
            return null;
        }
        $curve = [];
        $slope = tan((min(0.98, $brush->base('toothContrast')) + 1.0) * M_PI / 4);
        $invert = $brush->choices->toothInvert;
        for ($i = 0; $i < 256; $i++) {
            $h = $invert ? 1.0 - $i / 255 : $i / 255;
            $h = ($h - 0.5) * $slope + 0.5 + $brush->base('toothBrightness');
            $curve[] = (int) round(max(0.0, min(1.0, $h)) * 65535);
        }

        return new self(
            $plane,
            $brush->base('toothScale'),
            $curve,
            $brush->choices->toothMode,
            $brush->choices->toothPer === Per::Dab,
            $brush->choices->toothFixedTo === FixedTo::Sheet,
        );
    }

    /** Heights of a picture: light is high. What is transparent counts as high. */
    public static function fromPicture(Bitmap $picture): Plane
    {
        $heights = [];
        foreach ($picture->pixels as $pixel) {
            $alpha = $pixel & 255;
            $heights[] = intdiv(InkRule::luma($pixel) * $alpha + 65535 * (255 - $alpha) + 127, 255);
        }

        return new Plane($picture->width, $picture->height, $heights);
    }

    /** Whether the bumps lie still in the sheet. */
    public function isFixedToSheet(): bool
    {
        return $this->toSheet;
    }

    /**
     * Heights under a tile of the sheet, SIDE rows of SIDE, 0–65535.
     *
     * @return array<int, int>
     */
    public function underTile(string $key): array
    {
        if (! isset($this->kept[$key])) {
            [$column, $row] = StrokeBuffer::place($key);
            $this->kept[$key] = $this->heights($column * StrokeBuffer::SIDE, $row * StrokeBuffer::SIDE, StrokeBuffer::SIDE, StrokeBuffer::SIDE);
        }

        return $this->kept[$key];
    }

    /**
     * Heights under a dab, for a tooth that travels with it.
     *
     * @return array<int, int>
     */
    public function underDab(int $width, int $height): array
    {
        return $this->kept["dab {$width} {$height}"] ??= $this->heights(-intdiv($width, 2), -intdiv($height, 2), $width, $height);
    }

    /**
     * Ink of part of a print where it meets the bumps, ready to be laid at full strength.
     *
     * @param  array<int, int>  $ink  rows of `$stride`, 0–65535
     * @param  array<int, int>  $heights
     * @param  int  $shift  from a place in the ink to one in the heights: of its first row
     * @param  int  $strength  of 65536: what the ink is multiplied by
     * @param  int  $share  of 65536: what carved ink is multiplied by, since its ceiling is lower
     * @param  int  $pressure  of 65536: flow · opacity
     * @return array<int, int>
     */
    public function press(array $ink, int $stride, int $left, int $top, int $right, int $bottom, array $heights, int $shift, int $heightStride, int $depth, int $strength, int $share, int $pressure): array
    {
        return match ($this->mode) {
            ToothMode::Carve => self::carve($ink, $stride, $left, $top, $right, $bottom, $heights, $shift, $heightStride, $depth, $share, $pressure),
            ToothMode::Catch => self::catch($ink, $stride, $left, $top, $right, $bottom, $heights, $shift, $heightStride, $depth, $strength, $pressure),
            ToothMode::Shade => self::shade($ink, $stride, $left, $top, $right, $bottom, $heights, $shift, $heightStride, $depth, $strength),
        };
    }

    /**
     * Coverage of a whole stroke where it meets the bumps.
     *
     * @param  array<int, int>  $coverage  0–65535, SIDE rows of SIDE
     * @return array<int, int>
     */
    public function meet(array $coverage, string $key, int $depth): array
    {
        $side = (int) StrokeBuffer::SIDE;

        return $this->press($coverage, $side, 0, 0, $side, $side, $this->underTile($key), 0, $side, $depth, 65536, 65536, 65536);
    }

    /**
     * @param  array<int, int>  $ink
     * @param  array<int, int>  $heights
     * @return array<int, int>
     */
    private static function shade(array $ink, int $stride, int $left, int $top, int $right, int $bottom, array $heights, int $shift, int $heightStride, int $depth, int $strength): array
    {
        for ($row = $top; $row < $bottom; $row++) {
            $j = $shift + ($row - $top) * $heightStride;
            $last = $row * $stride + $right;
            for ($i = $row * $stride + $left; $i < $last; $i++) {
                $m = $ink[$i];
                if ($m > 0) {
                    $ink[$i] = ($m * $strength >> 16) * (65536 - ($depth * (65535 - $heights[$j]) >> 16)) >> 16;
                }
                $j++;
            }
        }

        return $ink;
    }

    /**
     * @param  array<int, int>  $ink
     * @param  array<int, int>  $heights
     * @return array<int, int>
     */
    private static function carve(array $ink, int $stride, int $left, int $top, int $right, int $bottom, array $heights, int $shift, int $heightStride, int $depth, int $share, int $pressure): array
    {
        for ($row = $top; $row < $bottom; $row++) {
            $j = $shift + ($row - $top) * $heightStride;
            $last = $row * $stride + $right;
            for ($i = $row * $stride + $left; $i < $last; $i++) {
                $m = $ink[$i];
                if ($m > 0) {
                    $m = ($m * $pressure >> 16) - ($depth * (65535 - $heights[$j]) >> 16);
                    $ink[$i] = $m > 0 ? $m * $share >> 16 : 0;
                }
                $j++;
            }
        }

        return $ink;
    }

    /**
     * @param  array<int, int>  $ink
     * @param  array<int, int>  $heights
     * @return array<int, int>
     */
    private static function catch(array $ink, int $stride, int $left, int $top, int $right, int $bottom, array $heights, int $shift, int $heightStride, int $depth, int $strength, int $pressure): array
    {
        $edge = self::EDGE;
        $wide = (float) $edge;
        for ($row = $top; $row < $bottom; $row++) {
            $j = $shift + ($row - $top) * $heightStride;
            $last = $row * $stride + $right;
            for ($i = $row * $stride + $left; $i < $last; $i++) {
                $m = $ink[$i];
                if ($m > 0) {
                    $x = ($m * $pressure >> 16) + $heights[$j] - 65535;
                    if ($x <= 0) {
                        $s = 0;
                    } elseif ($x >= $edge) {
                        $s = 65535;
                    } else {
                        $x = (int) ($x * 65536 / $wide);
                        $s = ($x * $x >> 16) * (196608 - 2 * $x) >> 16;
                    }
                    // What the depth leaves of the ink as it came.
                    $m = $m * $strength >> 16;
                    $ink[$i] = $m + (($s - $m) * $depth >> 16);
                }
                $j++;
            }
        }

        return $ink;
    }

    /**
     * Heights over a rectangle, bilinear, repeating for ever.
     *
     * @return array<int, int>
     */
    private function heights(int $left, int $top, int $width, int $height): array
    {
        $values = $this->plane->values;
        $w = $this->plane->width;
        $h = $this->plane->height;
        $curve = $this->curve;
        $exact = $this->step === 1.0;
        $columns = $parts = [];
        for ($x = 0; $x < $width; $x++) {
            $u = ($left + $x) * $this->step;
            $columns[] = ((int) floor($u) % $w + $w) % $w;
            $parts[] = (int) (($u - floor($u)) * 256);
        }
        $out = [];
        for ($y = 0; $y < $height; $y++) {
            $v = ($top + $y) * $this->step;
            $row = ((int) floor($v) % $h + $h) % $h;
            $g = (int) (($v - floor($v)) * 256);
            $upper = $row * $w;
            $lower = ($row + 1) % $h * $w;
            for ($x = 0; $x < $width; $x++) {
                $c = $columns[$x];
                if ($exact) {
                    $out[] = $curve[$values[$upper + $c] >> 8];
                } else {
                    $f = $parts[$x];
                    $d = $c + 1 < $w ? $c + 1 : 0;
                    $high = $values[$upper + $c] * (256 - $f) + $values[$upper + $d] * $f;
                    $low = $values[$lower + $c] * (256 - $f) + $values[$lower + $d] * $f;
                    $out[] = $curve[$high * (256 - $g) + $low * $g >> 24];
                }
            }
        }

        return $out;
    }
}
