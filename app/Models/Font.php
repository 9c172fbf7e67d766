<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * A font that a painter brought for lettering.
 *
 * @property int $id
 * @property string $name
 * @property string $hash
 */
final class Font extends Model
{
    protected $guarded = [];
}
