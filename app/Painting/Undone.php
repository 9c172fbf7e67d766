<?php

declare(strict_types=1);

namespace App\Painting;

/** What a step back or forward in the history of a sheet did. */
final readonly class Undone
{
    /**
     * @param  array<int, list<string>>  $tiles  the engine's tiles that changed, by their keys, for each layer
     * @param  bool  $changesStack  whether more than strokes changed
     */
    public function __construct(public array $tiles, public bool $changesStack)
    {
    }
}
