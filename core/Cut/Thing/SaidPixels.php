<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

/** What marks say of each pixel of a picture: their area, and over it their strokes. */
final readonly class SaidPixels
{
    /** @var array<int, int> Marks::FREE, THIS or NOT_THIS, row by row */
    public array $pixels;

    /** The same, a digit for each. */
    public string $text;

    /** @param  array<int, int>  $drawn  by pixel, what strokes say, where they went */
    public function __construct(AreaSaid $area, public array $drawn)
    {
        [$pixels, $text] = [$area->pixels, $area->text];
        foreach ($drawn as $i => $what) {
            $pixels[$i] = $what;
            $text[$i] = (string) $what;
        }
        $this->pixels = $pixels;
        $this->text = $text;
    }
}
