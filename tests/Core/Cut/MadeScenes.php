<?php

declare(strict_types=1);

namespace Tests\Core\Cut;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Form\HandStroke;
use Yarrowfog\Core\Make\Finds;
use Yarrowfog\Core\Make\Grounds;
use Yarrowfog\Core\Make\Scene;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Raster\Plane;

/**
 * Photos made by code, of which all is known: a thing of which each pixel's colour and coverage are given, on a ground, with its shadow, a
 * lens that is out of focus, and noise.
 *
 * @phpstan-type Made array{picture: Bitmap, alpha: array<int, int>, colour: array<int, int>, name: string}
 */
final class MadeScenes
{
    public const COUNT = 60;

    /** px */
    public const WIDTH = 800;

    public const HEIGHT = 600;

    /** Things that lie on a ground, and how many mm of it are seen across for each. */
    private const THINGS = ['shell' => 1.5, 'pebble' => 1.6, 'feather' => 1.35, 'torn paper' => 1.5, 'pressed weed' => 1.4, 'rope' => 1.4, 'hairy' => 1.6, 'cup' => 1.6, 'coin' => 1.8, 'leaf' => 1.5];

    /**
     * @return Made
     */
    public static function number(int $n): array
    {
        $chance = new Chance(1000 + $n);
        $things = array_keys(self::THINGS);
        $grounds = array_keys(Grounds::ALL);
        // Each thing on six of the ten grounds.
        $thing = $things[$n % count($things)];
        $ground = $grounds[($n + intdiv($n, 10) * 3) % count($grounds)];
        [$width, $height] = [self::WIDTH, self::HEIGHT];
        $scene = new Scene($width, $height, $chance);
        $factor = self::THINGS[$thing];
        if (isset(Finds::ALL[$thing])) {
            $find = Finds::named($thing);
            [$w, $h] = $find->size();
            $s = min($width / ($w * $factor), $height / ($h * $factor));
            $find->draw($scene, $s);
        } else {
            $s = 10.0;
            self::draw($scene, $thing);
        }
        $object = $scene->bitmap();
        $behind = Grounds::named($ground)->paint($width, $height, $s, $chance);

        return [...self::expose($object, $behind, $chance, $s), 'name' => "{$thing} on {$ground}"];
    }

