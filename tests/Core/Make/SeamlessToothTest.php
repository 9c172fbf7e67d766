<?php

declare(strict_types=1);

namespace Tests\Core\Make;

use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Make\SeamlessTooth;
use Yarrowfog\Core\Make\Teeth;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Plane;

final class SeamlessToothTest extends TestCase
{
    public function test_no_seam_can_be_measured_whatever_the_picture(): void
    {
        foreach ([self::grit(500, 400), self::stripes(330, 330), self::grit(90, 140)] as $picture) {
            $tooth = SeamlessTooth::of($picture);
            foreach ([true, false] as $across) {
                [$seam, $inside] = self::steps($tooth, $across);
                self::assertEqualsWithDelta(1.0, $seam / $inside, 0.1);
            }
            // Every height comes equally often, and the slow light of the picture is gone.
            self::assertEqualsWithDelta(32767, $tooth->total() / count($tooth->values), 1);
            $left = $right = 0;
            foreach ($tooth->values as $i => $h) {
                if ($i % 256 < 128) {
                    $left += $h;
                } else {
                    $right += $h;
                }
            }
            self::assertEqualsWithDelta(1.0, $left / $right, 0.06);
        }
    }

    public function test_made_teeth_have_no_seam_either(): void
    {
        foreach (Teeth::names() as $name) {
            $tooth = Teeth::named($name);
            self::assertNotNull($tooth);
            foreach ([true, false] as $across) {
                [$seam, $inside] = self::steps($tooth, $across);
                self::assertEqualsWithDelta(1.0, $seam / $inside, 0.1, $name);
            }
        }
    }

    /** @return array{float, float} mean step over the seam, and everywhere else */
    private static function steps(Plane $t, bool $across): array
    {
        $seam = $inside = 0;
        for ($a = 0; $a < $t->width; $a++) {
            for ($b = 0; $b < $t->width; $b++) {
                $step = $across ? abs($t->at($b, $a) - $t->at(($b + 1) % $t->width, $a)) : abs($t->at($a, $b) - $t->at($a, ($b + 1) % $t->width));
                if ($b === $t->width - 1) {
                    $seam += $step;
                } else {
                    $inside += $step;
                }
            }
        }

        return [$seam / $t->width, $inside / $t->width / ($t->width - 1)];
    }

    /** Grit, far lighter on the right than on the left. */
    private static function grit(int $width, int $height): Bitmap
    {
        $chance = new Chance(5);

        return Pictures::bitmap($width, $height, fn (int $x, int $y): int => Pictures::grey((int) (40 + 140 * $x / $width + 60 * $chance->unit($x, $y))));
    }

    private static function stripes(int $width, int $height): Bitmap
    {
        $chance = new Chance(6);

        return Pictures::bitmap($width, $height, fn (int $x, int $y): int => Pictures::grey((int) (110 + 50 * sin(($x + 0.3 * $y) / 5) + 30 * $chance->signedUnit($x, $y))));
    }
}
