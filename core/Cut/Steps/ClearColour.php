<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Colour\Oklab;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Cut\Alpha;
use Yarrowfog\Core\Cut\Choice\Reach;
use Yarrowfog\Core\Cut\Step;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Raster\Grow;
use Yarrowfog\Core\Raster\Runs;
use Yarrowfog\Core\Tip\TipKind;

/** Makes a colour that is pointed at transparent, where it touches that place or everywhere. */
final readonly class ClearColour implements Step
{
    /** Rows of a band. */
    private const BAND = 256;

    /** Bands begin at multiples of this, so that a blur halves them all alike. */
    private const ALIGNED = 32;

    /**
     * @param  list<array{float, float}>  $places  fractions of width and height
     * @param  float  $tolerance  greatest difference in OKLab, 0–1
     * @param  float  $grow  px, negative shrinks what is cleared
     * @param  float  $feather  px over which the edge fades, from 1 % to 99 %
     */
    public function __construct(
        public array $places,
        public float $tolerance,
        public bool $everywhere,
        public float $grow,
        public float $feather,
    ) {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('clear-colour', 'Clear colour', StepGroup::Clear, 'The colour you point at becomes nothing. Click on the picture to choose the place.', [
            Field::places('places', 'Places pointed at', [[0.01, 0.01]]),
            Field::number('tolerance', 'Tolerance', '%', 0, 0.6, 0.1, 0.005),
            Field::choice('reach', 'Where', Reach::class),
            Field::number('grow', 'Grow', 'px', -20, 20, 0),
            Field::number('feather', 'Edge fades over', 'px', 0, 50, 2, 0.5),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self(
            $numbers->places('places'),
            $numbers->number('tolerance'),
            $numbers->choice('reach', Reach::class) === Reach::Everywhere,
            $numbers->number('grow'),
            $numbers->number('feather'),
        );
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        if ($this->places === []) {
            return $in;
        }
        $cleared = null;
        foreach ($this->places as $place) {
            [$x, $y] = self::pixelAt($in, $place);
            $alike = (new Likeness($this->colourAt($in, $x, $y), $this->tolerance))->runs($in);
            $here = $this->everywhere ? $alike : $alike->regions(false)->around($y * $in->width + $x);
            $cleared = $cleared === null ? $here : $cleared->with($here);
        }

        return $this->without($in, $cleared);
    }

    /**
     * What looks like the colours pointed at and is closed in, so that clearing from those places does not reach it.
     *
     * @param  float  $least  part of the picture that such a patch must fill
     * @param  float  $most  greatest difference in OKLab, 0–1, where the tolerance is larger
     * @return list<array{float, float}> px of a place in each
     */
    public function closedIn(Bitmap $in, float $least, float $most): array
    {
        $patches = [];
        foreach ($this->places as $place) {
            [$x, $y] = self::pixelAt($in, $place);
            $regions = (new Likeness($this->colourAt($in, $x, $y), min($most, $this->tolerance)))->runs($in)->regions(false);
            $longest = [];
            foreach ($regions->owners as $run => $region) {
                $length = $regions->runs->ends[$run] - $regions->runs->starts[$run];
                if ($regions->areas[$region] >= $least * count($in->pixels) && ! $regions->atEdge[$region] && $length > ($longest[$region][0] ?? 0)) {
                    $longest[$region] = [$length, $regions->runs->starts[$run]];
                }
            }
            foreach ($longest as [$length, $start]) {
                // What is partly clear is the edge of what was cleared before.
                if (($in->pixels[$start + intdiv($length, 2)] & 255) === 255) {
                    $patches[] = [$start % $in->width + $length / 2, intdiv($start, $in->width) + 0.5];
                }
            }
        }

        return $patches;
    }

    /**
     * @param  array{float, float}  $place
     * @return array{int, int}
     */
    private static function pixelAt(Bitmap $in, array $place): array
    {
        return [min($in->width - 1, (int) ($place[0] * $in->width)), min($in->height - 1, (int) ($place[1] * $in->height))];
    }

    /**
     * In bands of rows: grown and feathered, a mask of the whole picture would be as large as
     * the picture itself.
     */
    private function without(Bitmap $in, Runs $cleared): Bitmap
    {
        $unseenBlack = (int) Alpha::UNSEEN_BLACK;
        $sigma = Blur::sigmaOf($this->feather);
        $reach = (int) ceil(abs($this->grow) + 3.5 * $sigma + 2);
        $margin = $sigma < Blur::WIDE ? $reach : self::ALIGNED * (int) ceil($reach / self::ALIGNED);
        $pixels = $in->pixels;
        $out = $pixels;
        for ($top = 0; $top < $in->height; $top += self::BAND) {
            $rows = min(self::BAND, $in->height - $top);
            $mask = Blur::gaussian(Grow::by($cleared->mask($top - $margin, $top + $rows + $margin), $this->grow), $sigma)->values;
            $i = $top * $in->width;
            $k = $margin * $in->width;
            for ($end = $i + $rows * $in->width; $i < $end; $i++) {
                $c = $mask[$k];
                $k++;
                if ($c >= 65535) {
                    // What was cleared keeps its colour, unseen, for steps that must know what lay behind an edge.
                    $p = $pixels[$i] & 0xFFFFFF00;
                    $out[$i] = $p === 0 ? $unseenBlack : $p;
                } elseif ($c > 0) {
                    $p = $pixels[$i];
                    $alpha = (($p & 255) * (65535 - $c) + 32767) * 65537 >> 32;
                    $out[$i] = $p & 0xFFFFFF00 | $alpha;
                }
            }
        }

        return new Bitmap($in->width, $in->height, $out);
    }

    /**
     * The colour pointed at: of 3 × 3 pixels the one that is most like all others, since one grain of dust must not decide. Where the
     * pixel itself would not count as like that, it is itself what was meant.
     */
    private function colourAt(Bitmap $in, int $x, int $y): Oklab
    {
        $own = Oklab::fromSrgb(Srgb::fromInt($in->at($x, $y) >> 8));
        $all = [$own];
        for ($v = max(0, $y - 1); $v <= min($in->height - 1, $y + 1); $v++) {
            for ($u = max(0, $x - 1); $u <= min($in->width - 1, $x + 1); $u++) {
                $all[] = Oklab::fromSrgb(Srgb::fromInt($in->at($u, $v) >> 8));
            }
        }
        $away = fn (Oklab $c): float => array_sum(array_map($c->differenceTo(...), $all));
        $best = $own;
        foreach ($all as $colour) {
            $best = $away($colour) < $away($best) ? $colour : $best;
        }

        return $best->differenceTo($own) <= $this->tolerance ? $best : $own;
    }
}
