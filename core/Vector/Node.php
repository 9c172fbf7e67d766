<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Vector;

/** A place where one curve ends and the next begins. */
final readonly class Node
{
    /**
     * @param  float  $x  px
     * @param  float  $y  px
     * @param  ?array{float, float}  $along  the direction both curves have there, of length 1; none at a corner
     */
    public function __construct(public float $x, public float $y, public ?array $along)
    {
    }
}
