<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Casts\AsValue;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\SoftDeletes;
use Yarrowfog\Core\Format\InkMl\InkMlWriter;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Stroke\Practice\Recording;
use Yarrowfog\Core\Stroke\Trace;

/**
 * A movement of a pen that a painter recorded or brought, for the practice pen.
 *
 * @property int $id
 * @property string $name
 * @property Recording $strokes
 */
final class PenRecording extends Model
{
    use SoftDeletes;

    protected $table = 'recordings';

    protected $guarded = [];

    protected function casts(): array
    {
        return ['strokes' => AsValue::of(Recording::class)];
    }

    /**
     * A new one, not stored yet. What its own reader would refuse never is: it could not be opened again.
     *
     * @throws InvalidInput
     */
    public static function of(string $name, Recording $strokes): self
    {
        return new self(['name' => $name, 'strokes' => Recording::read($strokes->toArray())]);
    }

    /** @return Collection<int, self> those that can be read, the oldest first */
    public static function whole(): Collection
    {
        return self::query()->oldest('id')->get()->filter(fn (self $one): bool => $one->isWhole())->values();
    }

    /** Whether it can be read: one that cannot is told of, and stops nothing else. */
    public function isWhole(): bool
    {
        try {
            return $this->getAttributeValue('strokes') !== null;
        } catch (InvalidInput) {
            return false;
        }
    }

    /** As InkML: of one movement the same, wherever it was made. */
    public function toInkMl(): string
    {
        return InkMlWriter::write($this->strokes->fromOrigin());
    }

    /** How many strokes, how long, and whether it presses. */
    public function facts(): string
    {
        $strokes = $this->strokes->strokes;
        $lasts = array_sum(array_map(fn (Trace $t): float => $t->samples[count($t->samples) - 1]->t - $t->samples[0]->t, $strokes)) / 1000;
        $presses = array_filter($strokes, fn (Trace $t): bool => $t->realPressure) !== [];

        return sprintf('%s, %.1f s, %s', count($strokes) === 1 ? '1 stroke' : count($strokes).' strokes', $lasts, $presses ? 'with pressure' : 'without pressure');
    }
}
