<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/** A part of a sheet: a rectangle of whole pixels, or what a free outline goes round. */
final readonly class Region
{
    /** Points of an outline, at most. */
    public const MOST_POINTS = 4000;

    /**
     * @param  Rect  $area  the smallest rectangle around it
     * @param  non-empty-list<array{float, float}>|null  $outline  closed, px of the sheet; null where all of the rectangle belongs to it
     */
    private function __construct(public Rect $area, public ?array $outline = null)
    {
    }

    public static function box(Rect $area): self
    {
        return new self($area);
    }

    /** @param  non-empty-list<array{float, float}>  $outline  closed, px of the sheet */
    public static function outlined(array $outline): self
    {
        $xs = array_column($outline, 0);
        $ys = array_column($outline, 1);

        return new self(Rect::between((int) floor(min($xs)), (int) floor(min($ys)), (int) ceil(max($xs)), (int) ceil(max($ys))), $outline);
    }

    /** What of it lies inside of a rectangle. */
    public function intersect(Rect $bounds): self
    {
        return new self($this->area->intersect($bounds), $this->outline);
    }

    /** @return array<int, int>|null how much of each pixel of its rectangle belongs to it, 0–65535; null where all of all does */
    public function coverage(): ?array
    {
        if ($this->outline === null || $this->area->isEmpty()) {
            return null;
        }

        return Polygon::fill([array_map(fn (array $at): array => [$at[0] - $this->area->x, $at[1] - $this->area->y], $this->outline)], $this->area->width, $this->area->height);
    }

    /** Pixels of its rectangle, as far as they belong to it: alpha is taken out by the share of a pixel that lies outside. */
    public function cut(DeepBitmap $pixels): DeepBitmap
    {
        $mask = (int) DeepBitmap::CHANNEL;
        $coverage = $this->coverage();
        if ($coverage === null) {
            return $pixels;
        }
        $words = $pixels->words;
        foreach ($coverage as $i => $share) {
            if ($share < 65535) {
                $word = $words[$i];
                $words[$i] = $share === 0 ? 0
                    : self::part($word >> 45 & $mask, $share) << 45 | self::part($word >> 30 & $mask, $share) << 30
                    | self::part($word >> 15 & $mask, $share) << 15 | self::part($word & $mask, $share);
            }
        }

        return new DeepBitmap($pixels->width, $pixels->height, $words);
    }

    private static function part(int $channel, int $share): int
    {
        return intdiv($channel * $share + 32767, 65535);
    }
}
