<?php

declare(strict_types=1);

namespace App\Pictures;

use Yarrowfog\Core\Raster\Bitmap;

/** A decoded picture: upright, sRGB, straight RGBA bytes. */
final readonly class Picture
{
    /** @param  string  $rgba  width · height · 4 bytes */
    public function __construct(public int $width, public int $height, public string $rgba, public ?int $dpi)
    {
    }

    public function bitmap(): Bitmap
    {
        return Bitmap::fromBytes($this->width, $this->height, $this->rgba);
    }
}
