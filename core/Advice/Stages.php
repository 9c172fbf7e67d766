<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\DabMaker;
use Yarrowfog\Core\Stroke\Dial;
use Yarrowfog\Core\Stroke\PathBuilder;
use Yarrowfog\Core\Stroke\PathPoint;
use Yarrowfog\Core\Stroke\Place;
use Yarrowfog\Core\Stroke\Placer;
use Yarrowfog\Core\Stroke\Taper;
use Yarrowfog\Core\Stroke\Trace;

/** One stroke as it stands after each station: what the interface draws between them. */
final readonly class Stages
{
    /** Points and dabs told at most; more cannot be told apart. */
    private const MOST = 1200;

    /**
     * @param  list<array{float, float, float}>  $path  x, y, and pressure · taper, 0–1
     * @param  list<array{float, float}>  $places  x, y of each dab told
     * @param  list<array{0: float, 1: float, 2: float, 3: float, 4: float, 5: string, 6: float, 7: float, 8: float, 9: int, 10: array<string, float>, 11?: array{float, float, float, float, float, float, float, float}}>  $dabs  x, y, size, angle, roundness, colour, flow, opacity, pressure, index and readings of its drives
     *     and, where the stroke is a band, the four corners of a piece of it instead of a place
     * @param  int  $count  of all dabs, or pieces of a band
     * @param  float  $length  px of the path
     */
    private function __construct(public array $path, public array $places, public array $dabs, public int $count, public float $length)
    {
    }

    public static function of(BrushSettings $brush, Trace $trace, int $roll, int $most = self::MOST): self
    {
        $total = PathBuilder::lengthOf($trace, $brush);
        $taper = Taper::of($brush, $total);
        $path = new PathBuilder($brush, $trace->realPressure);
        $placer = new Placer($brush, new Chance($roll), $taper);
        $points = [];
        foreach ($trace->samples as $sample) {
            array_push($points, ...$path->feed($sample));
        }
        array_push($points, ...$path->finish());
        $places = [];
        foreach ($brush->isBand() ? [] : $points as $point) {
            array_push($places, ...$placer->feed($point));
        }
        $maker = new DabMaker($brush, $trace->realPressure, $roll, $total);
        if ($brush->isBand()) {
            return self::ofBand($brush, $points, $maker, $taper, $roll, $most, $total);
        }
        $dabs = [];
        $shown = [];
        foreach (self::thinOut($places, $most) as $place) {
            $shown[] = [round($place->x, 2), round($place->y, 2)];
            $dabs[] = self::describe($maker->dab($place), $place, $brush, $roll);
        }

        return new self(self::toldPath($points, $taper, $most), $shown, $dabs, count($places), $total);
    }

    /**
     * Of a band: the pieces of its strip, each from one line across the path to the next.
     *
     * @param  list<PathPoint>  $points
     */
    private static function ofBand(BrushSettings $brush, array $points, DabMaker $maker, Taper $taper, int $roll, int $most, float $total): self
    {
        $size = Dial::of($brush, 'size', new Chance($roll));
        $ends = function (PathPoint $p) use ($size, $taper): array {
            $half = $size->driven($p, 0) * $taper->at($p->s) / 2;
            $x = -sin(deg2rad($p->heading)) * $half;
            $y = cos(deg2rad($p->heading)) * $half;

            return [round($p->x + $x, 2), round($p->y + $y, 2), round($p->x - $x, 2), round($p->y - $y, 2)];
        };
        $shown = self::thinOut($points, $most);
        $pieces = [];
        for ($i = 1; $i < count($shown); $i++) {
            $on = $shown[$i - 1]->towards($shown[$i], 0.5);
            $place = new Place($i - 1, 0, $on, $on->x, $on->y, $taper->at($on->s));
            [$x0, $y0, $x1, $y1] = $ends($shown[$i - 1]);
            [$x2, $y2, $x3, $y3] = $ends($shown[$i]);
            $told = self::describe($maker->dab($place), $place, $brush, $roll);
            $told[2] = round($size->driven($on, 0) * $taper->at($on->s), 2);
            $told[3] = round(fmod($on->heading, 360.0), 1);
            $pieces[] = [...$told, [$x0, $y0, $x1, $y1, $x3, $y3, $x2, $y2]];
        }

        return new self(self::toldPath($points, $taper, $most), [], $pieces, count($pieces), $total);
    }

    /** @return array{float, float, float, float, float, string, float, float, float, int, array<string, float>} */
    private static function describe(Dab $dab, Place $place, BrushSettings $brush, int $roll): array
    {
        return [
            round($dab->x, 2), round($dab->y, 2), round($dab->shape->size, 2), round(fmod($dab->shape->angle, 360.0), 1), round($dab->shape->roundness, 3), sprintf('#%06x', $dab->colour),
            round($dab->flow, 3), round($dab->opacity, 3), round($place->on->pressure, 3), $place->index,
            array_map(fn (float $reading): float => round($reading, 3), PenReading::of($brush, $place->on, $place->key, $roll)),
        ];
    }

    /**
     * @param  list<PathPoint>  $points
     * @return list<array{float, float, float}>
     */
    private static function toldPath(array $points, Taper $taper, int $most): array
    {
        return array_map(fn (PathPoint $p): array => [round($p->x, 2), round($p->y, 2), round($p->pressure * $taper->at($p->s), 3)], self::thinOut($points, $most));
    }

    /**
     * Of several strokes, all of them within the same bounds of work.
     *
     * @param  list<Trace>  $traces  each has a roll of its own, as in a swatch
     * @return list<self>
     */
    public static function all(BrushSettings $brush, array $traces, int $roll): array
    {
        $most = max(40, intdiv(2 * self::MOST, max(1, count($traces))));

        return array_map(fn (int $i): self => self::of($brush, $traces[$i], $roll + $i, min(self::MOST, $most)), array_keys($traces));
    }

    /**
     * Which strokes stand for the swatch where there is little room: the longest alone where it is most of the way.
     *
     * @param  list<self>  $all
     * @return list<int>
     */
    public static function leading(array $all): array
    {
        $lengths = array_map(fn (self $s): float => $s->length, $all);
        $longest = $lengths === [] ? 0.0 : max($lengths);

        return $longest > 0.0 && 2 * $longest >= array_sum($lengths) ? [(int) array_search($longest, $lengths, true)] : array_keys($all);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['path' => $this->path, 'places' => $this->places, 'dabs' => $this->dabs, 'count' => $this->count];
    }

    /**
     * @template T of PathPoint|Place
     *
     * @param  list<T>  $all
     * @return list<T>
     */
    private static function thinOut(array $all, int $most): array
    {
        $every = max(1, (int) ceil(count($all) / $most));

        return $every === 1 ? $all : array_values(array_filter($all, fn (int $i): bool => $i % $every === 0, ARRAY_FILTER_USE_KEY));
    }
}
