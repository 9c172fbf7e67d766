<?php

declare(strict_types=1);

namespace Tests\Core\Colour;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Colour\ColourName;
use Yarrowfog\Core\Colour\Oklch;
use Yarrowfog\Core\Colour\Srgb;

final class ColourNameTest extends TestCase
{
    /** Colours as CSS names them, and the words that people use for them. */
    #[TestWith(['#000000', 'black'])]
    #[TestWith(['#101418', 'black'])]
    #[TestWith(['#808080', 'grey'])]
    #[TestWith(['#ffffff', 'white'])]
    #[TestWith(['#ff0000', 'red'])]
    #[TestWith(['#8b0000', 'red'])]
    #[TestWith(['#ffa500', 'orange'])]
    #[TestWith(['#8b4513', 'brown'])]
    #[TestWith(['#5c4033', 'brown'])]
    #[TestWith(['#ffff00', 'yellow'])]
    #[TestWith(['#008000', 'green'])]
    #[TestWith(['#00ff00', 'green'])]
    #[TestWith(['#008080', 'teal'])]
    #[TestWith(['#24434c', 'teal'])]
    #[TestWith(['#0000ff', 'blue'])]
    #[TestWith(['#4169e1', 'blue'])]
    #[TestWith(['#800080', 'violet'])]
    #[TestWith(['#8a2be2', 'violet'])]
    #[TestWith(['#ff69b4', 'pink'])]
    #[TestWith(['#ffc0cb', 'pink'])]
    public function test_colours_have_the_words_that_people_use(string $hex, string $word): void
    {
        self::assertSame($word, ColourName::of(Srgb::fromHex($hex)));
    }

    public function test_every_colour_has_a_word_and_every_word_a_colour(): void
    {
        $words = [];
        for ($hue = 0; $hue < 360; $hue += 3) {
            foreach ([0.1, 0.35, 0.5, 0.7, 0.97] as $lightness) {
                foreach ([0.0, 0.05, 0.16] as $chroma) {
                    $words[ColourName::of((new Oklch($lightness, $chroma, $hue))->toSrgb())] = true;
                }
            }
        }
        self::assertSame([], array_diff(ColourName::ALL, array_keys($words)));
        self::assertSame([], array_diff(array_keys($words), ColourName::ALL));
    }
}
