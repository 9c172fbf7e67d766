<?php

declare(strict_types=1);

namespace Tests\Core\Make;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Cut\Thing\Surroundings;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Make\Grounds;
use Yarrowfog\Core\Make\SampleCamera;

final class GroundsTest extends TestCase
{
    /** @return array<string, array{string}> */
    public static function names(): array
    {
        return array_combine(array_keys(Grounds::ALL), array_map(fn (string $name): array => [$name], array_keys(Grounds::ALL)));
    }

    #[DataProvider('names')]
    public function test_a_ground_fills_any_picture_the_same_way_each_time_and_is_not_of_one_colour(string $name): void
    {
        foreach ([[120, 80, 4.0], [7, 3, 9.5], [64, 64, 0.4]] as [$width, $height, $s]) {
            $pixels = Grounds::named($name)->paint($width, $height, $s, new Chance(3));
            self::assertCount($width * $height, $pixels);
            self::assertGreaterThanOrEqual(0, min($pixels));
            self::assertLessThanOrEqual(0xFFFFFF, max($pixels));
            self::assertSame($pixels, Grounds::named($name)->paint($width, $height, $s, new Chance(3)));
        }
        $large = Grounds::named($name)->paint(200, 150, 5.0, new Chance(3));
        self::assertGreaterThan(20, count(array_unique($large)));
        self::assertNotSame($large, Grounds::named($name)->paint(200, 150, 5.0, new Chance(4)), 'another roll is another ground');
    }

    public function test_the_camera_looks_at_what_a_find_lies_on(): void
    {
        $photo = fn (string $ground) => SampleCamera::make(FieldValues::read(SampleCamera::params(), JsonReader::of(['find' => 'shell', 'ground' => $ground, 'light' => 0, 'noise' => 0, 'lean' => 0, 'roll' => 2])), 320);
        self::assertSame(Surroundings::PAPER, Surroundings::of($photo(Grounds::TABLE))->kind);
        $grass = $photo('grass');
        self::assertSame(Surroundings::SCENE, Surroundings::of($grass)->kind);
        // Green at the corner, the shell in the middle.
        $corner = $grass->crop(new \Yarrowfog\Core\Raster\Rect(0, 0, 40, 40));
        self::assertGreaterThan(array_sum(array_map(fn (int $p): int => $p >> 24, $corner->pixels)), array_sum(array_map(fn (int $p): int => $p >> 16 & 255, $corner->pixels)));
        $middle = $grass->at(160, 130);
        self::assertGreaterThan($middle >> 16 & 255, $middle >> 24);
    }
}
