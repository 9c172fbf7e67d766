<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Layer;

/** The order of a stroke while its pieces come. */
final readonly class LiveOrder
{
    /**
     * @param  string  $digest  of the words in which the page gave it
     * @param  string  $summary  of the order
     */
    public function __construct(public string $digest, public StrokeRequest $order, public string $summary, public Layer $layer)
    {
    }
}
