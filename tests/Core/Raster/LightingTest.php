<?php

declare(strict_types=1);

namespace Tests\Core\Raster;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\LightBeneath;
use Yarrowfog\Core\Raster\Lighting;

/** Light that is known, laid over paper that is known, and taken off again. */
final class LightingTest extends TestCase
{
    private const SIZE = [240, 180];

    /** A window at one side, dark corners, a soft shadow; black marks on white, or white ones on black. */
    #[TestWith(['window', false])]
    #[TestWith(['corners', false])]
    #[TestWith(['shadow', false])]
    #[TestWith(['window', true])]
    public function test_the_ground_becomes_even_and_marks_keep_their_darkness(string $light, bool $groundIsDarker): void
    {
        $in = self::lit($light, $groundIsDarker);
        $out = Lighting::flatten($in, 40.0, $groundIsDarker);
        $ground = $mark = [];
        for ($y = 12; $y < self::SIZE[1] - 12; $y += 3) {
            for ($x = 12; $x < self::SIZE[0] - 12; $x += 3) {
                $value = $out->at($x, $y) >> 16 & 255;
                if (self::isMark($x, $y)) {
                    $mark[] = $value;
                } elseif (! self::isNearMark($x, $y)) {
                    $ground[] = $value;
                }
            }
        }
        $spread = fn (array $values): float => (self::part($values, 0.95) - self::part($values, 0.05)) / self::part($values, 0.5);
        self::assertGreaterThan(100, count($ground));
        self::assertLessThan(0.08, $spread($ground), 'the ground');
        // What was 4 times as dark, or as light, still is.
        $ratio = self::part($mark, 0.5) / self::part($ground, 0.5);
        self::assertEqualsWithDelta($groundIsDarker ? 4.0 : 0.25, $ratio, $groundIsDarker ? 0.7 : 0.06);
    }

    /** Each channel has its own light: a warm lamp at one side does not tint the paper. */
    /** Light whose logarithm is bent in every way, and a mark under which nothing is seen of it. */
    public function test_the_light_under_a_mark_is_bent_as_around_it(): void
    {
        foreach ([[0.3, 0, 0, 0, 0], [0, 0.4, 0, 0, 0], [0, 0, -0.5, 0, 0], [0, 0, 0, 0.4, 0], [0, 0, 0, 0, -0.5], [0.2, -0.3, -0.2, 0.25, -0.3]] as $bent) {
            [$u1, $v1, $uu, $uv, $vv] = $bent;
            $light = $clean = [];
            for ($y = 0; $y < 60; $y++) {
                for ($x = 0; $x < 80; $x++) {
                    [$u, $v] = [2 * ($x + 0.5) / 80 - 1, 2 * ($y + 0.5) / 60 - 1];
                    $light[] = (int) (30000 * exp($u1 * $u + $v1 * $v + $uu * $u * $u + $uv * $u * $v + $vv * $v * $v));
                    $clean[] = $x >= 36 && $x < 74 && $y >= 26 && $y < 56 ? 0 : 1;
                }
            }
            $seen = array_map(fn (int $value, int $isClean): int => $isClean * $value, $light, $clean);
            $worst = max(array_map(fn (int $found, int $is): float => abs($found / $is - 1), LightBeneath::of($seen, $clean, 80, 60), $light));
            self::assertLessThan(0.02, $worst, implode(' ', $bent));
        }
    }

    public function test_tinted_light_is_taken_off_channel_by_channel(): void
    {
        $in = Pictures::bitmap(...[...self::SIZE, fn (int $x, int $y): int => (int) (230 * (1 - 0.2 * $x / 240)) << 24 | (int) (220 * (1 - 0.4 * $x / 240)) << 16 | (int) (200 * (1 - 0.6 * $x / 240)) << 8 | 255]);
        $out = Lighting::flatten($in, 40.0, false);
        $left = $out->at(20, 90);
        $right = $out->at(220, 90);
        foreach ([24, 16, 8] as $shift) {
            self::assertEqualsWithDelta($left >> $shift & 255, $right >> $shift & 255, 6, "channel {$shift}");
        }
    }

    public function test_even_light_changes_nothing_to_speak_of_and_alpha_never(): void
    {
        $in = Pictures::bitmap(...[...self::SIZE, fn (int $x, int $y): int => self::isMark($x, $y) ? 0x303030FF : ($x > 200 ? 0xC8C8C800 : 0xC8C8C8FF)]);
        $out = Lighting::flatten($in, 40.0, false);
        foreach ($in->pixels as $i => $p) {
            self::assertSame($p & 255, $out->pixels[$i] & 255);
            if (($p & 255) > 0) {
                self::assertEqualsWithDelta($p >> 24, $out->pixels[$i] >> 24, 8, "pixel {$i}");
            }
        }
    }

    /** Pictures so small that there is nothing to measure come back all the same. */
    #[TestWith([1, 1])]
    #[TestWith([3, 2])]
    #[TestWith([200, 1])]
    public function test_small_pictures(int $width, int $height): void
    {
        $out = Lighting::flatten(Bitmap::ofColour($width, $height, 0x808080FF), 40.0, false);
        self::assertSame([$width, $height], [$out->width, $out->height]);
        foreach ($out->pixels as $p) {
            self::assertEqualsWithDelta(128, $p >> 24, 6);
        }
    }

    private static function lit(string $light, bool $groundIsDarker): Bitmap
    {
        [$width, $height] = self::SIZE;

        return Pictures::bitmap($width, $height, function (int $x, int $y) use ($light, $groundIsDarker, $width, $height): int {
            $factor = match ($light) {
                'window' => 1 - 0.55 * $x / $width,
                'corners' => 1 - 0.5 * (hypot($x - $width / 2, $y - $height / 2) / hypot($width / 2, $height / 2)) ** 2,
                default => 1 - 0.35 / (1 + exp(-($x + $y - 210) / 14)),
            };
            $paper = self::isMark($x, $y) === $groundIsDarker ? 236.0 : 59.0;

            return Pictures::grey((int) ($paper * $factor));
        });
    }

    private static function isMark(int $x, int $y): bool
    {
        return $x % 60 > 24 && $x % 60 < 38 && $y % 60 > 20 && $y % 60 < 40;
    }

    private static function isNearMark(int $x, int $y): bool
    {
        return $x % 60 > 20 && $x % 60 < 42 && $y % 60 > 16 && $y % 60 < 44;
    }

    /**
     * The value that so many lie below.
     *
     * @param  list<int>  $values
     */
    private static function part(array $values, float $part): int
    {
        sort($values);

        return $values[(int) ($part * (count($values) - 1))];
    }
}
