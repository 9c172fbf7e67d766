<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format\Bundle;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Json;
use Yarrowfog\Core\JsonReader;

/** Who made a brush: name, licence, note, and the pictures of a mark and of a signature. */
final readonly class BundledMaker
{
    private const KEYS = ['name', 'licence', 'note', 'mark', 'signature'];

    /**
     * @param  string|null  $mark  place of its picture
     * @param  string|null  $signature  place of its picture
     * @param  array<string, mixed>  $beyond  what a newer version of the format says of it
     */
    public function __construct(public string $name, public string $licence = '', public string $note = '', public ?string $mark = null, public ?string $signature = null, public array $beyond = [])
    {
    }

    /** @throws InvalidInput */
    public static function read(string $json): self
    {
        $from = JsonReader::of(Json::decode($json));
        $name = trim($from->text('name', '', 120));

        return new self(
            $name === '' ? throw new InvalidInput('name', 'A maker in this bundle has no name.') : $name,
            trim($from->text('licence', '', 120)),
            trim($from->text('note', '', 1000)),
            $from->has('mark') ? Entry::path($from, 'mark') : null,
            $from->has('signature') ? Entry::path($from, 'signature') : null,
            $from->beyond(self::KEYS),
        );
    }

    public function toJson(): string
    {
        return Document::json(['name' => $this->name, 'licence' => $this->licence, 'note' => $this->note, 'mark' => $this->mark, 'signature' => $this->signature, ...$this->beyond]);
    }
}
