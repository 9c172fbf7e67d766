<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Form;

use Yarrowfog\Core\JsonReader;

/** The seed of what chance decides. */
final class RollField extends Field
{
    private const MOST = 9999;

    private const DEFAULT = 1;

    public function __construct(string $key)
    {
        parent::__construct($key, 'Roll');
    }

    public function read(JsonReader $from): float
    {
        return (float) $from->integer($this->key, 0, self::MOST, self::DEFAULT);
    }

    public function schema(): array
    {
        return ['type' => 'integer', 'minimum' => 0, 'maximum' => self::MOST, 'default' => self::DEFAULT];
    }

    public function range(): string
    {
        return '0 to 9999';
    }

    protected function shown(): array
    {
        return ['kind' => 'roll', 'most' => (float) self::MOST, 'default' => (float) self::DEFAULT];
    }
}
