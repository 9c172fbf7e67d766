<?php

declare(strict_types=1);

namespace App\Models\Casts;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;
use LogicException;
use Yarrowfog\Core\JsonValue;

/**
 * JSON in the database, a value in the code.
 *
 * @implements CastsAttributes<JsonValue|null, JsonValue|null>
 */
final class AsValue implements CastsAttributes
{
    /** @param  string  $class  of the value */
    public function __construct(private readonly string $class)
    {
    }

    /** @param  class-string<JsonValue>  $class */
    public static function of(string $class): string
    {
        return self::class.":{$class}";
    }

    public function get(Model $model, string $key, mixed $value, array $attributes): ?JsonValue
    {
        if (! is_subclass_of($this->class, JsonValue::class)) {
            throw new LogicException("{$this->class} is no value that JSON can hold.");
        }

        return is_string($value) ? $this->class::read(json_decode($value, true)) : null;
    }

    public function set(Model $model, string $key, mixed $value, array $attributes): ?string
    {
        return $value instanceof $this->class && $value instanceof JsonValue ? json_encode($value->toArray(), JSON_THROW_ON_ERROR) : null;
    }
}
