<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Form;

use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Curve;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;

/**
 * One number, choice, colour, curve, place or hand-drawn thing of a step or recipe: what
 * it is called, what it may be.
 *
 * @phpstan-type Value float|string|list<array{float, float}>|list<HandStroke>
 */
final readonly class Param
{
    /**
     * @param  string  $kind  number, choice, text, colour, places, curve, roll or strokes
     * @param  list<string>  $choices
     * @param  string  $colour  the default of colours and texts
     * @param  list<array{float, float}>  $points  the default of places and curves
     * @param  list<array{string, list<string>}>  $when  where there are some: of use only where one of these choices has one of these values
     * @param  bool  $isPictured  whether a choice is told best by a picture of what it makes
     */
    private function __construct(
        public string $kind,
        public string $key,
        public string $label,
        public string $unit = '',
        public float $least = 0.0,
        public float $most = 0.0,
        public float $step = 1.0,
        public float $default = 0.0,
        public array $choices = [],
        public string $colour = '',
        public array $points = [],
        public array $when = [],
        public bool $isPictured = false,
    ) {
    }

    /** A number; the unit "%" is stored as a fraction, "px" and "px²" follow the size of the picture. */
    public static function number(string $key, string $label, string $unit, float $least, float $most, float $default, float $step = 1.0): self
    {
        return new self('number', $key, $label, $unit, $least, $most, $step, $default);
    }

    /** @param  non-empty-list<string>  $choices  the first one is the default */
    public static function choice(string $key, string $label, array $choices): self
    {
        return new self('choice', $key, $label, choices: $choices);
    }

    /**
     * A choice that is told best by pictures of what it makes.
     *
     * @param  non-empty-list<string>  $choices  the first one is the default
     */
    public static function pictured(string $key, string $label, array $choices): self
    {
        return new self('choice', $key, $label, choices: $choices, isPictured: true);
    }

    /** Some words, in as many lines as need be. */
    public static function text(string $key, string $label, string $default, int $longest = 200): self
    {
        return new self('text', $key, $label, most: $longest, colour: $default);
    }

    /** @param  string  $default  #rrggbb */
    public static function colour(string $key, string $label, string $default): self
    {
        return new self('colour', $key, $label, colour: $default);
    }

    /**
     * Places on the picture as it reaches the step: fractions of its width and height.
     *
     * @param  list<array{float, float}>  $default
     */
    public static function places(string $key, string $label, array $default, int $most = 32): self
    {
        return new self('places', $key, $label, most: $most, points: $default);
    }

    /** A curve from 0–1 to 0–1 (see Curve). */
    public static function curve(string $key, string $label): self
    {
        return new self('curve', $key, $label, most: 8, points: [[0.0, 0.0], [1.0, 1.0]]);
    }

    /** The seed of what chance decides. */
    public static function roll(string $key = 'roll'): self
    {
        return new self('roll', $key, 'Roll', least: 0, most: 9999, default: 1);
    }

    /** Strokes painted on the picture by hand. */
    public static function strokes(string $key, string $label): self
    {
        return new self('strokes', $key, $label, most: 400);
    }

    /** The same, but of use only where a choice has one of some values; said again, another choice may do as well. */
    public function onlyWith(string $choice, string ...$values): self
    {
        return new self($this->kind, $this->key, $this->label, $this->unit, $this->least, $this->most, $this->step, $this->default, $this->choices, $this->colour, $this->points, [...$this->when, [$choice, array_values($values)]], $this->isPictured);
    }

    /**
     * @return Value
     *
     * @throws InvalidInput
     */
    public function read(JsonReader $from): float|string|array
    {
        return match ($this->kind) {
            'choice' => $from->choice($this->key, $this->choices, $this->choices[0]),
            'number' => $from->number($this->key, $this->least, $this->most, $this->default),
            'roll' => (float) $from->integer($this->key, 0, (int) $this->most, (int) $this->default),
            'colour' => Srgb::fromHex($from->text($this->key, $this->colour), $from->name($this->key))->toHex(),
            'curve' => $from->has($this->key) ? Curve::read($from->object($this->key))->toArray() : $this->points,
            'text' => $from->text($this->key, $this->colour, (int) $this->most),
            'strokes' => array_map(HandStroke::read(...), $from->each($this->key, (int) $this->most)),
            default => $this->readPlaces($from),
        };
    }

    /**
     * @return list<array{float, float}>
     *
     * @throws InvalidInput
     */
    private function readPlaces(JsonReader $from): array
    {
        if (! $from->has($this->key)) {
            return $this->points;
        }
        $places = [];
        foreach ($from->each($this->key, (int) $this->most) as $place) {
            $places[] = [$place->keys(['0', '1'])->number(0, 0, 1), $place->number(1, 0, 1)];
        }

        return $places;
    }
}
