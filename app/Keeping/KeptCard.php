<?php

declare(strict_types=1);

namespace App\Keeping;

use App\Models\Brush;
use App\Models\Glimpse;
use Yarrowfog\Core\Advice\BrushTraits;

/** A brush as the wall of Keep shows it: its strip, and in words what that shows. */
final class KeptCard
{
    /**
     * @param  list<int>  $ids
     * @return list<array<string, mixed>> in the order of the ids; those that are gone are left out
     */
    public static function all(array $ids): array
    {
        $brushes = Brush::query()->with('tip')->findMany($ids)->keyBy('id');
        $cards = [];
        foreach ($ids as $id) {
            $brush = $brushes->get($id);
            if ($brush !== null) {
                $cards[] = self::of($brush);
            }
        }

        return $cards;
    }

    /** @return array<string, mixed> */
    private static function of(Brush $brush): array
    {
        $size = (int) round(Glimpse::kept($brush)->base('size'));
        $frames = count($brush->tip->pictures());

        return [
            'id' => $brush->id,
            'name' => $brush->name,
            'url' => url("/brushes/{$brush->id}"),
            'strip' => route('brushes.strip', [$brush, 'as' => $brush->stripKey()]),
            'says' => self::says($brush),
            'facts' => "{$size} px".($frames > 1 ? " · {$frames} frames" : ''),
            'isChanged' => ($brush->getAttributes()['draft'] ?? $brush->getAttributes()['draft_parts'] ?? null) !== null,
        ];
    }

    /** What the strip shows, beside name and size, for those who do not see it. */
    private static function says(Brush $brush): string
    {
        $verb = $brush->does;
        $lays = match ($brush->lays) {
            BrushTraits::BAND => "{$verb} a band",
            BrushTraits::STAMP => "{$verb} stamps, one for each press",
            default => "{$verb} strokes",
        };

        return implode(', ', array_filter([
            $lays,
            $brush->colour === BrushTraits::OWN ? 'in its own colours' : "in {$brush->colour}",
            $brush->has_tooth ? 'on a tooth' : '',
            $brush->bite_id !== null ? 'with a bite' : '',
        ], fn (string $part): bool => $part !== ''));
    }
}
