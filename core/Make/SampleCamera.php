<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Make\Choice\CameraSize;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Premultiplied;

/** Stands in for a hand-held camera: a find on a table or another ground, by a window. */
final class SampleCamera implements Recipe
{
    public static function params(): array
    {
        return [
            Field::pictured('find', 'On the table', array_keys(Finds::ALL)),
            Field::named('ground', 'It lies on', [Grounds::TABLE, ...array_keys(Grounds::ALL)]),
            Field::choice('size', 'Picture', CameraSize::class),
            Field::number('light', 'Uneven light', '%', 0, 1, 0.5, 0.01),
            Field::number('shadow', 'Shadow', '%', 0, 1, 0.5, 0.01),
            Field::number('lean', 'Held aslant', '%', 0, 1, 0.3, 0.01),
            Field::number('noise', 'Noise', '%', 0, 1, 0.3, 0.01),
            Field::roll(),
        ];
    }

    public static function name(FieldValues $numbers): string
    {
        return ucfirst($numbers->word('find')).', photo '.(int) $numbers->number('roll');
    }

    public static function dpi(FieldValues $numbers): ?int
    {
        return null;
    }

    public static function make(FieldValues $numbers, ?int $longest = null): Bitmap
    {
        $width = $numbers->choice('size', CameraSize::class)->width();
        $width = $longest === null ? $width : min($width, $longest);
        $height = (int) round($width * 0.75);
        $find = Finds::named($numbers->word('find'));
        [$w, $h] = $find->size();
        $chance = new Chance((int) $numbers->number('roll'));
        $scene = new Scene($width, $height, $chance);
        $s = min($width / ($w * 1.4), $height / ($h * 1.4));
        $find->draw($scene, $s);

        return self::expose(self::aslant($scene->bitmap(), $numbers->number('lean'), $chance), $numbers, $s, $chance);
    }

    /** The table seen from the side: its far edge is shorter (a projective map of the plane). */
    private static function aslant(Bitmap $in, float $lean, Chance $chance): Bitmap
    {
        $turn = 0.25 * $lean * $chance->signedUnit(31, 0);
        $tilt = 0.45 * $lean / $in->height;
        $slide = 0.18 * $lean * $chance->signedUnit(32, 0) / $in->width;
        $object = Premultiplied::of($in);
        $cos = cos($turn);
        $sin = sin($turn);

        return $object->each(fn (array $lanes): array => self::project($lanes, $in->width, $in->height, $cos, $sin, $tilt, $slide))->toBitmap();
    }

    /**
     * @param  array<int, int>  $lanes
     * @return array<int, int>
     */
    private static function project(array $lanes, int $width, int $height, float $cos, float $sin, float $tilt, float $slide): array
    {
        $out = array_fill(0, $width * $height, 0);
        $cx = $width / 2;
        $cy = $height / 2;
        $stretch = 1.0 + 0.25 * $tilt * $height;
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            $dy = $y + 0.5 - $cy;
            for ($x = 0; $x < $width; $x++) {
                $dx = $x + 0.5 - $cx;
                $far = 1.0 / (1.0 + $tilt * $dy + $slide * $dx);
                $u = ($cos * $dx + $sin * $dy) * $far + $cx - 0.5;
                $v = (-$sin * $dx + $cos * $dy) * $far * $stretch + $cy - 0.5;
                if ($u >= 0.0 && $v >= 0.0 && $u < $width - 1 && $v < $height - 1) {
                    $column = (int) $u;
                    $row = (int) $v;
                    $fx = (int) (($u - $column) * 128);
                    $fy = (int) (($v - $row) * 128);
                    $k = $row * $width + $column;
                    $out[$i] = ($lanes[$k] * (128 - $fx) + $lanes[$k + 1] * $fx) * (128 - $fy) + ($lanes[$k + $width] * (128 - $fx) + $lanes[$k + $width + 1] * $fx) * $fy + 0x200000002000 >> 14 & 0xFFFF0000FFFF;
                }
                $i++;
            }
        }

        return $out;
    }

    private static function expose(Bitmap $object, FieldValues $numbers, float $s, Chance $chance): Bitmap
    {
        $alpha = [];
        foreach ($object->pixels as $p) {
            $alpha[] = ($p & 255) * 257;
        }
        $soft = Blur::gaussian(new Plane($object->width, $object->height, $alpha), max(0.8, 1.6 * $s))->values;
        $table = LatticeNoise::of($object->width, $object->height, max(2.0, 0.8 * $s), $chance);
        $uneven = $numbers->number('light');
        $shadow = 0.75 * $numbers->number('shadow');
        $noise = 0.045 * $numbers->number('noise');
        $from = $chance->unit(33, 0) * 6.28;
        $lx = cos($from) * 0.5 * $uneven / $object->width;
        $ly = sin($from) * 0.5 * $uneven / $object->height;
        $dx = (int) round(cos($from) * -2.4 * $s);
        $dy = (int) round(sin($from) * -2.4 * $s);
        $cx = $object->width / 2;
        $cy = $object->height / 2;
        $round = 0.28 * $uneven / ($cx * $cx + $cy * $cy);
        $out = [];
        $i = 0;
        $seed = (int) ($chance->unit(34, 0) * 65536);
        $name = $numbers->word('ground');
        $ground = $name === Grounds::TABLE ? [] : Grounds::named($name)->paint($object->width, $object->height, $s, $chance);
        for ($y = 0; $y < $object->height; $y++) {
            for ($x = 0; $x < $object->width; $x++) {
                $p = $object->pixels[$i];
                $a = ($p & 255) / 255;
                // A window at one side, and a lens that is darker towards its corners.
                $light = 0.97 + $lx * ($x - $cx) + $ly * ($y - $cy) - $round * (($x - $cx) * ($x - $cx) + ($y - $cy) * ($y - $cy));
                $sx = $x - $dx;
                $sy = $y - $dy;
                $shade = $sx >= 0 && $sy >= 0 && $sx < $object->width && $sy < $object->height ? 1.0 - $shadow * $soft[$sy * $object->width + $sx] / 65535 : 1.0;
                $behind = $light * $shade * (0.985 + ($table[$i] - 32768) / 65536 * 0.05);
                $n = ((($i + $seed) * 0x9E3779B1 ^ $i >> 7) & 255) + ((($i + $seed) * 0x85EBCA77 ^ $i >> 5) & 255) - 255;
                $grain = $n * $noise * 0.55;
                $red = 236;
                $green = 230;
                $blue = 219;
                if ($ground !== []) {
                    $colour = $ground[$i];
                    $red = $colour >> 16;
                    $green = $colour >> 8 & 255;
                    $blue = $colour & 255;
                }
                $r = (int) ((($p >> 24) * $light * $a + $red * $behind * (1 - $a)) + $grain + 0.5);
                $g = (int) ((($p >> 16 & 255) * $light * $a + $green * $behind * (1 - $a)) + $grain * 0.8 + 0.5);
                $b = (int) ((($p >> 8 & 255) * $light * $a + $blue * $behind * (1 - $a)) + $grain * 1.2 + 0.5);
                $out[] = ($r < 0 ? 0 : ($r > 255 ? 255 : $r)) << 24 | ($g < 0 ? 0 : ($g > 255 ? 255 : $g)) << 16 | ($b < 0 ? 0 : ($b > 255 ? 255 : $b)) << 8 | 255;
                $i++;
            }
        }

        return new Bitmap($object->width, $object->height, $out);
    }
}
