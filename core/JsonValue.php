<?php

declare(strict_types=1);

namespace Yarrowfog\Core;

/** A value that is written as JSON and read from it again. */
interface JsonValue
{
    /**
     * @param  mixed  $json  decoded
     *
     * @throws InvalidInput naming what is wrong
     */
    public static function read(mixed $json): self;

    /** @return array<array-key, mixed> what `read` takes */
    public function toArray(): array;
}
