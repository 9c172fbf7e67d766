<?php

declare(strict_types=1);

namespace App\Bundles;

use App\Models\Brush;
use App\Models\Tip;
use App\Models\Tooth;
use App\Store\Rows;
use Yarrowfog\Core\Format\Bundle\BundledVersion;

/** Tells whether two brushes paint the very same, whatever they are called. */
final class BrushIdentity
{
    public static function ofBundled(BundledVersion $version, BundleReader $reader): string
    {
        return self::hash([$reader->hashes($version), $version->settings->toArray(), $version->roll]);
    }

    public static function of(Brush $brush): string
    {
        $hashes = fn (?Tip $tip): array => $tip === null ? [] : array_column($tip->pictures(), 'hash');

        return self::hash([
            [
                'kind' => $brush->tip->kind->value,
                'frames' => $hashes($brush->tip),
                'bite' => $hashes($brush->bite_id === null ? null : Tip::withTrashed()->find($brush->bite_id)),
                'tooth' => $brush->tooth_id === null ? null : Tooth::withTrashed()->find($brush->tooth_id)?->hash,
            ],
            $brush->kept->toArray(),
            $brush->roll,
        ]);
    }

    /**
     * Brushes of the library that paint the same as some of a bundle.
     *
     * @param  list<string>  $tips  hashes of first frames that are looked for
     * @return array<string, Brush> by what they paint
     */
    public static function inLibrary(array $tips): array
    {
        $known = [];
        foreach (array_chunk(array_values(array_unique($tips)), 500) as $some) {
            $marks = implode(',', array_fill(0, count($some), '?'));
            $ids = array_map(fn (array $row): int => (int) $row['id'], Rows::select("SELECT b.id FROM brushes b JOIN tips t ON t.id = b.tip_id WHERE t.hash IN ({$marks}) AND b.deleted_at IS NULL AND b.is_plain = 0", $some));
            foreach (Brush::query()->with('tip')->findMany($ids) as $brush) {
                $known[self::of($brush)] = $brush;
            }
        }

        return $known;
    }

    /** @param  array<array-key, mixed>  $what */
    private static function hash(array $what): string
    {
        return hash('sha256', json_encode($what, JSON_THROW_ON_ERROR));
    }
}
