<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

/** The thing as far as patches tell it, and what was learned on the way. */
final readonly class FoundPatches
{
    /**
     * @param  array<int, int>  $is  1 for each patch of the thing
     * @param  array<int, float>  $rather  for each colour how much likelier it is the thing, as a natural logarithm
     * @param  array<int, float>  $lean  what marks nearby add to that in each patch
     */
    public function __construct(public array $is, public array $rather, public array $lean)
    {
    }
}
