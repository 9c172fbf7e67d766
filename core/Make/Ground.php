<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make;

use Yarrowfog\Core\Chance;

/** What a find lies on when the sample camera looks at it. */
interface Ground
{
    /**
     * @param  float  $s  px a mm
     * @return array<int, int> 0xRRGGBB, row by row
     */
    public function paint(int $width, int $height, float $s, Chance $chance): array;
}
