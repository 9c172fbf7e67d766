<?php

declare(strict_types=1);

namespace Tests\Core\Make;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Make\LatticeNoise;

final class LatticeNoiseTest extends TestCase
{
    /** px of a value of the lattice: below two, no finer layer; below one, nothing but the mean. */
    #[TestWith([0.7])]
    #[TestWith([1.0])]
    #[TestWith([1.7])]
    #[TestWith([2.0])]
    #[TestWith([9.3])]
    #[TestWith([500.0])]
    public function test_noise_follows_its_roll_alone_and_lies_about_the_middle(float $size): void
    {
        $noise = LatticeNoise::of(80, 60, $size, new Chance(4));
        self::assertCount(80 * 60, $noise);
        self::assertSame($noise, LatticeNoise::of(80, 60, $size, new Chance(4)));
        self::assertGreaterThanOrEqual(0, min($noise));
        self::assertLessThanOrEqual(65535, max($noise));
        if ($size < 1) {
            self::assertSame([32768], array_values(array_unique($noise)));

            return;
        }
        self::assertNotSame($noise, LatticeNoise::of(80, 60, $size, new Chance(5)));
        if ($size < 10) {
            self::assertEqualsWithDelta(32768, array_sum($noise) / count($noise), 4000);
        }
        // A part of the picture is the beginning of it: nothing hangs on how large it is.
        $part = LatticeNoise::of(33, 10, $size, new Chance(4));
        foreach ($part as $i => $value) {
            self::assertSame($noise[intdiv($i, 33) * 80 + $i % 33], $value);
        }
    }

    /** From one pixel to the next it changes by no more than its cubics rise: 1.5 of the way a value, and twice that at half the strength. */
    public function test_noise_is_smooth(): void
    {
        $size = 12.0;
        $noise = LatticeNoise::of(200, 50, $size, new Chance(2));
        foreach ($noise as $i => $value) {
            if ($i % 200 > 0) {
                self::assertLessThanOrEqual(65535 * (2 * 1.5 / $size + 1.5 / ($size / 2)) / 3 + 2, abs($value - $noise[$i - 1]));
            }
        }
    }

    /** A small picture shows the noise of the large one, made small. */
    public function test_a_quarter_of_the_size_is_the_same_noise(): void
    {
        $large = LatticeNoise::of(160, 120, 40.0, new Chance(6));
        $small = LatticeNoise::of(40, 30, 10.0, new Chance(6));
        foreach ($small as $i => $value) {
            // The middle of a small pixel lies between four of the large ones.
            $at = (intdiv($i, 40) * 4 + 1) * 160 + $i % 40 * 4 + 1;
            $mean = ($large[$at] + $large[$at + 1] + $large[$at + 160] + $large[$at + 161]) / 4;
            self::assertEqualsWithDelta($mean, $value, 300);
        }
    }

    /** Where noise is wanted in some places only, it is the same there, and nothing elsewhere. */
    #[TestWith([3.0])]
    #[TestWith([11.0])]
    public function test_noise_in_some_places_only(float $size): void
    {
        $where = array_map(fn (int $i): int => $i * 37 % 11, range(0, 70 * 20 - 1));
        $all = LatticeNoise::rows(70, $size, new Chance(9));
        $some = LatticeNoise::rows(70, $size, new Chance(9), $where, 6);
        for ($y = 0; $y < 20; $y++) {
            $row = $all($y);
            foreach ($some($y) as $x => $value) {
                $figure = $where[$y * 70 + $x];
                self::assertSame($figure > 0 && $figure <= 6 ? $row[$x] : 0, $value);
            }
        }
    }
}
