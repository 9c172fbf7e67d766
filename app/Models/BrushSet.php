<?php

declare(strict_types=1);

namespace App\Models;

use App\Store\Rows;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A shelf of brushes in an order of its own; one brush may stand on many.
 *
 * @property int $id
 * @property string $name
 * @property string $note
 * @property int|null $maker_id
 * @property int $position  among the sets
 * @property array<string, mixed>|null $beyond  what a bundle of a newer version said of it
 * @property Maker|null $maker
 * @property int|null $members_count
 */
final class BrushSet extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['beyond' => 'array'];
    }

    /** @return HasMany<SetMember, $this> */
    public function members(): HasMany
    {
        return $this->hasMany(SetMember::class, 'set_id');
    }

    /** @return BelongsTo<Maker, $this> */
    public function maker(): BelongsTo
    {
        return $this->belongsTo(Maker::class);
    }

    /** Where a new set stands: after all others. */
    public static function lastPosition(): int
    {
        return 1 + max([0, ...array_map(fn (self $set): int => $set->position, self::all()->all())]);
    }

    /** @return list<int> ids of its brushes in their order, without those that are set aside */
    public function brushIds(): array
    {
        return array_map(fn (array $row): int => (int) $row['brush_id'], Rows::select('SELECT m.brush_id FROM set_members m JOIN brushes b ON b.id = m.brush_id WHERE m.set_id = ? AND b.deleted_at IS NULL AND b.is_plain = 0 ORDER BY m.position, m.id', [$this->id]));
    }
}
