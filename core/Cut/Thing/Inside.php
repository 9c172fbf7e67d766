<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

/** Which pixels of a picture lie inside an outline: as numbers to reckon with, and as a string to search in. */
final readonly class Inside
{
    /**
     * @param  array<int, int>  $pixels  1 or 0 for each, row by row
     * @param  string  $text  the same, a digit for each
     * @param  int  $area  px inside
     */
    private function __construct(public int $width, public int $height, public array $pixels, public string $text, public int $area)
    {
    }

    /** @param  array<int, int>  $pixels  1 or 0 for each, row by row */
    public static function of(array $pixels, int $width, int $height): self
    {
        return new self($width, $height, $pixels, implode('', $pixels), array_sum($pixels));
    }

    /** @param  list<int>  $pixels  those inside */
    public static function only(array $pixels, int $width, int $height): self
    {
        return (new self($width, $height, array_fill(0, $width * $height, 0), str_repeat('0', $width * $height), 0))->flip($pixels);
    }

    /** @param  list<int>  $flipped  pixels that are on the other side from now on, each named once */
    public function flip(array $flipped): self
    {
        [$pixels, $text, $area] = [$this->pixels, $this->text, $this->area];
        foreach ($flipped as $i) {
            $in = 1 - $pixels[$i];
            $pixels[$i] = $in;
            $text[$i] = $in === 1 ? '1' : '0';
            $area += 2 * $in - 1;
        }

        return new self($this->width, $this->height, $pixels, $text, $area);
    }
}
