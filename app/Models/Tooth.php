<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\SoftDeletes;

/**
 * A seamless ground made of a picture: heights of 16 bits, kept as a file.
 *
 * @property int $id
 * @property string $name
 * @property string $hash
 * @property int $side  px
 * @property int|null $source_id
 * @property array<string, mixed>|null $beyond  what a bundle of a newer version said of it
 */
final class Tooth extends Model
{
    use SoftDeletes;

    protected $table = 'teeth';

    protected $guarded = [];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['beyond' => 'array'];
    }
}
