<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format\Bundle;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\JsonValue;

/** A tooth of one's own in a bundle: heights as a grey PNG of 16 bits. */
final readonly class BundledTooth implements JsonValue
{
    /**
     * @param  int  $side  px
     * @param  array<string, mixed>  $beyond  what a newer version of the format says of it
     */
    public function __construct(public string $name, public string $path, public int $side, public array $beyond = [])
    {
    }

    /**
     * @param  mixed  $json  {"name": …, "path": …, "side": 512}
     *
     * @throws InvalidInput
     */
    public static function read(mixed $json): self
    {
        $from = JsonReader::of($json);

        return new self(trim($from->text('name', '', 120)), Entry::path($from, 'path'), $from->integer('side', 1, 4096), $from->beyond(['name', 'path', 'side']));
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['name' => $this->name, 'path' => $this->path, 'side' => $this->side, ...$this->beyond];
    }
}
