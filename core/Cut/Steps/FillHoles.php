<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Cut\Step;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Neighbours;
use Yarrowfog\Core\Raster\Runs;
use Yarrowfog\Core\Tip\InkRule;
use Yarrowfog\Core\Tip\TipKind;

use function is_int;

/** Fills what ink closes in, however large it is. */
final readonly class FillHoles implements Step
{
    /** Ink, of 65535, below which a place is open. */
    private const OPEN = 32768;

    /** px by which the fill follows a soft edge up to the middle of the line around it. */
    private const CLIMB = 4;

    public function __construct(public Srgb $colour)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('fill-holes', 'Fill holes', StepGroup::Clear, 'What ink closes in all round is filled, however large: an outline becomes a shape.', [
            Field::colour('colour', 'Colour', '#000000'),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->colour('colour'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        $ink = InkRule::plane($in, $kind)->values;
        $regions = self::open($ink, $in->width, $in->height)->regions(false);
        $fill = $this->colour->toInt() << 8 | 255;
        $out = $in->pixels;
        $edge = [];
        foreach ($regions->owners as $run => $region) {
            if ($regions->atEdge[$region]) {
                continue;
            }
            for ($i = $regions->runs->starts[$run]; $i < $regions->runs->ends[$run]; $i++) {
                $out[$i] = $fill;
                $edge[] = $i;
            }
        }

        return new Bitmap($in->width, $in->height, self::climb($out, $ink, $in->width, $edge, $fill));
    }

    /** @param  array<int, int>  $ink */
    private static function open(array $ink, int $width, int $height): Runs
    {
        $starts = $ends = [];
        for ($y = 0; $y < $height; $y++) {
            $open = false;
            for ($i = $y * $width, $end = $i + $width; $i < $end; $i++) {
                if (($ink[$i] < self::OPEN) !== $open) {
                    $open = ! $open;
                    if ($open) {
                        $starts[] = $i;
                    } else {
                        $ends[] = $i;
                    }
                }
            }
            if ($open) {
                $ends[] = $end;
            }
        }

        return new Runs($width, $height, $starts, $ends);
    }

    /**
     * The soft inner edge of the line around a hole is filled too: from pixel to pixel as long as ink grows, which it does up to the
     * middle of the line and not beyond.
     *
     * @param  array<int, int>  $pixels
     * @param  array<int, int>  $ink
     * @param  list<int>  $from  pixels of the holes
     * @return array<int, int>
     */
    private static function climb(array $pixels, array $ink, int $width, array $from, int $fill): array
    {
        $count = count($ink);
        for ($step = 0; $step < self::CLIMB && $from !== []; $step++) {
            $next = [];
            foreach ($from as $i) {
                $here = $ink[$i];
                foreach (Neighbours::four($i, $width, $count) as $j) {
                    $there = $ink[$j];
                    if (is_int($there) && $there > $here && $there >= self::OPEN && $pixels[$j] !== $fill) {
                        $pixels[$j] = $fill;
                        $next[] = $j;
                    }
                }
            }
            $from = $next;
        }

        return $pixels;
    }
}
