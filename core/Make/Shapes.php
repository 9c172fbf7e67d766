<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Make\Choice\ShapeCount;
use Yarrowfog\Core\Make\Choice\ShapeKind;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Polygon;

/** One shape, or many of them strewn by a roll: dots, stars, splatter. */
final class Shapes implements Recipe
{
    /** Corners of an outline that stands for a curve. */
    private const FINE = 120;

    /** Rounds in which neighbours push one another apart. */
    private const ROUNDS = 30;

    public static function params(): array
    {
        return [
            Field::pictured('shape', 'Shape', ShapeKind::class),
            Field::choice('many', 'Make', ShapeCount::class),
            Field::number('side', 'Picture', 'px', 64, 2000, 800, 8),
            Field::number('size', 'Size', '%', 0.02, 1, 0.8, 0.01)->onlyWith('many', ShapeCount::One),
            Field::number('corners', 'Corners', '', 3, 24, 5)->onlyWith('shape', ShapeKind::Polygon, ShapeKind::Star, ShapeKind::Blob),
            Field::number('flat', 'Roundness', '%', 0.05, 1, 1, 0.01),
            Field::number('inner', 'Inside', '%', 0.05, 0.95, 0.5, 0.01)->onlyWith('shape', ShapeKind::Star, ShapeKind::Ring, ShapeKind::Bar, ShapeKind::Arc, ShapeKind::Blob, ShapeKind::Cross, ShapeKind::Drop),
            Field::number('soft', 'Round corners', '%', 0, 1, 0, 0.01)->onlyWith('shape', ShapeKind::Polygon, ShapeKind::Star, ShapeKind::Bar, ShapeKind::Cross),
            Field::number('turn', 'Turn', '°', -180, 180, 0),
            Field::number('count', 'How many', '', 2, 400, 60)->onlyWith('many', ShapeCount::Cluster),
            Field::number('least', 'Smallest', '%', 0.005, 0.3, 0.012, 0.001)->onlyWith('many', ShapeCount::Cluster),
            Field::number('most', 'Largest', '%', 0.01, 0.5, 0.09, 0.001)->onlyWith('many', ShapeCount::Cluster),
            Field::number('gather', 'Gathered', '%', 0, 1, 0.6, 0.01)->onlyWith('many', ShapeCount::Cluster),
            Field::number('apart', 'Pushed apart', '%', 0, 1, 0.3, 0.01)->onlyWith('many', ShapeCount::Cluster),
            Field::number('turning', 'Turned by chance', '%', 0, 1, 1, 0.01)->onlyWith('many', ShapeCount::Cluster),
            Field::number('greys', 'Greys', '%', 0, 1, 0, 0.01)->onlyWith('many', ShapeCount::Cluster),
            Field::roll()->onlyWith('many', ShapeCount::Cluster)->onlyWith('shape', ShapeKind::Blob),
        ];
    }

    public static function name(FieldValues $numbers): string
    {
        $shape = ucfirst($numbers->choice('shape', ShapeKind::class)->value);

        return $numbers->choice('many', ShapeCount::class) === ShapeCount::One ? $shape : "{$shape} cluster ".(int) $numbers->number('roll');
    }

    public static function dpi(FieldValues $numbers): int
    {
        return 300;
    }

    /** Black on nothing, so that its edges are free of any backing. */
    public static function make(FieldValues $numbers, ?int $longest = null): Bitmap
    {
        $side = (int) $numbers->number('side');
        $side = $longest === null ? $side : min($side, $longest);
        $chance = new Chance((int) $numbers->number('roll'));
        if ($numbers->choice('many', ShapeCount::class) === ShapeCount::One) {
            $mask = Polygon::fill(self::place($numbers, $chance, 0, $side / 2, $side / 2, $side * $numbers->number('size') / 2, $numbers->number('turn')), $side, $side, true);

            return self::black($mask, $side);
        }
        $ink = array_fill(0, $side * $side, 0);
        foreach (self::strewn($numbers, $chance) as $k => [$x, $y, $radius]) {
            $turn = $numbers->number('turn') + 180 * $numbers->number('turning') * $chance->signedUnit(4, $k);
            $grey = 1.0 - $numbers->number('greys') * $chance->unit(5, $k);
            $reach = $radius * $side + 2;
            $left = (int) floor($x * $side - $reach);
            $top = (int) floor($y * $side - $reach);
            $box = (int) ceil(2 * $reach) + 1;
            $mask = Polygon::fill(self::place($numbers, $chance, $k, $x * $side - $left, $y * $side - $top, $radius * $side, $turn), $box, $box, true);
            foreach ($mask as $i => $value) {
                $px = $left + $i % $box;
                $py = $top + intdiv($i, $box);
                if ($value > 0 && $px >= 0 && $py >= 0 && $px < $side && $py < $side) {
                    $ink[$py * $side + $px] = max($ink[$py * $side + $px], (int) ($value * $grey));
                }
            }
        }

        return self::black($ink, $side);
    }

