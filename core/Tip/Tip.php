<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Tip;

use Yarrowfog\Core\Raster\Bitmap;

/** What a brush prints: one frame, or several that take turns. */
final readonly class Tip
{
    /** px of a tip's longer side. */
    public const LARGEST = 4096;

    /** Frames that take turns. */
    public const MOST_FRAMES = 32;

    /**
     * @param  non-empty-list<Frame>  $frames
     */
    public function __construct(public TipKind $kind, public array $frames)
    {
    }

    public static function fromPicture(Bitmap $picture, TipKind $kind): self
    {
        return new self($kind, [Frame::fromPicture($picture, $kind)]);
    }
}
