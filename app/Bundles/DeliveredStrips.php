<?php

declare(strict_types=1);

namespace App\Bundles;

use App\Painting\BrushStrip;
use App\Painting\BrushTextureLoader;
use App\Pictures\PictureRefused;
use App\Store\DerivativeCache;
use App\Store\ProcessCache;
use Yarrowfog\Core\InvalidInput;

/** Strips of brushes that were brought and not yet taken: their pictures lie beside the library. */
final readonly class DeliveredStrips
{
    public function __construct(private DerivativeCache $derived, private ProcessCache $memory)
    {
    }

    /** @throws InvalidInput|PictureRefused */
    public function ofBundle(Delivery $brought, int $place, int $brush): string
    {
        $reader = $brought->bundle($place);
        $store = $brought->store();
        $bundled = $reader->brush($brush);
        $strips = new BrushStrip(new BrushTextureLoader($store, $this->derived, $this->memory), $this->derived, $store);

        return $strips->paint($reader->textures($bundled->now, $store), $bundled->now->settings, $bundled->now->roll, $bundled->movement);
    }
}
