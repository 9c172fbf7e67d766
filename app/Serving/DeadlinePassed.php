<?php

declare(strict_types=1);

namespace App\Serving;

use Symfony\Component\HttpKernel\Exception\HttpException;

/** A request that took longer than anybody waits for. */
final class DeadlinePassed extends HttpException
{
    public function __construct(int $seconds)
    {
        parent::__construct(503, "This took longer than {$seconds} s and was stopped. What you made is kept; a smaller size is done sooner.");
    }
}
