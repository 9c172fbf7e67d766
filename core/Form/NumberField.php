<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Form;

use Yarrowfog\Core\JsonReader;

/** A number in a unit. */
final class NumberField extends Field
{
    /**
     * @param  string  $unit  "%" is stored as a fraction
     * @param  float  $step  of a slider
     */
    public function __construct(string $key, string $label, public readonly string $unit, public readonly float $least, public readonly float $most, public readonly float $default, public readonly float $step = 1.0)
    {
        parent::__construct($key, $label);
    }

    public function read(JsonReader $from): float
    {
        return $from->number($this->key, $this->least, $this->most, $this->default);
    }

    /** As near to a value as it may be. */
    public function clamp(float $value): float
    {
        return max($this->least, min($this->most, $value));
    }

    public function schema(): array
    {
        return ['type' => 'number', 'minimum' => $this->least, 'maximum' => $this->most, 'default' => $this->default];
    }

    public function range(): string
    {
        return sprintf('%s to %s, %s', $this->say($this->least), $this->say($this->most), $this->say($this->default));
    }

    protected function shown(): array
    {
        return ['kind' => 'number', 'unit' => $this->unit, 'least' => $this->least, 'most' => $this->most, 'step' => $this->step, 'default' => $this->default];
    }

    public function say(float $value): string
    {
        return match ($this->unit) {
            '%' => round($value * 100, 1).' %',
            '°' => $value.'°',
            default => trim(rtrim(rtrim(number_format($value, 2), '0'), '.').' '.$this->unit),
        };
    }
}
