<?php

declare(strict_types=1);

namespace Tests\Core\Make;

use PHPUnit\Framework\TestCase;
use Tests\Core\Golden;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Make\Finds;
use Yarrowfog\Core\Make\Growth;
use Yarrowfog\Core\Make\Recipe;
use Yarrowfog\Core\Make\SampleCamera;
use Yarrowfog\Core\Make\SampleScanner;
use Yarrowfog\Core\Make\Shapes;
use Yarrowfog\Core\Make\Teeth;
use Yarrowfog\Core\Raster\Bitmap;

/** Sheets of what is made by code, as it looked when it was good. */
final class GoldenMadeTest extends TestCase
{
    private const FOLDER = __DIR__.'/golden';

    private const CELL = 160;

    public function test_what_lies_on_the_scanner(): void
    {
        $finds = array_map(fn (string $find): Bitmap => self::made(SampleScanner::class, ['find' => $find, 'roll' => 3, 'dust' => 0.4]), array_keys(Finds::ALL));
        $finds[] = self::made(SampleScanner::class, ['find' => 'feather', 'roll' => 4, 'lid' => 'open, dark behind', 'skew' => 12]);
        self::assertLooksAs('scanned', $finds);
    }

    public function test_what_stands_before_the_camera(): void
    {
        self::assertLooksAs('photographed', array_map(fn (string $find): Bitmap => self::made(SampleCamera::class, ['find' => $find, 'roll' => 5]), ['net', 'shell', 'torn paper', 'ink mark']));
    }

    public function test_teeth(): void
    {
        self::assertLooksAs('teeth', array_map(function (string $name): Bitmap {
            $tooth = Teeth::named($name) ?? self::fail($name);

            return new Bitmap($tooth->width, $tooth->height, array_map(fn (int $v): int => ($v >> 8) * 0x1010100 | 255, $tooth->values));
        }, Teeth::names()));
    }

    public function test_plants(): void
    {
        $plants = array_map(fn (string $plant): Bitmap => self::made(Growth::class, ['plant' => $plant, 'roll' => 2]), ['grass tuft', 'twig', 'frond', 'weed', 'coral']);
        $plants[] = self::made(Growth::class, ['plant' => 'twig', 'roll' => 2, 'tones' => 'greens', 'droop' => 0.6, 'leaf' => 0.8, 'bend' => 2.0, 'taper' => 0.9]);
        self::assertLooksAs('plants', $plants);
    }

    public function test_shapes(): void
    {
        $shapes = ['ellipse', 'polygon', 'star', 'ring', 'bar', 'arc', 'blob', 'cross', 'drop'];
        $made = array_map(fn (string $shape): Bitmap => self::made(Shapes::class, ['shape' => $shape, 'flat' => 0.7, 'turn' => 20, 'soft' => in_array($shape, ['polygon', 'star', 'bar', 'cross'], true) ? 0.4 : 0.0]), $shapes);
        foreach (['star', 'blob', 'ring'] as $shape) {
            $made[] = self::made(Shapes::class, ['shape' => $shape, 'many' => 'a cluster', 'roll' => 7, 'greys' => 0.5]);
        }
        self::assertLooksAs('shapes', $made);
    }

    /**
     * @param  class-string<Recipe>  $recipe
     * @param  array<string, mixed>  $numbers
     */
    private static function made(string $recipe, array $numbers): Bitmap
    {
        return $recipe::make(FieldValues::read($recipe::params(), JsonReader::of($numbers)), self::CELL);
    }

    /** @param  list<Bitmap>  $pictures  the upper left of each, in a row of its own length */
    private static function assertLooksAs(string $name, array $pictures): void
    {
        $width = count($pictures) * self::CELL;
        $pixels = array_fill(0, $width * self::CELL, 0);
        foreach ($pictures as $n => $picture) {
            for ($y = 0; $y < min(self::CELL, $picture->height); $y++) {
                for ($x = 0; $x < min(self::CELL, $picture->width); $x++) {
                    $pixels[$y * $width + $n * self::CELL + $x] = $picture->at($x, $y);
                }
            }
        }
        Golden::assertLooksAs(self::FOLDER."/{$name}.png", new Bitmap($width, self::CELL, $pixels));
    }
}