    /** Things that the sample camera does not have. */
    private static function draw(Scene $scene, string $thing): void
    {
        [$cx, $cy] = [$scene->width / 2 + $scene->between(-60, 60), $scene->height / 2 + $scene->between(-30, 30)];
        switch ($thing) {
            case 'hairy':
                [$red, $green, $blue] = [$scene->between(0.25, 0.7), $scene->between(0.2, 0.4), $scene->between(0.12, 0.3)];
                for ($k = 0; $k < 420; $k++) {
                    $a = $scene->between(0, 6.2832);
                    $long = $scene->between(150, 205);
                    $light = $scene->between(0.75, 1.2);
                    $turn = $a + $scene->between(-0.25, 0.25);
                    $scene->line($cx + 120 * cos($a), $cy + 110 * sin($a), $cx + $long * cos($turn), $cy + 0.9 * $long * sin($turn), $scene->between(1.5, 3.0), 1.0, Scene::rgb($red * $light, $green * $light, $blue * $light));
                }
                $scene->shade($cx, $cy, 145, fn (float $x, float $y): ?array => hypot($x, $y / 0.92) > 140 ? null : [Scene::rgb($red * (0.8 + 0.3 * sin($x / 6 + sin($y / 9))), $green * (0.8 + 0.3 * sin($x / 6 + sin($y / 9))), $blue * 0.9), min(1.0, 140 - hypot($x, $y / 0.92))]);
                break;
            case 'cup':
                $tone = [$scene->between(0.2, 0.95), $scene->between(0.2, 0.95), $scene->between(0.2, 0.95)];
                $scene->shade($cx + 130, $cy, 110, fn (float $x, float $y): ?array => abs(hypot($x, $y) - 70) > 16 ? null : [Scene::rgb($tone[0] * 0.8, $tone[1] * 0.8, $tone[2] * 0.8), min(1.0, 16 - abs(hypot($x, $y) - 70))]);
                $scene->shade($cx, $cy, 190, function (float $x, float $y) use ($tone): ?array {
                    $half = 130 - 0.08 * ($y + 150);
                    if (abs($x) > $half || abs($y) > 160) {
                        return null;
                    }
                    $light = 0.55 + 0.5 * cos(($x + 40) / $half) + (abs($x + 60) < 10 ? 0.35 : 0.0);
                    $band = abs($y + 40) < 26 ? 0.45 : 1.0;

                    return [Scene::rgb($tone[0] * $light * $band, $tone[1] * $light, $tone[2] * $light * (1.4 - 0.4 * $band)), min(1.0, $half - abs($x), 160 - abs($y))];
                });
                break;
            case 'coin':
                $tone = $scene->between(0, 1) < 0.5 ? [0.78, 0.6, 0.3] : [0.68, 0.68, 0.7];
                foreach ([[-120, -60, 95], [110, -90, 80], [20, 110, 105]] as [$x0, $y0, $radius]) {
                    $scene->shade($cx + $x0, $cy + $y0, $radius + 2, function (float $x, float $y) use ($tone, $radius): ?array {
                        $r = hypot($x, $y);
                        if ($r > $radius) {
                            return null;
                        }
                        $light = 0.8 + 0.25 * sin(($x + $y) / 40) + ($r > $radius - 8 ? 0.15 : 0.0) + 0.12 * sin($x / 5) * sin($y / 7) + 0.3 * exp(-(($x + 30) ** 2 + ($y + 30) ** 2) / 400);

                        return [Scene::rgb($tone[0] * $light, $tone[1] * $light, $tone[2] * $light), min(1.0, $radius - $r)];
                    });
                }
                break;
            default:
                $hue = $scene->between(0, 1);
                $scene->shade($cx, $cy, 250, function (float $x, float $y) use ($hue): ?array {
                    $u = ($x + 220) / 440;
                    if ($u < 0 || $u > 1) {
                        return null;
                    }
                    $half = 150 * sin(M_PI * $u ** 0.8) * (0.85 + 0.15 * abs(sin(9 * M_PI * $u))) + ($u < 0.08 ? 6 : 0);
                    if (abs($y) > $half) {
                        return null;
                    }
                    $vein = abs($y) < 3 || fmod(abs($y) * 0.8 + 440 * $u, 44) < 4 ? 0.25 : 0.0;
                    $light = 0.55 + $vein + 0.12 * sin($x / 13) * sin($y / 11);

                    return [Scene::rgb($light * (0.45 + 0.75 * $hue), $light * (0.95 - 0.35 * $hue), 0.25 * $light), min(1.0, $half - abs($y))];
                });
        }
    }

    /**
     * @param  array<int, int>  $behind  0xRRGGBB
     * @return array{picture: Bitmap, alpha: array<int, int>, colour: array<int, int>}
     */
    private static function expose(Bitmap $object, array $behind, Chance $chance, float $s): array
    {
        [$width, $height] = [$object->width, $object->height];
        $sigma = 3 * $chance->unit(51, 0) * $chance->unit(51, 1);
        $planes = [[], [], [], []];
        foreach ($object->pixels as $p) {
            $a = $p & 255;
            $planes[0][] = ($p >> 24) * $a;
            $planes[1][] = ($p >> 16 & 255) * $a;
            $planes[2][] = ($p >> 8 & 255) * $a;
            $planes[3][] = $a * 257;
        }
        $soft = fn (array $plane, float $by): array => $by < 0.2 ? $plane : Blur::gaussian(new Plane($width, $height, $plane), $by)->values;
        [$red, $green, $blue, $alpha] = array_map(fn (array $plane): array => $soft($plane, $sigma), $planes);
        $cast = $soft($planes[3], 0.7 * $s);
        $shadow = 0.65 * $chance->unit(51, 2);
        [$dx, $dy] = [(int) (1.6 * $s * $chance->signedUnit(51, 3)), (int) (1.6 * $s * $chance->unit(51, 4))];
        $noise = 12 * $chance->unit(51, 5);
        $slope = 0.3 * $chance->signedUnit(51, 6);
        $out = $truth = $colours = [];
        foreach ($alpha as $i => $a) {
            [$x, $y] = [$i % $width, intdiv($i, $width)];
            [$u, $v] = [$x - $dx, $y - $dy];
            $shade = $u >= 0 && $v >= 0 && $u < $width && $v < $height ? 1 - $shadow * $cast[$v * $width + $u] / 65535 : 1.0;
            $light = 1 + $slope * ($x / $width - 0.5);
            $part = $a / 65535;
            $grain = $noise * ($chance->signedUnit(52, $i) + $chance->signedUnit(53, $i)) / 2;
            $pixel = 0;
            $own = 0;
            foreach ([[$red, 16], [$green, 8], [$blue, 0]] as [$plane, $shift]) {
                $ground = ($behind[$i] >> $shift & 255) * $shade * $light;
                $value = $plane[$i] / 255 * $light + (1 - $part) * $ground + $grain;
                $pixel = $pixel << 8 | (int) max(0, min(255, $value + 0.5));
                $own = $own << 8 | (int) max(0, min(255, $part > 0.004 ? $plane[$i] / 255 * $light / $part : 0));
            }
            $out[] = $pixel << 8 | 255;
            $truth[] = $a >> 8;
            $colours[] = $own;
        }

        return ['picture' => new Bitmap($width, $height, $out), 'alpha' => $truth, 'colour' => $colours];
    }

