<?php

declare(strict_types=1);

namespace App\Painting;

use Yarrowfog\Core\Paint\Composite\Backdrop;

/** A layer while it is painted anew: what of it is done so far, over what is shown beneath it. */
final class WorkingBackdrop implements Backdrop
{
    /** @var array<string, array<int, int>> words of the tiles that were painted on so far */
    public array $tiles = [];

    public function __construct(private readonly Backdrop $layer)
    {
    }

    public function tile(string $key): ?array
    {
        return $this->tiles[$key] ?? null;
    }

    public function beneath(string $key): ?array
    {
        return $this->layer->beneath($key);
    }
}
