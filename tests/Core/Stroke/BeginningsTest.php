<?php

declare(strict_types=1);

namespace Tests\Core\Stroke;

use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Stroke\Swatch;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Beginnings;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Practice\Movements;

final class BeginningsTest extends TestCase
{
    public function test_every_beginning_paints_and_each_otherwise(): void
    {
        $brush = BrushSettings::read(['inks' => ['main' => '#803020']]);
        $painted = [];
        foreach (array_keys(Beginnings::all()) as $name) {
            $begun = Beginnings::of($name, $brush);
            self::assertSame('#803020', $begun->mainInk->toHex());
            $ground = Swatch::ground($begun, 240, 90);
            $picture = Swatch::paint(Pictures::roundTip(), $begun, [Movements::swell(new Rect(20, 20, 200, 50))], 1, 240, 90, $ground);
            self::assertNotSame(hash('xxh64', $ground === null ? str_repeat("\0", 240 * 90 * 4) : $ground->toBytes()), hash('xxh64', $picture->toBytes()), "{$name} does something");
            $painted[] = hash('xxh64', $picture->toBytes());
        }
        self::assertCount(9, array_unique($painted));
    }

    public function test_a_beginning_that_is_none_is_told(): void
    {
        $this->expectException(InvalidInput::class);
        $this->expectExceptionMessage('There is no beginning “airship”');
        Beginnings::of('airship', BrushSettings::standard());
    }
}
