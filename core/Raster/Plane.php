<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

use InvalidArgumentException;

/** One channel of 16 bits: 0 (nothing) to 65535 (full), row by row from the top left. */
final readonly class Plane
{
    public const FULL = 65535;

    /**
     * @param  array<int, int>  $values  width · height ints, 0–65535
     */
    public function __construct(public int $width, public int $height, public array $values)
    {
        if ($width < 1 || $height < 1 || count($values) !== $width * $height) {
            throw new InvalidArgumentException("A plane of {$width} × {$height} cannot hold ".count($values).' values.');
        }
    }

    /** @param  string  $bytes  width · height little-endian 16-bit values */
    public static function fromBytes(int $width, int $height, string $bytes): self
    {
        return new self($width, $height, Bytes::toValues($bytes));
    }

    /** @return string width · height little-endian 16-bit values */
    public function toBytes(): string
    {
        return Bytes::fromValues($this->values);
    }

    public function at(int $x, int $y): int
    {
        return $this->values[$y * $this->width + $x];
    }

    /** Sum of all values: the ink of the whole plane, in 1/65535 of a pixel. */
    public function total(): int
    {
        return (int) array_sum($this->values);
    }
}
