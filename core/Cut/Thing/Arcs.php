<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

/** Edges of a graph, each as two arcs, there and back, in the order of the nodes that they leave. */
final readonly class Arcs
{
    /**
     * @param  array<int, int>  $first  where the arcs of each node begin, and where those of the last one end
     * @param  array<int, int>  $head  node at the end of each arc
     * @param  array<int, int>  $back  the same arc the other way; of one that is none, itself
     * @param  array<int, int>  $room  what fits through each arc, at least 0; one without room is none
     */
    public function __construct(public array $first, public array $head, public array $back, public array $room)
    {
    }
}
