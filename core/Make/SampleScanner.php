<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Make\Choice\ScannerLid;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Turning;

/** Stands in for a flat-bed scanner: lays a find on the glass and scans it. */
final class SampleScanner implements Recipe
{
    /** mm of glass left free round the find. */
    private const MARGIN = 6.0;

    public static function params(): array
    {
        return [
            Field::pictured('find', 'On the glass', array_keys(Finds::ALL)),
            Field::choice('lid', 'Lid', ScannerLid::class),
            Field::number('dpi', 'Resolution', 'dpi', 75, 1200, 300, 25),
            Field::number('tint', 'Paper tint', '%', 0, 1, 0.3, 0.01)->onlyWith('lid', ScannerLid::Closed),
            Field::number('dust', 'Dust', '%', 0, 1, 0.2, 0.01),
            Field::number('skew', 'Skew', '°', -30, 30, 2, 0.5),
            Field::roll(),
        ];
    }

    public static function name(FieldValues $numbers): string
    {
        return ucfirst($numbers->word('find')).', scan '.(int) $numbers->number('roll');
    }

    public static function dpi(FieldValues $numbers): int
    {
        return (int) $numbers->number('dpi');
    }

    public static function make(FieldValues $numbers, ?int $longest = null): Bitmap
    {
        $find = Finds::named($numbers->word('find'));
        [$w, $h] = $find->size();
        $s = $numbers->number('dpi') / 25.4;
        $side = max($w, $h) + 2 * self::MARGIN;
        $s = $longest === null ? $s : min($s, $longest / $side);
        $chance = new Chance((int) $numbers->number('roll'));
        $scene = new Scene((int) ceil(($w + 2 * self::MARGIN) * $s), (int) ceil(($h + 2 * self::MARGIN) * $s), $chance);
        $find->draw($scene, $s);
        $object = Turning::of($scene->bitmap(), $numbers->number('skew') + 2 * $chance->signedUnit(7, 0));

        return self::scan($object, $numbers, $s, $chance);
    }

    /** The lamp lights the paper evenly; only beside the find a thin shadow falls. */
    private static function scan(Bitmap $object, FieldValues $numbers, float $s, Chance $chance): Bitmap
    {
        $closed = $numbers->choice('lid', ScannerLid::class) === ScannerLid::Closed;
        $alpha = [];
        foreach ($object->pixels as $p) {
            $alpha[] = ($p & 255) * 257;
        }
        $shadow = Blur::gaussian(new Plane($object->width, $object->height, $alpha), max(0.6, 0.9 * $s))->values;
        $fibre = LatticeNoise::of($object->width, $object->height, max(2.0, 0.35 * $s), $chance);
        $tint = $closed ? $numbers->number('tint') : 0.0;
        [$pr, $pg, $pb] = $closed ? [248 - 26 * $tint, 247 - 34 * $tint, 244 - 60 * $tint] : [30.0, 31.0, 34.0];
        $shift = max(1, (int) round(0.35 * $s));
        $out = [];
        $i = 0;
        for ($y = 0; $y < $object->height; $y++) {
            $light = 1.0 - 0.035 * $y / $object->height;
            for ($x = 0; $x < $object->width; $x++) {
                $p = $object->pixels[$i];
                $a = ($p & 255) / 255;
                $behind = $light + ($fibre[$i] - 32768) / 65536 * ($closed ? 0.05 : 0.1);
                if ($closed) {
                    $from = $y >= $shift && $x >= $shift ? $shadow[$i - $shift * $object->width - $shift] : 0;
                    $behind *= 1.0 - 0.28 * $from / 65535;
                } else {
                    // With the lid open the lamp fades into the room.
                    $behind *= 1.0 + 0.5 * $x / $object->width;
                }
                // A sensor's noise: two draws of a cheap hash, nearly a bell.
                $n = (($i * 0x9E3779B1 ^ $i >> 7) & 255) + (($i * 0x85EBCA77 ^ $i >> 5) & 255) - 255;
                $grain = $n * 0.012;
                $lamp = $closed ? $light : 0.9 * $light;
                $r = (int) ((($p >> 24) * $lamp * $a + $pr * $behind * (1 - $a)) + $grain + 0.5);
                $g = (int) ((($p >> 16 & 255) * $lamp * $a + $pg * $behind * (1 - $a)) + $grain + 0.5);
                $b = (int) ((($p >> 8 & 255) * $lamp * $a + $pb * $behind * (1 - $a)) + $grain + 0.5);
                $out[] = ($r < 0 ? 0 : ($r > 255 ? 255 : $r)) << 24 | ($g < 0 ? 0 : ($g > 255 ? 255 : $g)) << 16 | ($b < 0 ? 0 : ($b > 255 ? 255 : $b)) << 8 | 255;
                $i++;
            }
        }

        return Dust::on(new Bitmap($object->width, $object->height, $out), $numbers->number('dust'), $s, $chance, $closed ? Scene::grey(0.25) : Scene::grey(0.8));
    }
}
