<?php

declare(strict_types=1);

namespace App\Painting;

use Yarrowfog\Core\Paint\PaintedStroke;
use Yarrowfog\Core\Paint\Under;

/** A stroke that is being painted, taken up for its next piece. */
final class StrokeInHand
{
    /**
     * @param  string  $order  what it was ordered with: another order cannot go on with it
     * @param  Under  $under  what it is painted on
     * @param  int  $piece  the number of the last piece
     */
    public function __construct(
        public readonly string $stroke,
        public readonly string $order,
        public readonly PaintedStroke $painted,
        public readonly Under $under,
        public int $piece,
    ) {
    }
}
