<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use Yarrowfog\Core\Paint\Mip\MipChain;
use Yarrowfog\Core\Raster\Plane;

/** What a brush paints with: the pictures of its tip, its bite and a tooth of its own. */
final readonly class BrushTextures
{
    /**
     * @param  non-empty-list<MipChain>  $frames
     * @param  MipChain|null  $bite  the second tip
     * @param  Plane|null  $tooth  heights 0–65535 that repeat: the tooth “own”, or one of those that are made by code, to save making it
     */
    public function __construct(public array $frames, public ?MipChain $bite = null, public ?Plane $tooth = null)
    {
    }

    public static function of(self|MipChain $tip): self
    {
        return $tip instanceof self ? $tip : new self([$tip]);
    }
}
