<?php

declare(strict_types=1);

namespace App\Gathering;

use Yarrowfog\Core\Make\Growth;
use Yarrowfog\Core\Make\SampleCamera;
use Yarrowfog\Core\Make\SampleScanner;
use Yarrowfog\Core\Make\Shapes;

/** Every way in besides files, the clipboard and the pen. */
final readonly class Ways
{
    public function __construct(private Lettering $lettering)
    {
    }

    /** @return list<Way> in the order in which they are offered */
    public function all(): array
    {
        return [
            new RecipeWay('scanner', 'Sample scanner', 'Lays one of ten finds on the glass and scans it: for trying, without a device at hand.', SampleScanner::class, true),
            new RecipeWay('camera', 'Sample camera', 'Photographs a find on a table: uneven light, a shadow, held aslant.', SampleCamera::class, true),
            $this->lettering,
            new RecipeWay('shape', 'Shapes', 'Stars, rings, drops, blobs: one of them, or a cluster strewn by a roll.', Shapes::class, false),
            new RecipeWay('growth', 'Growth', 'Grass, twigs, fronds, weed and coral, grown by rules straight onto nothing.', Growth::class, false),
        ];
    }

    public function find(string $id): ?Way
    {
        foreach ($this->all() as $way) {
            if ($way->id() === $id) {
                return $way;
            }
        }

        return null;
    }
}
