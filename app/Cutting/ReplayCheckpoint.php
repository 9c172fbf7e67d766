<?php

declare(strict_types=1);

namespace App\Cutting;

use Yarrowfog\Core\Cut\Replay;

/** A replay at hand, and what it is of. */
final readonly class ReplayCheckpoint
{
    /** @param  string  $key  of the source and the steps that were taken */
    public function __construct(public string $key, public Replay $replay)
    {
    }
}
