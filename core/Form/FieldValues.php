<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Form;

use BackedEnum;
use LogicException;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Curve;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;

/**
 * The numbers of one step or recipe, checked against what they may be.
 *
 * @phpstan-import-type Value from Field
 */
final readonly class FieldValues
{
    /**
     * @param  list<Field>  $params
     * @param  array<string, Value>  $values
     */
    private function __construct(private array $params, private array $values)
    {
    }

    /**
     * Reads and checks; what is missing takes its default.
     *
     * @param  list<Field>  $params
     *
     * @throws InvalidInput naming the number that is wrong
     */
    public static function read(array $params, JsonReader $from): self
    {
        $from->keys(array_map(fn (Field $p): string => $p->key, $params));
        $values = [];
        foreach ($params as $param) {
            $values[$param->key] = $param->read($from);
        }

        return new self($params, $values);
    }

    public function number(string $key): float
    {
        $value = $this->values[$key] ?? null;

        return is_float($value) ? $value : throw new LogicException("There is no number “{$key}”.");
    }

    /**
     * @template T of BackedEnum
     *
     * @param  class-string<T>  $choices  what the field was made of
     * @return T
     */
    public function choice(string $key, string $choices): BackedEnum
    {
        return $choices::from($this->word($key));
    }

    /** The name of what was chosen, where the choices are no enum. */
    public function word(string $key): string
    {
        $value = $this->values[$key] ?? null;

        return is_string($value) ? $value : throw new LogicException("There is no choice “{$key}”.");
    }

    public function text(string $key): string
    {
        return $this->word($key);
    }

    public function colour(string $key): Srgb
    {
        return Srgb::fromHex($this->word($key));
    }

    /** @return list<array{float, float}> */
    public function places(string $key): array
    {
        return $this->points($key);
    }

    public function curve(string $key): Curve
    {
        $points = $this->points($key);

        return new Curve($points === [] ? [[0.0, 0.0], [1.0, 1.0]] : $points);
    }

    /** @return list<HandStroke> */
    public function strokes(string $key): array
    {
        $value = $this->values[$key] ?? null;
        $strokes = [];
        foreach (is_array($value) ? $value : [] as $stroke) {
            $strokes[] = $stroke instanceof HandStroke ? $stroke : throw new LogicException("There is no strokes “{$key}”.");
        }

        return $strokes;
    }

    /** The same step for a picture `$factor` times as large: what is measured in px follows. */
    public function scale(float $factor): self
    {
        $values = $this->values;
        foreach ($this->params as $param) {
            if ($param instanceof NumberField && ($param->unit === 'px' || $param->unit === 'px²')) {
                $values[$param->key] = $this->number($param->key) * ($param->unit === 'px' ? $factor : $factor * $factor);
            }
        }

        return new self($this->params, $values);
    }

    /** The same, each number as near as it may be. */
    public function within(): self
    {
        $values = $this->values;
        foreach ($this->params as $param) {
            if ($param instanceof NumberField) {
                $values[$param->key] = $param->clamp($this->number($param->key));
            }
        }

        return new self($this->params, $values);
    }

    /** @return array<string, mixed> as JSON holds it */
    public function toArray(): array
    {
        return array_map(fn (float|string|array $value): float|string|array => is_array($value) ? array_map(fn (array|HandStroke $v): array => $v instanceof HandStroke ? $v->toArray() : $v, $value) : $value, $this->values);
    }

    /** @return list<array{float, float}> */
    private function points(string $key): array
    {
        $value = $this->values[$key] ?? null;
        $points = [];
        foreach (is_array($value) ? $value : throw new LogicException("There is no places “{$key}”.") as $point) {
            $points[] = is_array($point) ? $point : throw new LogicException("There is no places “{$key}”.");
        }

        return $points;
    }
}
