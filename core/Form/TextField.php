<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Form;

use Yarrowfog\Core\JsonReader;

/** Some words, in as many lines as need be. */
final class TextField extends Field
{
    /** @param  int  $longest  letters */
    public function __construct(string $key, string $label, public readonly string $default, public readonly int $longest)
    {
        parent::__construct($key, $label);
    }

    public function read(JsonReader $from): string
    {
        return $from->text($this->key, $this->default, $this->longest);
    }

    public function schema(): array
    {
        return ['type' => 'string', 'maxLength' => $this->longest, 'default' => $this->default];
    }

    public function range(): string
    {
        return "words, {$this->longest} letters at most";
    }

    protected function shown(): array
    {
        return ['kind' => 'text', 'most' => (float) $this->longest, 'colour' => $this->default];
    }
}