    /**
     * The box that somebody would draw around the thing.
     *
     * @param  array<int, int>  $alpha
     * @return list<array{float, float}>
     */
    public static function box(array $alpha): array
    {
        [$left, $top, $right, $bottom] = [self::WIDTH, self::HEIGHT, 0, 0];
        foreach ($alpha as $i => $a) {
            if ($a > 60) {
                [$x, $y] = [$i % self::WIDTH, intdiv($i, self::WIDTH)];
                [$left, $top, $right, $bottom] = [min($left, $x), min($top, $y), max($right, $x), max($bottom, $y)];
            }
        }

        return [[max(0, $left - 12) / self::WIDTH, max(0, $top - 12) / self::HEIGHT], [min(self::WIDTH, $right + 12) / self::WIDTH, min(self::HEIGHT, $bottom + 12) / self::HEIGHT]];
    }

    /** A dab of the pen of 2 % of the picture. */
    public static function mark(int $x, int $y, bool $shows): HandStroke
    {
        return new HandStroke($shows, 0.02, 0.0, false, [[0.0, $x / self::WIDTH, $y / self::HEIGHT, 1.0]]);
    }

    /**
     * A stroke of the pen, at most an eighth of the picture long, through what is wrong: as far as it goes straight on there.
     *
     * @param  array<int, int>  $wrong  2 where the picture is cut wrongly
     * @param  int  $at  a place in it, in the middle
     */
    public static function stroke(array $wrong, int $width, int $height, int $at, bool $shows): HandStroke
    {
        [$x, $y] = [$at % $width + 0.5, intdiv($at, $width) + 0.5];
        $best = [0.0, 0.0, 0.0];
        for ($k = 0; $k < 24; $k++) {
            [$dx, $dy] = [cos(M_PI * $k / 24), sin(M_PI * $k / 24)];
            $ends = [0.0, 0.0];
            foreach ([1, -1] as $side => $sign) {
                $far = 0.0;
                while ($far < $width / 16) {
                    [$u, $v] = [$x + $sign * ($far + 1) * $dx, $y + $sign * ($far + 1) * $dy];
                    if ($u < 0 || $v < 0 || $u >= $width || $v >= $height || $wrong[(int) $v * $width + (int) $u] !== 2) {
                        break;
                    }
                    $far++;
                }
                $ends[$side] = $far;
            }
            if ($best[0] < $ends[0] + $ends[1]) {
                $best = [$ends[0] + $ends[1], $k, $ends[0]];
            }
        }
        [$long, $k, $one] = $best;
        [$dx, $dy] = [cos(M_PI * $k / 24), sin(M_PI * $k / 24)];
        $place = fn (float $t): array => [0.0, ($x + $t * $dx) / $width, ($y + $t * $dy) / $height, 1.0];

        return new HandStroke($shows, 0.008, 0.0, false, [$place($one), $place($one - $long)]);
    }
}
