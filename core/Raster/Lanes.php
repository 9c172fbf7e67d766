<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/** How several values share an int, so that one addition or multiplication does for all of them. */
enum Lanes
{
    /** Two values of 16 bits in lanes of 32. */
    case Two;

    /** Three values of 11 bits in lanes of 21. */
    case Three;

    /** 1 in each lane. */
    public function ones(): int
    {
        return $this === self::Two ? 1 << 32 | 1 : 1 << 42 | 1 << 21 | 1;
    }

    /** What values may fill of each lane: the rest of it is for what they are multiplied with. */
    public function mask(): int
    {
        return $this === self::Two ? 0xFFFF * $this->ones() : 0x7FF * $this->ones();
    }

    /** Bits of weights that sum up to 1: values multiplied by them stay in their lanes. */
    public function weightBits(): int
    {
        return $this === self::Two ? 14 : 10;
    }
}
