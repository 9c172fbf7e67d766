<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Form;

use Yarrowfog\Core\JsonReader;

/** One of some words. */
final class ChoiceField extends Field
{
    /**
     * @param  non-empty-list<string>  $choices  the first one is the default
     * @param  bool  $isPictured  whether it is told best by a picture of what it makes
     */
    public function __construct(string $key, string $label, public readonly array $choices, public readonly bool $isPictured = false)
    {
        parent::__construct($key, $label);
    }

    public function read(JsonReader $from): string
    {
        return $from->choice($this->key, $this->choices, $this->choices[0]);
    }

    public function schema(): array
    {
        return ['enum' => $this->choices, 'default' => $this->choices[0]];
    }

    public function range(): string
    {
        return implode(', ', $this->choices);
    }

    protected function shown(): array
    {
        return ['kind' => 'choice', 'choices' => $this->choices, 'isPictured' => $this->isPictured];
    }
}
