<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Casts\AsValue;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Yarrowfog\Core\Stroke\BrushSettings;

/**
 * A brush as it was when it was kept once.
 *
 * @property int $id
 * @property int $brush_id
 * @property BrushSettings $settings
 * @property BrushParts|null $parts  null of versions that are older than that choice
 * @property int $roll
 * @property CarbonImmutable $created_at
 * @property array<string, mixed>|null $beyond  what a bundle of a newer version said of it
 */
final class BrushVersion extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['beyond' => 'array', 'settings' => AsValue::of(BrushSettings::class), 'parts' => AsValue::of(BrushParts::class), 'created_at' => 'immutable_datetime'];
    }
}
