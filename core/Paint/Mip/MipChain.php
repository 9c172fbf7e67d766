<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Mip;

use Yarrowfog\Core\Tip\Frame;

/** The image pyramid of a tip's frame: the frame itself, and the frame halved again and again. */
interface MipChain
{
    /** How many levels there are; the last is 1 px on its shorter side, or nearly. */
    public function count(): int;

    /**
     * px of a level's width and height.
     *
     * @return array{int, int}
     */
    public function size(int $level): array;

    public function frame(int $level): Frame;
}