    /**
     * Where each of a cluster lies: strewn over a disc, closer to its middle as they are gathered,
     * small ones more than large ones, and pushed apart where they overlap.
     *
     * @return list<array{float, float, float}> x, y and radius, fractions of the side
     */
    private static function strewn(FieldValues $numbers, Chance $chance): array
    {
        $least = min($numbers->number('least'), $numbers->number('most')) / 2;
        $most = max($numbers->number('least'), $numbers->number('most')) / 2;
        $xs = $ys = $rs = [];
        for ($k = 0; $k < (int) $numbers->number('count'); $k++) {
            $radius = $least + ($most - $least) * $chance->unit(1, $k) ** 3;
            $far = (0.48 - $radius) * $chance->unit(2, $k) ** (0.5 + 2.5 * $numbers->number('gather'));
            $a = 2 * M_PI * $chance->unit(3, $k);
            $xs[] = 0.5 + $far * cos($a);
            $ys[] = 0.5 + $far * sin($a);
            $rs[] = $radius;
        }
        $push = $numbers->number('apart');
        $inside = fn (float $v, float $r): float => min(1 - $r, max($r, $v));
        for ($round = 0; $round < self::ROUNDS && $push > 0; $round++) {
            foreach ($rs as $i => $r) {
                for ($k = 0; $k < $i; $k++) {
                    $dx = $xs[$i] - $xs[$k];
                    $dy = $ys[$i] - $ys[$k];
                    $d = sqrt($dx * $dx + $dy * $dy);
                    $wanted = ($r + $rs[$k]) * 1.08;
                    if ($d < $wanted && $d > 1e-9) {
                        $by = $push * ($wanted - $d) / $d / 2;
                        $xs[$i] = $inside($xs[$i] + $dx * $by, $r);
                        $ys[$i] = $inside($ys[$i] + $dy * $by, $r);
                        $xs[$k] = $inside($xs[$k] - $dx * $by, $rs[$k]);
                        $ys[$k] = $inside($ys[$k] - $dy * $by, $rs[$k]);
                    }
                }
            }
        }

        return array_map(fn (float $x, float $y, float $r): array => [$x, $y, $r], $xs, $ys, $rs);
    }

    /** @return list<list<array{float, float}>> outlines on the picture */
    private static function place(FieldValues $numbers, Chance $chance, int $k, float $x, float $y, float $radius, float $turn): array
    {
        $cos = cos(deg2rad($turn));
        $sin = sin(deg2rad($turn));
        $flat = $numbers->number('flat');

        return array_map(fn (array $outline): array => array_map(fn (array $p): array => [
            $x + $radius * ($p[0] * $cos - $p[1] * $flat * $sin),
            $y + $radius * ($p[0] * $sin + $p[1] * $flat * $cos),
        ], $outline), self::outlines($numbers, $chance, $k));
    }

    /** @return list<list<array{float, float}>> inside the circle of radius 1 */
    private static function outlines(FieldValues $numbers, Chance $chance, int $k): array
    {
        $n = (int) $numbers->number('corners');
        $inner = $numbers->number('inner');
        $circle = fn (float $r): array => self::round(fn (float $a): float => $r);
        $polygon = [];
        for ($i = 0; $i < $n; $i++) {
            $polygon[] = [sin(2 * M_PI * $i / $n), -cos(2 * M_PI * $i / $n)];
        }
        $star = [];
        for ($i = 0; $i < 2 * $n; $i++) {
            $r = $i % 2 === 0 ? 1.0 : $inner;
            $star[] = [$r * sin(M_PI * $i / $n), -$r * cos(M_PI * $i / $n)];
        }
        $half = $inner * 0.4;

        return match ($numbers->choice('shape', ShapeKind::class)) {
            ShapeKind::Polygon => [self::soften($polygon, $numbers->number('soft'))],
            ShapeKind::Star => [self::soften($star, $numbers->number('soft'))],
            ShapeKind::Ring => [$circle(1.0), $circle($inner)],
            ShapeKind::Bar => [self::soften([[-1.0, -$half], [1.0, -$half], [1.0, $half], [-1.0, $half]], $numbers->number('soft'))],
            ShapeKind::Arc => [self::arc($inner)],
            ShapeKind::Blob => [self::blob($n, $inner, $chance, $k)],
            ShapeKind::Cross => [self::soften([[-$half, -1.0], [$half, -1.0], [$half, -$half], [1.0, -$half], [1.0, $half], [$half, $half], [$half, 1.0], [-$half, 1.0], [-$half, $half], [-1.0, $half], [-1.0, -$half], [-$half, -$half]], $numbers->number('soft'))],
            ShapeKind::Drop => [self::drop($inner)],
            ShapeKind::Ellipse => [$circle(1.0)],
        };
    }

