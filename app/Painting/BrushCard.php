<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Brush;

/** A brush as the painting pages need it: its strip, and what it has in hand. */
final class BrushCard
{
    /**
     * @param  iterable<Brush>  $brushes
     * @return list<array{id: int, name: string, strip: string, size: float, opacity: float, tipSide: int, inks: array{main: string, second: string}}>
     */
    public static function all(iterable $brushes): array
    {
        $cards = [];
        foreach ($brushes as $brush) {
            $settings = $brush->current();
            $cards[] = [
                'id' => $brush->id,
                'name' => $brush->name,
                'strip' => route('brushes.strip', $brush),
                'size' => $settings->base('size'),
                'opacity' => $settings->base('opacity'),
                'tipSide' => max($brush->tip->width, $brush->tip->height),
                'inks' => ['main' => $settings->mainInk->toHex(), 'second' => $settings->secondInk->toHex()],
            ];
        }

        return $cards;
    }
}
