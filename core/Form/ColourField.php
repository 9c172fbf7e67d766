<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Form;

use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\JsonReader;

/** A colour, #rrggbb. */
final class ColourField extends Field
{
    public const SCHEMA = ['type' => 'string', 'pattern' => '^#[0-9a-fA-F]{6}$'];

    public function __construct(string $key, string $label, public readonly string $default)
    {
        parent::__construct($key, $label);
    }

    public function read(JsonReader $from): string
    {
        return Srgb::fromHex($from->text($this->key, $this->default), $from->name($this->key))->toHex();
    }

    public function schema(): array
    {
        return [...self::SCHEMA, 'default' => $this->default];
    }

    public function range(): string
    {
        return "a colour, {$this->default}";
    }

    protected function shown(): array
    {
        return ['kind' => 'colour', 'colour' => $this->default];
    }
}
