<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Brush;
use App\Models\Glimpse;
use Yarrowfog\Core\Stroke\SettingsTable;

/** A brush as the painting pages need it: its strip, and what it has in hand. */
final class BrushCard
{
    /**
     * @param  iterable<Brush>  $brushes
     * @return list<array<string, mixed>>
     */
    public static function all(iterable $brushes): array
    {
        $cards = [];
        foreach ($brushes as $brush) {
            $cards[] = self::of($brush);
        }

        return $cards;
    }

    /** @return array<string, mixed> */
    public static function of(Brush $brush): array
    {
        $settings = Glimpse::inHand($brush);

        return [
            'id' => $brush->id,
            'name' => $brush->name,
            'url' => url("/brushes/{$brush->id}"),
            'strip' => route('brushes.strip', [$brush, 'as' => $brush->stripKey()]),
            'size' => $settings->base('size'),
            'opacity' => $settings->base('opacity'),
            'does' => $settings->choice('does'),
            'steadying' => $settings->base('steadying'),
            'atHand' => array_map(fn (string $id): array => [...SettingsTable::get($id)->toArray(), 'value' => $settings->value($id)], $brush->at_hand ?? []),
            'isPinned' => $brush->is_pinned,
            'isPlain' => $brush->is_plain,
            'tags' => $brush->tags ?? [],
            'tipSide' => max($brush->tip->width, $brush->tip->height),
            'inks' => $settings->inks(),
        ];
    }
}
