<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\SoftDeletes;

/**
 * Who made a brush: the maker's mark.
 *
 * @property int $id
 * @property string $name
 * @property string $licence
 * @property string $note
 * @property string|null $mark  hash of the kept picture
 * @property int|null $brushes_count
 * @property string|null $signature  hash of a kept picture: the name written by hand
 * @property \Carbon\CarbonImmutable|\Illuminate\Support\Carbon|null $updated_at
 * @property array<string, mixed>|null $beyond  what a bundle of a newer version said of it
 */
final class Maker extends Model
{
    use SoftDeletes;

    protected $guarded = [];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['beyond' => 'array'];
    }

    /** @return HasMany<Brush, $this> */
    public function brushes(): HasMany
    {
        return $this->hasMany(Brush::class);
    }

    /** @return array{id: int, name: string, licence: string, note: string, mark: string|null, signature: string|null} */
    public function card(): array
    {
        return ['id' => $this->id, 'name' => $this->name, 'licence' => $this->licence, 'note' => $this->note, 'mark' => $this->mark === null ? null : route('makers.mark', $this).'?v='.substr($this->mark, 0, 12), 'signature' => $this->signature === null ? null : route('makers.signature', $this).'?v='.substr($this->signature, 0, 12)];
    }
}
