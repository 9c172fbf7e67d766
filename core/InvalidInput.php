<?php

declare(strict_types=1);

namespace Yarrowfog\Core;

use InvalidArgumentException;

/**
 * A value from outside that the engine cannot take. The message is one sentence
 * for the painter; `$key` names the value that caused it, in dotted form
 * ("settings.size.base").
 */
final class InvalidInput extends InvalidArgumentException
{
    public function __construct(public readonly string $key, string $message)
    {
        parent::__construct($message);
    }
}
