<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format\Bundle;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\JsonValue;

/** A set in a bundle: which of its brushes stand on it, in their order. */
final readonly class BundledSet implements JsonValue
{
    private const KEYS = ['name', 'note', 'maker', 'brushes'];

    /**
     * @param  string|null  $maker  place of who made it
     * @param  list<int>  $brushes  which of the bundle's brushes, counted from 0
     * @param  array<string, mixed>  $beyond  what a newer version of the format says of it
     */
    public function __construct(public string $name, public string $note, public ?string $maker, public array $brushes, public array $beyond = [])
    {
    }

    /**
     * @param  mixed  $json  {"name": …, "note": …, "maker": …, "brushes": [0, 1]}
     *
     * @throws InvalidInput
     */
    public static function read(mixed $json): self
    {
        $from = JsonReader::of($json);
        $name = trim($from->text('name', '', 120));

        return new self($name === '' ? 'Set' : $name, trim($from->text('note', '', 4000)), $from->has('maker') ? Entry::path($from, 'maker') : null, array_values(array_unique($from->integers('brushes', Manifest::MOST_BRUSHES))), $from->beyond(self::KEYS));
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['name' => $this->name, 'note' => $this->note, 'maker' => $this->maker, 'brushes' => $this->brushes, ...$this->beyond];
    }
}
