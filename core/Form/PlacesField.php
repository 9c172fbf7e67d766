<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Form;

use Yarrowfog\Core\JsonReader;

/** Places on a picture, as fractions of its width and height. */
final class PlacesField extends Field
{
    public const PAIR = ['type' => 'array', 'minItems' => 2, 'maxItems' => 2, 'items' => ['type' => 'number', 'minimum' => 0, 'maximum' => 1]];

    /** @param  list<array{float, float}>  $default */
    public function __construct(string $key, string $label, public readonly array $default, public readonly int $most)
    {
        parent::__construct($key, $label);
    }

    /** @return list<array{float, float}> */
    public function read(JsonReader $from): array
    {
        if (! $from->has($this->key)) {
            return $this->default;
        }
        $places = [];
        foreach ($from->each($this->key, $this->most) as $place) {
            $places[] = [$place->keys(['0', '1'])->number(0, 0, 1), $place->number(1, 0, 1)];
        }

        return $places;
    }

    public function schema(): array
    {
        return ['type' => 'array', 'maxItems' => $this->most, 'items' => self::PAIR];
    }

    public function range(): string
    {
        return 'places [x, y]';
    }

    protected function shown(): array
    {
        return ['kind' => 'places', 'most' => (float) $this->most, 'points' => $this->default];
    }
}
