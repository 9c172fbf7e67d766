<?php

declare(strict_types=1);

namespace App\Models\Casts;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;
use Yarrowfog\Core\Stroke\Practice\Recording;

/**
 * JSON in the database, strokes of a pen in the code.
 *
 * @implements CastsAttributes<Recording|null, Recording|null>
 */
final class AsRecording implements CastsAttributes
{
    public function get(Model $model, string $key, mixed $value, array $attributes): ?Recording
    {
        return is_string($value) ? Recording::read(json_decode($value, true)) : null;
    }

    public function set(Model $model, string $key, mixed $value, array $attributes): ?string
    {
        return $value instanceof Recording ? json_encode($value->toArray(), JSON_THROW_ON_ERROR) : null;
    }
}
