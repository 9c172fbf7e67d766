<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/** A rectangle of whole pixels: x right, y down, right and bottom edges outside. */
final readonly class Rect
{
    public function __construct(public int $x, public int $y, public int $width, public int $height)
    {
    }

    /** From edges; a rectangle turned inside out is empty. */
    public static function between(int $left, int $top, int $right, int $bottom): self
    {
        return new self($left, $top, max(0, $right - $left), max(0, $bottom - $top));
    }

    /**
     * The smallest rectangle around all of some; an empty one around none.
     *
     * @param  array<array-key, self>  $parts
     */
    public static function around(array $parts): self
    {
        return array_reduce($parts, fn (self $all, self $part): self => $all->union($part), new self(0, 0, 0, 0));
    }

    public function right(): int
    {
        return $this->x + $this->width;
    }

    public function bottom(): int
    {
        return $this->y + $this->height;
    }

    public function isEmpty(): bool
    {
        return $this->width <= 0 || $this->height <= 0;
    }

    public function area(): int
    {
        return $this->isEmpty() ? 0 : $this->width * $this->height;
    }

    public function intersect(self $other): self
    {
        return self::between(
            max($this->x, $other->x),
            max($this->y, $other->y),
            min($this->right(), $other->right()),
            min($this->bottom(), $other->bottom()),
        );
    }

    /** The smallest rectangle that holds both; an empty one counts for nothing. */
    public function union(self $other): self
    {
        if ($this->isEmpty()) {
            return $other;
        }
        if ($other->isEmpty()) {
            return $this;
        }

        return self::between(
            min($this->x, $other->x),
            min($this->y, $other->y),
            max($this->right(), $other->right()),
            max($this->bottom(), $other->bottom()),
        );
    }

    public function grow(int $by): self
    {
        return self::between($this->x - $by, $this->y - $by, $this->right() + $by, $this->bottom() + $by);
    }

    public function move(int $dx, int $dy): self
    {
        return new self($this->x + $dx, $this->y + $dy, $this->width, $this->height);
    }

    /** @return array{int, int, int, int} x, y, width, height */
    public function toArray(): array
    {
        return [$this->x, $this->y, $this->width, $this->height];
    }
}
