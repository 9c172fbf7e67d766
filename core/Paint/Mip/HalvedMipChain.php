<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Mip;

use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Resampler;
use Yarrowfog\Core\Tip\Frame;

/** An image pyramid made as it is asked for (Williams, "Pyramidal Parametrics", 1983). */
final class HalvedMipChain implements MipChain
{
    /** px; a smaller level would save nothing. */
    private const SMALLEST = 8;

    /** @var non-empty-list<array{int, int}> */
    private array $sizes;

    /** @var array<int, Frame> */
    private array $frames;

    public function __construct(Frame $frame)
    {
        $this->frames = [$frame];
        $this->sizes = self::sizes($frame->ink->width, $frame->ink->height);
    }

    /** @return non-empty-list<array{int, int}> width and height of each level */
    public static function sizes(int $width, int $height): array
    {
        $sizes = [[$width, $height]];
        while (min($width, $height) >= 2 * self::SMALLEST) {
            $width = intdiv($width + 1, 2);
            $height = intdiv($height + 1, 2);
            $sizes[] = [$width, $height];
        }

        return $sizes;
    }

    public function count(): int
    {
        return count($this->sizes);
    }

    public function size(int $level): array
    {
        return $this->sizes[$level];
    }

    public function frame(int $level): Frame
    {
        return $this->frames[$level] ??= $this->halve($this->frame($level - 1), $this->sizes[$level]);
    }

    /** @param  array{int, int}  $size */
    private function halve(Frame $frame, array $size): Frame
    {
        $resampler = new Resampler(Filter::Area);

        return new Frame(
            $resampler->plane($frame->ink, $size[0], $size[1]),
            $frame->colours === null ? null : $resampler->bitmap($frame->colours, $size[0], $size[1]),
        );
    }
}
