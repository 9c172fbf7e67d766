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
    public readonly string $key;

    /** Bytes of a file that are no UTF-8 may stand in both, and are replaced: a sentence can always be told. */
    public function __construct(string $key, string $message)
    {
        $this->key = mb_scrub($key, 'UTF-8');
        parent::__construct(mb_scrub($message, 'UTF-8'));
    }
}
