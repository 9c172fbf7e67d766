<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice;

use Yarrowfog\Core\Stroke\Brush;
use Yarrowfog\Core\Stroke\Chance;
use Yarrowfog\Core\Stroke\DabMaker;
use Yarrowfog\Core\Stroke\PathBuilder;
use Yarrowfog\Core\Stroke\PathPoint;
use Yarrowfog\Core\Stroke\Place;
use Yarrowfog\Core\Stroke\Placer;
use Yarrowfog\Core\Stroke\Taper;
use Yarrowfog\Core\Stroke\Trace;

/** One trace as it stands after each station: what the interface draws between them. */
final readonly class Stages
{
    /** Dabs drawn at most; more cannot be told apart. */
    private const MOST = 400;

    /**
     * @param  list<array{float, float, float}>  $path  x, y, and pressure · taper, 0–1
     * @param  list<array{float, float}>  $places  x, y
     * @param  list<array{float, float, float, float, float, string, float}>  $dabs  x, y, size, angle, roundness, colour, ink 0–1
     */
    private function __construct(public array $path, public array $places, public array $dabs, public int $count)
    {
    }

    public static function of(Brush $brush, Trace $trace, int $roll): self
    {
        $total = PathBuilder::lengthOf($trace, $brush);
        $taper = new Taper($brush->base('taperIn'), $brush->base('taperOut'), $total);
        $path = new PathBuilder($brush, $trace->realPressure);
        $placer = new Placer($brush, new Chance($roll), $taper);
        $points = [];
        foreach ($trace->samples as $sample) {
            array_push($points, ...$path->feed($sample));
        }
        array_push($points, ...$path->finish());
        $places = [];
        foreach ($points as $point) {
            array_push($places, ...$placer->feed($point));
        }
        $maker = new DabMaker($brush, $trace->realPressure, $roll, $total);
        $dabs = [];
        $shown = [];
        foreach (self::thinned($places, self::MOST) as $place) {
            $dab = $maker->dab($place);
            $shown[] = [round($place->x, 2), round($place->y, 2)];
            $dabs[] = [round($dab->x, 2), round($dab->y, 2), round($dab->shape->size, 2), round($dab->shape->angle, 1), round($dab->shape->roundness, 3), sprintf('#%06x', $dab->colour), round($dab->flow * $dab->opacity, 3)];
        }

        return new self(
            array_map(fn (PathPoint $p): array => [round($p->x, 2), round($p->y, 2), round($p->pressure * $taper->at($p->s), 3)], self::thinned($points, self::MOST)),
            $shown,
            $dabs,
            count($places),
        );
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
    private static function thinned(array $all, int $most): array
    {
        $every = max(1, (int) ceil(count($all) / $most));

        return $every === 1 ? $all : array_values(array_filter($all, fn (int $i): bool => $i % $every === 0, ARRAY_FILTER_USE_KEY));
    }
}
