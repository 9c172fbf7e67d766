<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

/** Looks for one thing that would spoil the print. */
interface Check
{
    public function look(CutResult $cut): ?Finding;
}
