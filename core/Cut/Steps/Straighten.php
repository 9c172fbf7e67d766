<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\Choice\PageShape;
use Yarrowfog\Core\Cut\MovingStep;
use Yarrowfog\Core\Cut\Placement;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Homography;
use Yarrowfog\Core\Tip\Tip;
use Yarrowfog\Core\Tip\TipKind;

/** A page, or something else that is flat, photographed from the side: as if it were seen from straight above. */
final readonly class Straighten implements MovingStep
{
    public const CORNERS = 4;

    /** Least of the sine of every corner, and px of every side: below it nothing is left to be seen. */
    private const FLAT = 0.02;

    private const LEAST = 2.0;

    /** Focal lengths that lenses have, as parts of the picture's longer side, and that of most phones. */
    private const LENSES = [0.4, 12.0];

    private const USUAL = 0.75;

    /** How far opposite sides run together, in both directions, below which they tell nothing of the lens. */
    private const PARALLEL = 0.0004;

    /** @param  list<array{float, float}>  $corners  fractions, from the upper left clockwise; any other number than four leaves the picture as it is */
    public function __construct(public array $corners, public PageShape $shape)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('straighten', 'Straighten', StepGroup::Frame, 'A page or something else flat, photographed from the side, as if seen from straight above. Drag its four corners.', [
            Field::places('corners', 'Its corners', [], self::CORNERS),
            Field::choice('shape', 'It is', PageShape::class),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->places('corners'), $numbers->choice('shape', PageShape::class));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        $view = $this->view($in->width, $in->height);
        if ($view === null) {
            return $in;
        }
        [$back, $width, $height] = $view;

        return Homography::warp($in, $back, $width, $height);
    }

    public function move(Placement $before): Placement
    {
        $view = $this->view($before->width, $before->height);

        return $view === null ? $before : $before->seen($view[0]->inverse(), $view[1], $view[2]);
    }

    /** @return array{Homography, int, int}|null where each px of what is seen lies in the picture, and how large that is */
    private function view(int $width, int $height): ?array
    {
        if (count($this->corners) !== self::CORNERS) {
            return null;
        }
        [$a, $b, $c, $d] = array_map(fn (array $p): array => [$p[0] * $width, $p[1] * $height], $this->corners);
        if (! self::isConvex([$a, $b, $c, $d])) {
            return null;
        }
        // As many px as the longer of two sides that face one another had.
        $across = max(self::length($a, $b), self::length($d, $c));
        $down = max(self::length($a, $d), self::length($b, $c));
        $square = Homography::ofSquare([$a, $b, $c, $d]);
        $ratio = $this->shape->ratio() ?? self::ratio($square, $width, $height);
        $area = $across * $down;
        $shrink = min(1.0, Tip::LARGEST / max(sqrt($area * $ratio), sqrt($area / $ratio)));
        $outWidth = max(1, (int) round($shrink * sqrt($area * $ratio)));
        $outHeight = max(1, (int) round($shrink * sqrt($area / $ratio)));

        return [$square->after(new Homography(1 / $outWidth, 0.0, 0.0, 1 / $outHeight, 0.0, 0.0)), $outWidth, $outHeight];
    }

    /**
     * @param  array{float, float}  $from
     * @param  array{float, float}  $to
     */
    private static function length(array $from, array $to): float
    {
        return hypot($to[0] - $from[0], $to[1] - $from[1]);
    }

    /** @param  list<array{float, float}>  $corners */
    private static function isConvex(array $corners): bool
    {
        foreach ($corners as $i => [$x, $y]) {
            [$nx, $ny] = $corners[($i + 1) % 4];
            [$ox, $oy] = $corners[($i + 2) % 4];
            $one = hypot($nx - $x, $ny - $y);
            $other = hypot($ox - $nx, $oy - $ny);
            if ($one < self::LEAST || $other < self::LEAST || (($nx - $x) * ($oy - $ny) - ($ny - $y) * ($ox - $nx)) / ($one * $other) < self::FLAT) {
                return false;
            }
        }

        return true;
    }

    /**
     * Width against height of what was photographed, if the lens looked at the middle of the picture: its sides are at right angles in
     * space, which tells how long the lens was, and that how far each side is turned away.
     *
     * Zhang and He, "Whiteboard scanning and image enhancement", 2007, section 3.2.
     *
     * @return float where two opposite sides are parallel nothing tells the lens, and it is taken for a usual one
     */
    private static function ratio(Homography $square, int $width, int $height): float
    {
        $x = $width / 2;
        $y = $height / 2;
        // The two directions of the square, as rays from the lens.
        [$ux, $uy, $uw] = [$square->a - $x * $square->g, $square->b - $y * $square->g, $square->g];
        [$vx, $vy, $vw] = [$square->c - $x * $square->h, $square->d - $y * $square->h, $square->h];
        $long = max($width, $height);
        $focal = abs($uw * $vw) < self::PARALLEL ? 0.0 : -($ux * $vx + $uy * $vy) / ($uw * $vw);
        if ($focal < (self::LENSES[0] * $long) ** 2 || $focal > (self::LENSES[1] * $long) ** 2) {
            $focal = (self::USUAL * $long) ** 2;
        }

        return sqrt((($ux * $ux + $uy * $uy) / $focal + $uw * $uw) / (($vx * $vx + $vy * $vy) / $focal + $vw * $vw));
    }
}
