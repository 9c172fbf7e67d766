<?php

declare(strict_types=1);

namespace App\Cutting;

use App\Models\Source;
use App\Store\ProcessCache;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\Replay;

/**
 * A replay that was stopped on its way, at hand from one preview to the next: while a slider of one step
 * moves, the steps before it need not be done again. It only saves time.
 */
final readonly class ReplayCheckpoints
{
    private const DRAWER = 'halfway';

    /** Replays at hand: of two sources, before a step at each size, behind a thing taken out, and at the end. */
    private const MOST = 10;

    public function __construct(private ProcessCache $memory)
    {
    }

    /** Whether they are there for the next preview. */
    public function last(): bool
    {
        return $this->memory->lasts;
    }

    /** @param  string  $stop  a name of the place on the way */
    public function find(Source $source, string $stop, CutList $list, int $steps): ?Replay
    {
        $held = $this->memory->recall(self::DRAWER, "{$source->id} {$stop}", ReplayCheckpoint::class);

        return $held !== null && $held->key === self::key($source, $list, $steps) ? $held->replay : null;
    }

    public function keep(Source $source, string $stop, CutList $list, int $steps, Replay $replay): void
    {
        $this->memory->hold(self::DRAWER, "{$source->id} {$stop}", new ReplayCheckpoint(self::key($source, $list, $steps), $replay), self::MOST);
    }

    private static function key(Source $source, CutList $list, int $steps): string
    {
        return hash('xxh128', $source->hash.$list->kind->value.json_encode(array_slice($list->toArray()['steps'], 0, $steps), JSON_THROW_ON_ERROR));
    }
}
