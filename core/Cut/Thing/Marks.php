<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

use Yarrowfog\Core\Form\HandStroke;
use Yarrowfog\Core\Raster\Polygon;

/** What somebody said of a thing by pointing: roughly where it is, and strokes over it and over what it is not. */
final readonly class Marks
{
    public const FREE = 0;

    public const THIS = 1;

    public const NOT_THIS = 2;

    /** px of a radius that holds the middle of a pixel wherever it is. */
    private const SMALLEST = 0.75;

    /** Part of a mark's width that the lightest press leaves. */
    private const LIGHTEST = 0.2;

    /**
     * @param  list<array{float, float}>  $area  fractions of width and height: two corners of a box, or a rough outline around it; empty where nothing is said
     * @param  list<HandStroke>  $strokes  those that show are *this*; a later one goes over an earlier one
     */
    public function __construct(public array $area, public array $strokes)
    {
    }

    public function sayNothing(): bool
    {
        return count($this->area) < 2 && $this->strokes === [];
    }

    public function hasThis(): bool
    {
        return array_any($this->strokes, fn (HandStroke $stroke): bool => $stroke->shows);
    }

    public function hasArea(): bool
    {
        return count($this->area) >= 2;
    }

    /** @return array<int, int> what the area alone says: NOT_THIS outside of it */
    public function around(int $width, int $height): array
    {
        $said = array_fill(0, $width * $height, self::FREE);
        if ($this->hasArea()) {
            $corners = $this->area;
            if (count($corners) === 2) {
                [[$x0, $y0], [$x1, $y1]] = $corners;
                $corners = [[$x0, $y0], [$x1, $y0], [$x1, $y1], [$x0, $y1]];
            }
            foreach (Polygon::fill([array_map(fn (array $p): array => [$p[0] * $width, $p[1] * $height], $corners)], $width, $height) as $i => $inside) {
                if ($inside < 32768) {
                    $said[$i] = self::NOT_THIS;
                }
            }
        }

        return $said;
    }

    /** @return array<int, int> what the strokes say, by pixel, of those over which they went */
    public function drawn(int $width, int $height): array
    {
        $drawn = [];
        foreach ($this->strokes as $stroke) {
            $drawn = self::draw($drawn, $width, $height, $stroke);
        }

        return $drawn;
    }

    /**
     * Discs along the way of the pen.
     *
     * @param  array<int, int>  $said
     * @return array<int, int>
     */
    private static function draw(array $said, int $width, int $height, HandStroke $stroke): array
    {
        $value = $stroke->shows ? self::THIS : self::NOT_THIS;
        $size = $stroke->size * max($width, $height) / 2;
        [, $px, $py] = $stroke->samples[0];
        foreach ($stroke->samples as [, $x, $y, $pressure]) {
            $radius = max(self::SMALLEST, $size * ($stroke->pressed ? self::LIGHTEST + (1 - self::LIGHTEST) * $pressure : 1.0));
            $steps = max(1, min(4000, (int) ceil(hypot(($x - $px) * $width, ($y - $py) * $height) / max(1.0, $radius / 2))));
            for ($n = 1; $n <= $steps; $n++) {
                $cx = ($px + ($x - $px) * $n / $steps) * $width;
                $cy = ($py + ($y - $py) * $n / $steps) * $height;
                $bottom = min($height - 1, (int) ($cy + $radius));
                for ($row = max(0, (int) ($cy - $radius)); $row <= $bottom; $row++) {
                    $square = $radius * $radius - ($row + 0.5 - $cy) ** 2;
                    if ($square < 0.0) {
                        continue;
                    }
                    $right = min($width - 1, (int) floor($cx + sqrt($square) - 0.5));
                    for ($column = max(0, (int) ceil($cx - sqrt($square) - 0.5)); $column <= $right; $column++) {
                        $said[$row * $width + $column] = $value;
                    }
                }
            }
            [$px, $py] = [$x, $y];
        }

        return $said;
    }
}
