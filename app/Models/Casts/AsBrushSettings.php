<?php

declare(strict_types=1);

namespace App\Models\Casts;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;
use Yarrowfog\Core\Stroke\BrushSettings;

/**
 * JSON in the database, settings of a brush in the code.
 *
 * @implements CastsAttributes<BrushSettings|null, BrushSettings|null>
 */
final class AsBrushSettings implements CastsAttributes
{
    public function get(Model $model, string $key, mixed $value, array $attributes): ?BrushSettings
    {
        return is_string($value) ? BrushSettings::read(json_decode($value, true)) : null;
    }

    public function set(Model $model, string $key, mixed $value, array $attributes): ?string
    {
        return $value instanceof BrushSettings ? json_encode($value->toArray(), JSON_THROW_ON_ERROR) : null;
    }
}
