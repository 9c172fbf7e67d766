<?php

declare(strict_types=1);

namespace Tests\Attack;

/** One request that nobody should send. */
final readonly class HostileInput
{
    /**
     * @param  string  $kind  for the report
     * @param  string  $path  as it is written into the request line, queries too
     * @param  string  $body  of JSON, or of a file
     * @param  array{string, string}|null  $file  field and name, where it is a file
     * @param  self|null  $then  what is asked next where this was taken
     * @param  bool  $always  asked next whatever was answered
     */
    public function __construct(public string $kind, public string $method, public string $path, public string $body = '', public ?array $file = null, public ?self $then = null, public bool $always = false)
    {
    }
}
