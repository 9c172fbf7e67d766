<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * A brush on a set.
 *
 * @property int $id
 * @property int $set_id
 * @property int $brush_id
 * @property int $position  in the set
 */
final class SetMember extends Model
{
    public $timestamps = false;

    protected $guarded = [];
}
