<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

/** A stencil and the px of it that the picture itself takes up, which are no whole numbers. */
final readonly class SizedStencil
{
    public function __construct(public Stencil $stencil, public float $pxAcross, public float $pxDown)
    {
    }
}
