<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Reading;

/** One number, choice or place of a step: what it is called, what it may be. */
final readonly class Param
{
    /**
     * @param  list<string>  $choices
     */
    private function __construct(
        public string $kind,
        public string $key,
        public string $label,
        public string $unit,
        public float $least,
        public float $most,
        public float $step,
        public float $default,
        public array $choices,
    ) {
    }

    /** A number; the unit "%" is stored as a fraction, "px" follows the size of the picture. */
    public static function number(string $key, string $label, string $unit, float $least, float $most, float $default, float $step = 1.0): self
    {
        return new self('number', $key, $label, $unit, $least, $most, $step, $default, []);
    }

    /** @param  non-empty-list<string>  $choices  the first one is the default */
    public static function choice(string $key, string $label, array $choices): self
    {
        return new self('choice', $key, $label, '', 0, 0, 0, 0, $choices);
    }

    /** Places on the picture as it reaches the step: fractions of its width and height. */
    public static function places(string $key, string $label): self
    {
        return new self('places', $key, $label, '', 0, 1, 0, 0, []);
    }

    /**
     * @return float|string|list<array{float, float}>
     *
     * @throws InvalidInput
     */
    public function read(Reading $from): float|string|array
    {
        if ($this->kind === 'choice') {
            return $from->choice($this->key, $this->choices, $this->choices[0]);
        }
        if ($this->kind === 'number') {
            return $from->number($this->key, $this->least, $this->most, $this->default);
        }
        if (! $from->has($this->key)) {
            return [[0.01, 0.01]];
        }
        $places = [];
        foreach ($from->each($this->key, 32) as $place) {
            $places[] = [$place->keys(['0', '1'])->number(0, 0, 1), $place->number(1, 0, 1)];
        }

        return $places;
    }
}
