<?php

declare(strict_types=1);

namespace Tests\Core\Cut\Thing;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Cut\Thing\LabPicture;
use Yarrowfog\Core\Cut\Thing\Models;
use Yarrowfog\Core\Cut\Thing\Palette;
use Yarrowfog\Core\Raster\Bitmap;

final class ModelsTest extends TestCase
{
    private const GROUND = 0;

    private const SHADE = 1;

    private const THING = 2;

    /** A ground, the same with 0.6585 of its light (0.87³), and a thing nearly as dark as that. */
    private static function palette(): Palette
    {
        return Palette::of(LabPicture::of(new Bitmap(3, 1, [0xC87864FF, 0xA56250FF, 0xA15848FF])));
    }

    private static function square(Palette $in, int $one, int $other, float $root): float
    {
        return ($in->l[$one] / $root - $in->l[$other]) ** 2 + ($in->a[$one] / $root - $in->a[$other]) ** 2 + ($in->b[$one] / $root - $in->b[$other]) ** 2;
    }

    /** Each cloud is of one colour, σ² = 100 in every direction: a px that is `d` off costs d² / 200. */
    #[TestWith([1.0])]
    #[TestWith([0.5])]
    #[TestWith([0.25])]
    public function test_ground_in_shadow_is_told_from_a_thing_by_what_shadows_cost(float $shadows): void
    {
        $palette = self::palette();
        $rather = Models::compare($palette, [0.0, 0.0, 5.0], [5.0, 0.0, 0.0], $palette->none(), 1.0, $shadows);
        $thing = self::square($palette, self::SHADE, self::THING, 1.0) / 200;
        $ground = self::square($palette, self::SHADE, self::GROUND, 0.87) / 200;

        self::assertLessThan(0.2, $ground, 'the shade is the ground with less light');
        self::assertEqualsWithDelta($ground + 1.2 * $shadows - $thing, $rather[self::SHADE], 1e-9);
    }

    public function test_no_colour_alone_decides(): void
    {
        $palette = self::palette();
        $rather = Models::compare($palette, [0.0, 0.0, 5.0], [5.0, 0.0, 0.0], $palette->none(), 1.0);

        self::assertSame(-8.0, $rather[self::GROUND]);
        self::assertGreaterThan($rather[self::SHADE], $rather[self::THING]);
        self::assertLessThanOrEqual(8.0, $rather[self::THING]);
    }

    public function test_the_quantile_counts_each_colour_as_often_as_it_is_there(): void
    {
        self::assertSame(3.0, Models::quantile([5.0, 3.0, 4.0], [1.0, 6.0, 3.0], 0.5));
        self::assertSame(4.0, Models::quantile([5.0, 3.0, 4.0], [1.0, 6.0, 3.0], 0.7));
        self::assertSame(5.0, Models::quantile([5.0, 3.0, 4.0], [1.0, 6.0, 3.0], 0.95));
        self::assertSame(0.0, Models::quantile([5.0, 3.0], [0.0, 0.0], 0.5));
    }
}
