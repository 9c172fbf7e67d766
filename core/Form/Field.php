<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Form;

use BackedEnum;
use LogicException;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;

/**
 * One number, choice, colour, curve, place or hand-drawn thing of a step, a recipe or a brush: what it is called and what
 * it may be. It reads and checks what is given, and form, schema and docs are made from it.
 *
 * @phpstan-type Value float|string|list<array{float, float}>|list<HandStroke>
 * @phpstan-type Shown array{kind: string, unit: string, least: float, most: float, step: float, default: float, choices: list<string>, colour: string, points: list<array{float, float}>, isPictured: bool}
 */
abstract class Field
{
    /** @var list<array{string, list<string>}> where there are some: of use only where one of these choices has one of these values */
    private array $when = [];

    protected function __construct(public readonly string $key, public readonly string $label)
    {
    }

    /**
     * The value at its key; the default where it is missing.
     *
     * @return Value
     *
     * @throws InvalidInput naming what is wrong
     */
    abstract public function read(JsonReader $from): float|string|array;

    /** @return array<string, mixed> JSON Schema (draft 2020-12) of the value */
    abstract public function schema(): array;

    /** What it may be, in words for the docs. */
    abstract public function range(): string;

    /** @return array<string, mixed> what of `Shown` is not empty */
    abstract protected function shown(): array;

    /** A number; the unit "%" is stored as a fraction, "px" and "px²" follow the size of the picture. */
    public static function number(string $key, string $label, string $unit, float $least, float $most, float $default, float $step = 1.0): NumberField
    {
        return new NumberField($key, $label, $unit, $least, $most, $default, $step);
    }

    /**
     * One of the cases of an enum; the first one is the default.
     *
     * @param  class-string<BackedEnum>  $choices
     */
    public static function choice(string $key, string $label, string $choices): ChoiceField
    {
        return new ChoiceField($key, $label, self::words($choices));
    }

    /**
     * One of some things that are known by their names.
     *
     * @param  non-empty-list<string>  $names  the first one is the default
     */
    public static function named(string $key, string $label, array $names): ChoiceField
    {
        return new ChoiceField($key, $label, $names);
    }

    /**
     * A choice that is told best by pictures of what it makes.
     *
     * @param  class-string<BackedEnum>|non-empty-list<string>  $choices  the cases of an enum, or names; the first one is the default
     */
    public static function pictured(string $key, string $label, string|array $choices): ChoiceField
    {
        return new ChoiceField($key, $label, is_array($choices) ? $choices : self::words($choices), true);
    }

    /** Some words, in as many lines as need be. */
    public static function text(string $key, string $label, string $default, int $longest = 200): TextField
    {
        return new TextField($key, $label, $default, $longest);
    }

    /** @param  string  $default  #rrggbb */
    public static function colour(string $key, string $label, string $default): ColourField
    {
        return new ColourField($key, $label, $default);
    }

    /**
     * Places on the picture as it reaches the step: fractions of its width and height.
     *
     * @param  list<array{float, float}>  $default
     */
    public static function places(string $key, string $label, array $default, int $most = 32): PlacesField
    {
        return new PlacesField($key, $label, $default, $most);
    }

    /** A curve from 0–1 to 0–1 (see Curve). */
    public static function curve(string $key, string $label): CurveField
    {
        return new CurveField($key, $label);
    }

    /** The seed of what chance decides. */
    public static function roll(string $key = 'roll'): RollField
    {
        return new RollField($key);
    }

    /** Strokes painted on the picture by hand. */
    public static function strokes(string $key, string $label): StrokesField
    {
        return new StrokesField($key, $label);
    }

    /** The same, but of use only where a choice has one of some values; said again, another choice may do as well. */
    public function onlyWith(string $choice, BackedEnum ...$values): static
    {
        $field = clone $this;
        $field->when[] = [$choice, self::valuesOf($values)];

        return $field;
    }

    /** @return list<string> values of a choice with which alone it is of use; empty where it always is */
    public function neededWith(): array
    {
        return array_merge(...array_column($this->when, 1));
    }

    /** @return array<string, mixed> what a form needs to know */
    public function toArray(): array
    {
        $nothing = ['unit' => '', 'least' => 0.0, 'most' => 0.0, 'step' => 1.0, 'default' => 0.0, 'choices' => [], 'colour' => '', 'points' => [], 'isPictured' => false];

        return [...$nothing, ...$this->shown(), 'key' => $this->key, 'label' => $this->label, 'when' => $this->when];
    }

    /**
     * What the cases of an enum are called where they are written down.
     *
     * @param  class-string<BackedEnum>  $choices
     * @return non-empty-list<string>
     *
     * @throws LogicException when it has none
     */
    private static function words(string $choices): array
    {
        $words = self::valuesOf($choices::cases());

        return $words === [] ? throw new LogicException("{$choices} has no cases.") : $words;
    }

    /**
     * @param  array<BackedEnum>  $cases
     * @return list<string>
     */
    private static function valuesOf(array $cases): array
    {
        return array_map(fn (BackedEnum $case): string => (string) $case->value, array_values($cases));
    }
}
