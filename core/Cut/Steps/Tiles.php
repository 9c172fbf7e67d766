<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\Step;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\TipKind;

/** Squares of one colour each. */
final readonly class Tiles implements Step
{
    /** @param  float  $side  px */
    public function __construct(public float $side)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('tiles', 'Tiles', StepGroup::Texture, 'Squares of one grey or colour each.', [
            Field::number('side', 'Side', 'px', 2, 400, 24),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->number('side'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        $side = max(1.0, $this->side);
        $lefts = self::edges($in->width, $side);
        $tops = self::edges($in->height, $side);
        $rows = [];
        for ($n = 1; $n < count($tops); $n++) {
            $row = [];
            for ($m = 1; $m < count($lefts); $m++) {
                $mean = self::mean($in->pixels, $in->width, $lefts[$m - 1], $tops[$n - 1], $lefts[$m], $tops[$n]);
                array_push($row, ...array_fill(0, $lefts[$m] - $lefts[$m - 1], $mean));
            }
            array_push($rows, ...array_fill(0, $tops[$n] - $tops[$n - 1], $row));
        }

        return new Bitmap($in->width, $in->height, array_merge(...$rows));
    }

    /**
     * Where tiles begin, and where the last one ends: a pixel belongs to the tile that its middle lies in.
     *
     * @return list<int>
     */
    private static function edges(int $size, float $side): array
    {
        $edges = [0];
        for ($n = 1; ($edge = (int) ceil($n * $side - 0.5)) < $size; $n++) {
            $edges[] = $edge;
        }
        $edges[] = $size;

        return $edges;
    }

    /**
     * The mean colour of a rectangle, each pixel counting with its alpha, so that nothing bleeds out of what is transparent.
     *
     * @param  array<int, int>  $pixels
     * @return int 0xRRGGBBAA
     */
    private static function mean(array $pixels, int $stride, int $left, int $top, int $right, int $bottom): int
    {
        $red = $green = $blue = $alpha = 0;
        for ($y = $top; $y < $bottom; $y++) {
            $end = $y * $stride + $right;
            for ($i = $y * $stride + $left; $i < $end; $i++) {
                $p = $pixels[$i];
                $a = $p & 255;
                $alpha += $a;
                $red += ($p >> 24) * $a;
                $green += ($p >> 16 & 255) * $a;
                $blue += ($p >> 8 & 255) * $a;
            }
        }
        $size = ($right - $left) * ($bottom - $top);
        $mean = intdiv(2 * $alpha + $size, 2 * $size);
        if ($mean === 0) {
            return 0;
        }
        $half = $alpha >> 1;

        return intdiv($red + $half, $alpha) << 24 | intdiv($green + $half, $alpha) << 16 | intdiv($blue + $half, $alpha) << 8 | $mean;
    }
}
