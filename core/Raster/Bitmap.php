<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

use InvalidArgumentException;

/**
 * A picture of straight (not premultiplied) RGBA, 8 bits a channel.
 *
 * One int a pixel, 0xRRGGBBAA, row by row from the top left.
 */
final readonly class Bitmap
{
    /**
     * @param  array<int, int>  $pixels  width · height ints, 0xRRGGBBAA
     */
    public function __construct(public int $width, public int $height, public array $pixels)
    {
        if ($width < 1 || $height < 1 || count($pixels) !== $width * $height) {
            throw new InvalidArgumentException("A bitmap of {$width} × {$height} cannot hold ".count($pixels).' pixels.');
        }
    }

    /**
     * @param  string  $rgba  width · height · 4 bytes
     */
    public static function fromBytes(int $width, int $height, string $rgba): self
    {
        return new self($width, $height, Bytes::toPixels($rgba));
    }

    public static function ofColour(int $width, int $height, int $pixel = 0): self
    {
        return new self($width, $height, array_fill(0, $width * $height, $pixel));
    }

    /** @return string width · height · 4 bytes, R G B A */
    public function toBytes(): string
    {
        return Bytes::fromPixels($this->pixels);
    }

    public function at(int $x, int $y): int
    {
        return $this->pixels[$y * $this->width + $x];
    }

    public function bounds(): Rect
    {
        return new Rect(0, 0, $this->width, $this->height);
    }

    /** The least area with all that shows; empty where nothing does. */
    public function visible(): Rect
    {
        [$width, $height, $pixels] = [$this->width, $this->height, $this->pixels];
        $all = $width * $height;
        for ($i = 0; $i < $all && ($pixels[$i] & 255) === 0;) {
            $i++;
        }
        if ($i === $all) {
            return new Rect(0, 0, 0, 0);
        }
        for ($last = $all - 1; ($pixels[$last] & 255) === 0;) {
            $last--;
        }
        $top = intdiv($i, $width);
        $bottom = intdiv($last, $width) + 1;
        $left = $width;
        $right = 0;
        for ($y = $top; $y < $bottom; $y++) {
            $row = $y * $width;
            for ($x = 0; $x < $left && ($pixels[$row + $x] & 255) === 0;) {
                $x++;
            }
            $left = $x;
            for ($x = $width; $x > $right && ($pixels[$row + $x - 1] & 255) === 0;) {
                $x--;
            }
            $right = $x;
        }

        return Rect::between($left, $top, $right, $bottom);
    }

    /** The part inside `$area`; what lies outside the picture is transparent. */
    public function crop(Rect $area): self
    {
        if ($area->toArray() === $this->bounds()->toArray()) {
            return $this;
        }
        $inside = $area->intersect($this->bounds());
        $out = array_fill(0, $area->width * $area->height, 0);
        $pixels = $this->pixels;
        for ($y = $inside->y; $y < $inside->bottom(); $y++) {
            $to = ($y - $area->y) * $area->width + $inside->x - $area->x;
            $from = $y * $this->width + $inside->x;
            for ($last = $from + $inside->width; $from < $last; $from++) {
                $out[$to] = $pixels[$from];
                $to++;
            }
        }

        return new self($area->width, $area->height, $out);
    }
}
