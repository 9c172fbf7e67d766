<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Form;

use Yarrowfog\Core\JsonReader;

/** Strokes painted on a picture by hand. */
final class StrokesField extends Field
{
    private const MOST = 400;

    public function __construct(string $key, string $label)
    {
        parent::__construct($key, $label);
    }

    /** @return list<HandStroke> */
    public function read(JsonReader $from): array
    {
        return array_map(HandStroke::read(...), $from->each($this->key, self::MOST));
    }

    public function schema(): array
    {
        $number = fn (float $least, float $most): array => ['type' => 'number', 'minimum' => $least, 'maximum' => $most];

        return ['type' => 'array', 'maxItems' => self::MOST, 'items' => [
            'type' => 'object',
            'properties' => [
                'shows' => ['type' => 'boolean', 'default' => false],
                'size' => $number(0.001, 1),
                'softness' => [...$number(0, 1), 'default' => 0.3],
                'pressed' => ['type' => 'boolean', 'default' => false],
                'samples' => ['type' => 'array', 'minItems' => 1, 'items' => ['type' => 'array', 'minItems' => 3, 'maxItems' => 4, 'items' => ['type' => 'number']]],
            ],
            'additionalProperties' => false,
            'required' => ['size', 'samples'],
        ]];
    }

    public function range(): string
    {
        return 'painted strokes';
    }

    protected function shown(): array
    {
        return ['kind' => 'strokes', 'most' => (float) self::MOST];
    }
}
