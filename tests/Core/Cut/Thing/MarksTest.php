<?php

declare(strict_types=1);

namespace Tests\Core\Cut\Thing;

use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Cut\Thing\Marks;
use Yarrowfog\Core\Form\HandStroke;

final class MarksTest extends TestCase
{
    /** @param  array<int, int>  $said */
    private static function drawn(array $said, int $width): string
    {
        return implode("\n", array_map(fn (array $row): string => implode('', array_map(fn (int $v): string => ['.', '#', '-'][$v], $row)), array_chunk($said, max(1, $width))));
    }

    public function test_a_box_says_what_lies_outside_and_a_later_stroke_goes_over_an_earlier_one(): void
    {
        $stroke = fn (bool $shows, float $x, float $y): HandStroke => new HandStroke($shows, 0.2, 0, false, [[0.0, $x, $y, 1.0]]);
        self::assertSame("----------\n-......---\n-..##..---\n-..##..---\n-......---\n----------", self::drawn(self::said(new Marks([[0.1, 1 / 6], [0.7, 5 / 6]], [$stroke(true, 0.4, 0.5)]), 10, 6), 10));
        self::assertSame("..........\n..........\n...##.....\n...##.....\n..........\n..........", self::drawn(self::said(new Marks([], [$stroke(false, 0.4, 0.5), $stroke(true, 0.4, 0.5)]), 10, 6), 10));
        self::assertSame("..........\n..........\n...--.....\n...--.....\n..........\n..........", self::drawn(self::said(new Marks([], [$stroke(true, 0.4, 0.5), $stroke(false, 0.4, 0.5)]), 10, 6), 10));
    }

    public function test_a_stroke_is_drawn_along_its_way_and_as_wide_as_it_is_pressed(): void
    {
        $samples = [[0.0, 0.0, 0.5, 1.0], [10.0, 1.0, 0.5, 1.0]];
        $full = self::said(new Marks([], [new HandStroke(true, 0.2, 0, true, $samples)]), 20, 10);
        self::assertSame(20, array_sum(array_slice($full, 80, 20)));
        self::assertSame(20, array_sum(array_slice($full, 100, 20)));
        $light = self::said(new Marks([], [new HandStroke(true, 0.2, 0, true, [[0.0, 0.0, 0.55, 0.0], [10.0, 1.0, 0.55, 0.0]])]), 20, 10);
        self::assertSame(0, array_sum(array_slice($light, 80, 20)));
        self::assertGreaterThan(15, array_sum(array_slice($light, 100, 20)));
    }

    public function test_a_mark_outside_of_the_picture_says_nothing(): void
    {
        $marks = new Marks([], [new HandStroke(true, 0.05, 0, false, [[0.0, 3.0, -2.0, 1.0], [5.0, 4.0, -2.0, 1.0]])]);
        self::assertSame(0, array_sum(self::said($marks, 40, 30)));
        self::assertFalse($marks->sayNothing());
        self::assertTrue((new Marks([[0.2, 0.2]], []))->sayNothing(), 'one corner is no area');
    }

    public function test_a_rough_outline_says_what_lies_around_it(): void
    {
        $said = self::said(new Marks([[0.5, 0.0], [1.0, 1.0], [0.0, 1.0]], []), 40, 40);
        self::assertSame([Marks::NOT_THIS, Marks::FREE, Marks::NOT_THIS], [$said[5 * 40 + 5], $said[30 * 40 + 20], $said[5 * 40 + 35]]);
    }

    /** @return array<int, int> */
    private static function said(Marks $marks, int $width, int $height): array
    {
        return array_replace($marks->around($width, $height), $marks->drawn($width, $height));
    }
}
