<?php

declare(strict_types=1);

namespace App\Work;

use RuntimeException;

/** The painter has called a long piece of work off. */
final class CalledOff extends RuntimeException
{
    public function __construct()
    {
        parent::__construct('Called off. Nothing was changed.');
    }
}
