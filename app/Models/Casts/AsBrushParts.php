<?php

declare(strict_types=1);

namespace App\Models\Casts;

use App\Models\BrushParts;
use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;

/**
 * JSON in the database, the parts of a brush in the code.
 *
 * @implements CastsAttributes<BrushParts|null, BrushParts|null>
 */
final class AsBrushParts implements CastsAttributes
{
    public function get(Model $model, string $key, mixed $value, array $attributes): ?BrushParts
    {
        return is_string($value) ? BrushParts::read(json_decode($value, true)) : null;
    }

    public function set(Model $model, string $key, mixed $value, array $attributes): ?string
    {
        return $value instanceof BrushParts ? json_encode($value->toArray(), JSON_THROW_ON_ERROR) : null;
    }
}
