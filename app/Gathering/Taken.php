<?php

declare(strict_types=1);

namespace App\Gathering;

use Yarrowfog\Core\Raster\Bitmap;

/** A picture that came in by one of the ways. */
final readonly class Taken
{
    /** @param  bool  $isPhoto  whether it is kept as a JPEG, as devices give it, or as a PNG */
    public function __construct(public Bitmap $picture, public ?int $dpi, public bool $isPhoto)
    {
    }
}