    /**
     * @param  callable(float): float  $radius  by angle
     * @return list<array{float, float}>
     */
    private static function round(callable $radius): array
    {
        $points = [];
        for ($i = 0; $i < self::FINE; $i++) {
            $a = 2 * M_PI * $i / self::FINE;
            $points[] = [$radius($a) * cos($a), $radius($a) * sin($a)];
        }

        return $points;
    }

    /** @return list<array{float, float}> three quarters of a ring */
    private static function arc(float $inner): array
    {
        $points = [];
        foreach ([1.0, $inner] as $way => $r) {
            for ($i = 0; $i <= 60; $i++) {
                $a = 1.5 * M_PI * ($way === 0 ? $i : 60 - $i) / 60;
                $points[] = [$r * cos($a), $r * sin($a)];
            }
        }

        return $points;
    }

    /** @return list<array{float, float}> a round that swells and shrinks by chance */
    private static function blob(int $waves, float $depth, Chance $chance, int $k): array
    {
        $parts = [];
        for ($i = 2; $i <= $waves + 1; $i++) {
            $parts[] = [$i, $depth * $chance->unit(6, $k, $i) / $i, 2 * M_PI * $chance->unit(7, $k, $i)];
        }
        $radius = function (float $a) use ($parts): float {
            $r = 1.0;
            foreach ($parts as [$wave, $part, $phase]) {
                $r += $part * cos($wave * $a + $phase);
            }

            return max(0.1, $r);
        };
        $points = self::round($radius);
        $most = max(0.1, ...array_map(fn (array $p): float => hypot($p[0], $p[1]), $points));

        return array_map(fn (array $p): array => [$p[0] / $most, $p[1] / $most], $points);
    }

    /** @return list<array{float, float}> round below, drawn out to a point above */
    private static function drop(float $fat): array
    {
        $points = [];
        $r = 0.3 + 0.4 * $fat;
        for ($i = 0; $i <= 80; $i++) {
            $t = 2 * M_PI * $i / 80;
            $points[] = [$r * sin($t) * sin($t / 2) ** 1.6, -cos($t)];
        }

        return $points;
    }

    /**
     * Corners rounded by quadratic curves from one middle of a side towards the next.
     *
     * @param  list<array{float, float}>  $points
     * @return list<array{float, float}>
     */
    private static function soften(array $points, float $soft): array
    {
        if ($soft <= 0.0) {
            return $points;
        }
        $n = count($points);
        $out = [];
        foreach ($points as $i => $p) {
            $before = $points[($i + $n - 1) % $n];
            $after = $points[($i + 1) % $n];
            $from = [$p[0] + ($before[0] - $p[0]) * $soft / 2, $p[1] + ($before[1] - $p[1]) * $soft / 2];
            $to = [$p[0] + ($after[0] - $p[0]) * $soft / 2, $p[1] + ($after[1] - $p[1]) * $soft / 2];
            for ($k = 0; $k <= 10; $k++) {
                $t = $k / 10;
                $out[] = [
                    (1 - $t) ** 2 * $from[0] + 2 * $t * (1 - $t) * $p[0] + $t * $t * $to[0],
                    (1 - $t) ** 2 * $from[1] + 2 * $t * (1 - $t) * $p[1] + $t * $t * $to[1],
                ];
            }
        }

        return $out;
    }

    /** @param  array<int, int>  $mask  0–65535 */
    private static function black(array $mask, int $side): Bitmap
    {
        $pixels = [];
        foreach ($mask as $value) {
            $pixels[] = intdiv($value + 128, 257);
        }

        return new Bitmap($side, $side, $pixels);
    }
}
