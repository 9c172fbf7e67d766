<?php

declare(strict_types=1);

namespace Yarrowfog\Core;

/**
 * Reads decoded JSON with types, ranges and a name for everything that is wrong.
 * Every object must be read through `keys()`, so that an unknown key is refused
 * by its name instead of being ignored.
 */
final readonly class JsonReader
{
    /**
     * @param  array<array-key, mixed>  $values
     * @param  string  $path  dotted name of this object, empty at the top
     */
    public function __construct(private array $values, private string $path = '')
    {
    }

    /**
     * @param  mixed  $value  decoded JSON, or a reading of it
     *
     * @throws InvalidInput when it is not an object or list
     */
    public static function of(mixed $value, string $path = ''): self
    {
        if ($value instanceof self) {
            return $value;
        }
        if (! is_array($value)) {
            throw new InvalidInput($path, self::label($path).' must be an object or a list.');
        }

        return new self($value, $path);
    }

    public function has(string|int $key): bool
    {
        return array_key_exists($key, $this->values) && $this->values[$key] !== null;
    }

    /**
     * @param  list<string>  $known
     *
     * @throws InvalidInput naming the first key that is not known
     */
    public function keys(array $known): self
    {
        foreach (array_keys($this->values) as $key) {
            if (! in_array((string) $key, $known, true)) {
                $name = $this->name((string) $key);
                throw new InvalidInput($name, "“{$name}” is not a key that is known here. Known: ".implode(', ', $known).'.');
            }
        }

        return $this;
    }

    /**
     * What stands under keys that are not known: kept, where a newer version may have written it.
     *
     * @param  list<string>  $known
     * @return array<string, mixed>
     */
    public function beyond(array $known): array
    {
        $beyond = [];
        foreach ($this->values as $key => $value) {
            if (! in_array((string) $key, $known, true)) {
                $beyond[(string) $key] = $value;
            }
        }

        return $beyond;
    }

    /**
     * Tells this object from others that say something else.
     *
     * @param  list<string>  $without  keys that do not count
     */
    public function digest(array $without): string
    {
        return hash('xxh128', serialize(array_diff_key($this->values, array_flip($without))));
    }

    /** @throws InvalidInput when missing, not a finite number, or out of range */
    public function number(string|int $key, float $least, float $most, ?float $default = null): float
    {
        $name = $this->name((string) $key);
        if (! $this->has($key)) {
            return $default ?? throw new InvalidInput($name, "“{$name}” is missing.");
        }
        $value = $this->values[$key];
        if ((! is_int($value) && ! is_float($value)) || ! is_finite((float) $value)) {
            throw new InvalidInput($name, "“{$name}” must be a number.");
        }
        if ($value < $least || $value > $most) {
            throw new InvalidInput($name, sprintf('“%s” is %s; it must lie between %s and %s.', $name, self::short((float) $value), self::short($least), self::short($most)));
        }

        return (float) $value;
    }

    /** @throws InvalidInput when missing, not a whole number, or out of range */
    public function integer(string|int $key, int $least, int $most, ?int $default = null): int
    {
        $value = $this->number($key, $least, $most, $default === null ? null : (float) $default);
        if (floor($value) !== $value) {
            $name = $this->name((string) $key);
            throw new InvalidInput($name, "“{$name}” must be a whole number.");
        }

        return (int) $value;
    }

    /** @throws InvalidInput when missing or not a string */
    public function text(string|int $key, ?string $default = null, int $longest = 1000): string
    {
        $name = $this->name((string) $key);
        if (! $this->has($key)) {
            return $default ?? throw new InvalidInput($name, "“{$name}” is missing.");
        }
        $value = $this->values[$key];
        if (! is_string($value)) {
            throw new InvalidInput($name, "“{$name}” must be text.");
        }
        if (mb_strlen($value) > $longest) {
            throw new InvalidInput($name, "“{$name}” is longer than {$longest} characters.");
        }

        return $value;
    }

    /**
     * @param  list<string>  $choices
     *
     * @throws InvalidInput when it is none of the choices
     */
    public function choice(string|int $key, array $choices, ?string $default = null): string
    {
        $value = $this->text($key, $default);
        if (! in_array($value, $choices, true)) {
            $name = $this->name((string) $key);
            throw new InvalidInput($name, "“{$name}” is “{$value}”; it must be one of: ".implode(', ', $choices).'.');
        }

        return $value;
    }

    /** @throws InvalidInput when missing or not true or false */
    public function flag(string|int $key, ?bool $default = null): bool
    {
        $name = $this->name((string) $key);
        if (! $this->has($key)) {
            return $default ?? throw new InvalidInput($name, "“{$name}” is missing.");
        }
        $value = $this->values[$key];
        if (! is_bool($value)) {
            throw new InvalidInput($name, "“{$name}” must be true or false.");
        }

        return $value;
    }

    /** @throws InvalidInput when present and not an object or list */
    public function object(string|int $key): self
    {
        return self::of($this->values[$key] ?? [], $this->name((string) $key));
    }

    /**
     * The members of this list, or of the list under a key, each as a reading.
     *
     * @return list<self>
     *
     * @throws InvalidInput when it is no list, too long, or a member is no object or list
     */
    public function each(string|int|null $key = null, int $most = 100000): array
    {
        $list = $key === null ? $this : $this->object($key);
        if (! array_is_list($list->values)) {
            throw new InvalidInput($list->path, self::label($list->path).' must be a list.');
        }
        if (count($list->values) > $most) {
            throw new InvalidInput($list->path, self::label($list->path)." holds more than {$most} entries.");
        }
        $out = [];
        foreach ($list->values as $i => $value) {
            $out[] = self::of($value, $list->name((string) $i));
        }

        return $out;
    }

    /**
     * A list of whole numbers, 0 or more.
     *
     * @return list<int>
     *
     * @throws InvalidInput when it is no list, too long, or a member is no whole number
     */
    public function integers(string $key, int $most): array
    {
        $list = $this->object($key);
        if (! array_is_list($list->values) || count($list->values) > $most) {
            throw new InvalidInput($list->path, self::label($list->path)." must be a list of at most {$most} numbers.");
        }

        return array_map(fn (int $i): int => $list->integer($i, 0, PHP_INT_MAX), array_keys($list->values));
    }

    /**
     * A list of texts.
     *
     * @return list<string>
     *
     * @throws InvalidInput when it is no list, too long, or a member is no text
     */
    public function texts(string $key, int $most): array
    {
        $list = $this->object($key);
        if (! array_is_list($list->values) || count($list->values) > $most) {
            throw new InvalidInput($list->path, self::label($list->path)." must be a list of at most {$most} texts.");
        }

        return array_map(fn (int $i): string => $list->text($i), array_keys($list->values));
    }

    /** The same object without one of its keys. */
    public function without(string $key): self
    {
        return new self(array_diff_key($this->values, [$key => true]), $this->path);
    }

    /**
     * The same object with nothing but these keys.
     *
     * @param  list<string>  $known
     */
    public function only(array $known): self
    {
        return new self(array_intersect_key($this->values, array_flip($known)), $this->path);
    }

    /** The same object with another one under a key. */
    public function with(string $key, self $value): self
    {
        return new self([...$this->values, $key => $value], $this->path);
    }

    /** @return list<string> */
    public function names(): array
    {
        return array_map(strval(...), array_keys($this->values));
    }

    /** How many members the object or list has. */
    public function size(): int
    {
        return count($this->values);
    }

    public function name(string $key): string
    {
        return $this->path === '' ? $key : $this->path.'.'.$key;
    }

    private static function label(string $path): string
    {
        return $path === '' ? 'The whole' : "“{$path}”";
    }

    private static function short(float $value): string
    {
        // Beyond these, digits would fill a page, or none would be left.
        if (abs($value) >= 1e15 || ($value !== 0.0 && abs($value) < 0.0001)) {
            return strtolower(sprintf('%.4G', $value));
        }

        return rtrim(rtrim(number_format($value, 4, '.', ''), '0'), '.');
    }
}
