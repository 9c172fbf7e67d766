<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Tip;

use Yarrowfog\Core\Raster\Bitmap;

/** What a brush prints: one frame so far, several that take turns when frames come. */
final readonly class Tip
{
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
