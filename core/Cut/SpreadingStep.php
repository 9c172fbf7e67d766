<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

/** A step whose effect reaches beyond the picture: room is made for it first, so that nothing is cut off. */
interface SpreadingStep extends Step
{
    /**
     * px to add at each side.
     *
     * @return array{int, int, int, int} left, top, right, bottom
     */
    public function room(): array;
}
