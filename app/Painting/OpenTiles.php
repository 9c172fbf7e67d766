<?php

declare(strict_types=1);

namespace App\Painting;

use App\Store\ProcessCache;

/**
 * Stored tiles that a process has opened: every piece of a stroke lies on tiles that the piece before lay on, too.
 *
 * A tile is read from the library each time, and what is at hand is taken only where its bytes are the very same: nothing has to be told of
 * what others have painted.
 */
final readonly class OpenTiles
{
    private const DRAWER = 'tiles';

    /** Tiles at hand, some 100 kB each. */
    private const MOST = 1200;

    public function __construct(private ProcessCache $memory)
    {
    }

    /**
     * @param  array{pixels: string, rest: string|null}  $packed  as the library has it
     */
    public function open(int $layer, string $place, array $packed): OpenTile
    {
        $known = $this->memory->recall(self::DRAWER, "{$layer} {$place}", OpenTile::class);
        if ($known === null || $known->packed !== $packed) {
            $known = OpenTile::of($packed);
            $this->hold($layer, $place, $known);
        }

        return $known;
    }

    /** What was just packed need not be opened again. */
    public function hold(int $layer, string $place, OpenTile $tile): void
    {
        $this->memory->hold(self::DRAWER, "{$layer} {$place}", $tile, self::MOST);
    }
}
