<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Tip;
use App\Store\Derived;
use App\Store\Kept;
use LogicException;
use Yarrowfog\Core\Make\Teeth;
use Yarrowfog\Core\Paint\Kit;
use Yarrowfog\Core\Paint\Levels;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Stroke\Brush;

/** Tips of the library, ready for the engine. */
final readonly class TipRack
{
    public function __construct(private Kept $kept, private Derived $derived)
    {
    }

    public function levels(Tip $tip): Levels
    {
        return new TipLevels($tip->hash, $tip->kind, $tip->width, $tip->height, $this->kept, $this->derived);
    }

    /** Everything that a brush with these settings paints with. */
    public function kit(Tip $tip, Brush $settings): Kit
    {
        return new Kit([$this->levels($tip)], null, $this->tooth($settings->choice('tooth')));
    }

    /** A made tooth; making one takes a tenth of a second, so that is done once. */
    private function tooth(string $name): ?Plane
    {
        if (! in_array($name, Teeth::names(), true)) {
            return null;
        }
        $side = Teeth::SIDE;
        // The name of the file holds the version of the recipe: a changed recipe makes a new file.
        $bytes = $this->derived->remember('tooth-'.strtr($name, ' ', '-').'-'.Teeth::RECIPE, fn (): string => (Teeth::named($name) ?? throw new LogicException("No tooth {$name}"))->toBytes());

        return Plane::fromBytes($side, $side, $bytes);
    }
}
