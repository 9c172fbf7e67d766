<?php

declare(strict_types=1);

use Yarrowfog\Core\Paint\Mip\MipChain;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Tip\Frame;

/** Levels as the application keeps them: bytes, read when they are asked for. */
final class StoredLevels implements MipChain
{
    /** @param  list<array{int, int, string}>  $stored  width, height, bytes */
    public function __construct(private array $stored)
    {
    }

    public function count(): int
    {
        return count($this->stored);
    }

    public function size(int $level): array
    {
        return [$this->stored[$level][0], $this->stored[$level][1]];
    }

    public function frame(int $level): Frame
    {
        return new Frame(Plane::fromBytes(...$this->stored[$level]));
    }
}
