<?php

declare(strict_types=1);

namespace Tests\Core\Advice;

use Closure;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Advice\FirstBeginning;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Stroke\Beginnings;

final class FirstBeginningTest extends TestCase
{
    /** @return array<string, array{string, Plane}> */
    public static function shapes(): array
    {
        $shape = fn (Closure $isIn, int $width = 300, int $height = 300): Plane => Pictures::plane($width, $height, fn (int $x, int $y): int => $isIn($x - ($width - 1) / 2, $y - ($height - 1) / 2) ? 65535 : 0);
        $leaf = fn (float $x, float $y): bool => abs($y) < 120 && abs($x) < 60 * (1 - ($y / 120) ** 2) + 9 * sin($y / 5) && (abs($x) > 3 || $y < -60);

        return [
            'a disc' => ['inker', $shape(fn (float $x, float $y): bool => hypot($x, $y) < 130)],
            'an oval nib, slanted' => ['inker', $shape(fn (float $x, float $y): bool => (($x + $y) / 190) ** 2 + (($x - $y) / 60) ** 2 < 1)],
            'a bar' => ['inker', $shape(fn (float $x, float $y): bool => abs($x) < 140 && abs($y) < 12)],
            'a soft dab' => ['inker', Pictures::plane(300, 300, fn (int $x, int $y): int => (int) (65535 * max(0.0, 1 - hypot($x - 150, $y - 150) / 140)))],
            'a soft cloud of two' => ['inker', Pictures::plane(300, 300, fn (int $x, int $y): int => (int) (65535 * min(1.0, exp(-(($x - 100) ** 2 + ($y - 150) ** 2) / 2500) + exp(-(($x - 200) ** 2 + ($y - 150) ** 2) / 2500))))],
            'nothing' => ['inker', $shape(fn (): bool => false)],
            'a ragged leaf with a rib' => ['scatter', $shape($leaf)],
            'a star' => ['scatter', $shape(fn (float $x, float $y): bool => hypot($x, $y) < 60 + 70 * abs(cos(2.5 * atan2($y, $x))))],
            'a ring around a cross' => ['stamp', $shape(fn (float $x, float $y): bool => abs(hypot($x, $y) - 125) < 8 || (hypot($x, $y) < 80 && min(abs($x), abs($y)) < 10))],
            'letters' => ['stamp', $shape(fn (float $x, float $y): bool => abs($y) < 60 && fmod($x + 400, 60) < 18, 400, 160)],
            'a small ring and its dot' => ['stamp', $shape(fn (float $x, float $y): bool => abs(hypot($x, $y) - 20) < 4 || hypot($x, $y) < 8, 60, 60)],
            'crumbs' => ['chalk', $shape(fn (float $x, float $y): bool => hypot($x, $y) < 140 && sin($x * 1.1 + 2 * sin($y / 7)) * sin($y * 1.3 + 2 * sin($x / 9)) > 0.35)],
        ];
    }

    #[DataProvider('shapes')]
    public function test_a_shape_begins_as_what_suits_it(string $beginning, Plane $ink): void
    {
        self::assertSame($beginning, FirstBeginning::of($ink));
        self::assertArrayHasKey($beginning, Beginnings::all());
    }

    public function test_several_frames_are_scattered(): void
    {
        self::assertSame('scatter', FirstBeginning::of(Pictures::plane(40, 40, fn (): int => 65535), 3));
    }
}
