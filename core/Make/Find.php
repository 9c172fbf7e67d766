<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make;

/** Something found on the tide line, drawn by code: what the sample scanner and camera look at. */
interface Find
{
    /** @return array{float, float} mm, width and height */
    public function size(): array;

    /**
     * Draws it in the middle of the scene.
     *
     * @param  float  $s  px a mm
     */
    public function draw(Scene $scene, float $s): void;
}
