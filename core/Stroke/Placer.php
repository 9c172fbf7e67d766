<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Reading;

/**
 * Step: where along the path the dabs fall.
 *
 * A dab falls whenever ∫ ds / gap(s) has grown by one, where gap is the spacing times
 * the size at that very place; between two points of the path the gap is taken as
 * linear and the integral is exact. So a swelling stroke neither bunches nor tears.
 */
final class Placer
{
    /** px; closer dabs cannot be told apart. */
    private const LEAST_GAP = 0.25;

    private readonly Dial $spacing;

    private readonly Dial $size;

    private readonly Dial $across;

    private readonly Dial $along;

    private ?PathPoint $last = null;

    private float $progress = 0.0;

    private int $next = 0;

    public function __construct(Brush $brush, private readonly Chance $chance, private readonly Taper $taper)
    {
        $this->spacing = Dial::of($brush, 'spacing', $chance);
        $this->size = Dial::of($brush, 'size', $chance);
        $this->across = Dial::of($brush, 'scatterAcross', $chance);
        $this->along = Dial::of($brush, 'scatterAlong', $chance);
    }

    /**
     * @return list<Place>
     */
    public function feed(PathPoint $b): array
    {
        $a = $this->last;
        $this->last = $b;
        if ($a === null) {
            return [$this->place($b)];
        }
        $length = $b->s - $a->s;
        if ($length <= 0.0) {
            return [];
        }
        $g0 = $this->gap($a);
        $g1 = $this->gap($b);
        $slope = ($g1 - $g0) / $length;
        $whole = abs($slope) < 1e-9 ? $length / $g0 : log($g1 / $g0) / $slope;
        $done = 0.0;
        $out = [];
        while (true) {
            $need = $this->spacing->stepFactor($this->next) - $this->progress;
            if ($done + $need > $whole) {
                $this->progress += $whole - $done;

                return $out;
            }
            $done += max(0.0, $need);
            $s = abs($slope) < 1e-9 ? $done * $g0 : $g0 * (exp($done * $slope) - 1.0) / $slope;
            $out[] = $this->place($a->towards($b, min(1.0, $s / $length)));
            $this->progress = 0.0;
        }
    }

    /** @return array<string, mixed> */
    public function state(): array
    {
        return ['last' => $this->last?->toArray(), 'progress' => $this->progress, 'next' => $this->next];
    }

    /** @throws InvalidInput */
    public function resume(Reading $state): void
    {
        $state->keys(['last', 'progress', 'next']);
        $this->last = $state->has('last') ? PathPoint::read($state->object('last')) : null;
        $this->progress = $state->number('progress', 0, 1000);
        $this->next = $state->integer('next', 0, 1 << 31);
    }

    private function gap(PathPoint $at): float
    {
        return max(self::LEAST_GAP, $this->spacing->driven($at, $this->next) * $this->size->driven($at, $this->next) * $this->taper->at($at->s));
    }

    private function place(PathPoint $on): Place
    {
        $index = $this->next++;
        $taper = $this->taper->at($on->s);
        $across = $this->across->driven($on, $index);
        $along = $this->along->driven($on, $index);
        if ($across <= 0.0 && $along <= 0.0) {
            return new Place($index, $on, $on->x, $on->y, $taper);
        }
        $size = $this->size->driven($on, $index) * $taper;
        $across *= $size * $this->chance->signed(Chance::stream('scatterAcross'), $index);
        $along *= $size * $this->chance->signed(Chance::stream('scatterAlong'), $index);
        $heading = deg2rad($on->heading);

        return new Place(
            $index,
            $on,
            $on->x + $along * cos($heading) - $across * sin($heading),
            $on->y + $along * sin($heading) + $across * cos($heading),
            $taper,
        );
    }
}
