<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Form;

use Yarrowfog\Core\Curve;
use Yarrowfog\Core\JsonReader;

/** A curve from 0–1 to 0–1; straight by default. */
final class CurveField extends Field
{
    /** Points of a curve. */
    public const MOST = 8;

    public function __construct(string $key, string $label)
    {
        parent::__construct($key, $label);
    }

    /** @return list<array{float, float}> */
    public function read(JsonReader $from): array
    {
        return $from->has($this->key) ? Curve::read($from->object($this->key))->toArray() : Curve::straight()->toArray();
    }

    public function schema(): array
    {
        return ['type' => 'array', 'minItems' => 2, 'maxItems' => self::MOST, 'items' => PlacesField::PAIR];
    }

    public function range(): string
    {
        return 'a curve of 2 to 8 points';
    }

    protected function shown(): array
    {
        return ['kind' => 'curve', 'most' => (float) self::MOST, 'points' => Curve::straight()->toArray()];
    }
}
