<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Tip;
use App\Store\Derived;
use App\Store\Kept;
use Yarrowfog\Core\Paint\Levels;

/** Tips of the library, ready for the engine. */
final readonly class TipRack
{
    public function __construct(private Kept $kept, private Derived $derived)
    {
    }

    public function levels(Tip $tip): Levels
    {
        return new TipLevels($tip->hash, $tip->kind, $tip->width, $tip->height, $this->kept, $this->derived);
    }
}
