<?php

declare(strict_types=1);

namespace App\Models\Casts;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;
use Yarrowfog\Core\Cut\CutList;

/**
 * JSON in the database, a cut list in the code.
 *
 * @implements CastsAttributes<CutList|null, CutList|null>
 */
final class AsCutList implements CastsAttributes
{
    public function get(Model $model, string $key, mixed $value, array $attributes): ?CutList
    {
        return is_string($value) ? CutList::read(json_decode($value, true)) : null;
    }

    public function set(Model $model, string $key, mixed $value, array $attributes): ?string
    {
        return $value instanceof CutList ? json_encode($value->toArray(), JSON_THROW_ON_ERROR) : null;
    }
}
