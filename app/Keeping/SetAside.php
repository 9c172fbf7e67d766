<?php

declare(strict_types=1);

namespace App\Keeping;

use App\Models\Brush;
use App\Models\Tip;
use App\Store\Rows;
use Illuminate\Contracts\Filesystem\Filesystem;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;

/** Brushes that are deleted but not gone: they stay until somebody asks to empty this. */
final readonly class SetAside
{
    /** Brushes that are told of at once, the last ones first. */
    private const SHOWN = 500;

    private Filesystem $kept;

    public function __construct()
    {
        $this->kept = Storage::disk('library');
    }

    /** @return array{count: int, bytes: int} how many, and what of the disk only they need */
    public function describe(): array
    {
        $brushes = $this->brushes();
        $bytes = 0;
        foreach ($this->tipsOnlyHere($brushes) as $tip) {
            foreach ($tip->pictures() as $picture) {
                $path = substr($picture['hash'], 0, 2)."/{$picture['hash']}";
                $bytes += $this->kept->exists($path) ? $this->kept->size($path) : 0;
            }
        }

        return ['count' => $brushes->count(), 'bytes' => $bytes];
    }

    /** @return list<array{id: int, name: string, strip: string, since: string, day: string}> the last ones first */
    public function all(): array
    {
        return array_map(fn (Brush $brush): array => [
            'id' => $brush->id,
            'name' => $brush->name,
            'strip' => route('brushes.strip', [$brush, 'as' => $brush->stripKey()]),
            'since' => (string) $brush->deleted_at?->diffForHumans(),
            'day' => (string) $brush->deleted_at?->format('j F Y'),
        ], array_slice($this->brushes()->sortByDesc('deleted_at')->values()->all(), 0, self::SHOWN));
    }

    /** Deletes them for good, and the tips that nothing else needs. */
    public function empty(): void
    {
        DB::connection()->transaction(function (): void {
            $brushes = $this->brushes();
            $tips = $this->tipsOnlyHere($brushes);
            foreach ($brushes as $brush) {
                $brush->forceDelete();
            }
            foreach ($tips as $tip) {
                $tip->forceDelete();
            }
            // What is gone for good cannot be brought back by a step back.
            DB::table('keep_steps')->delete();
        });
    }

    /** @return Collection<int, Brush> */
    private function brushes(): Collection
    {
        return Brush::onlyTrashed()->with('tip')->get()->where('is_plain', false);
    }

    /**
     * @param  Collection<int, Brush>  $brushes
     * @return Collection<int, Tip> tips of these that no other brush, no version and no draft needs
     */
    private function tipsOnlyHere(Collection $brushes): Collection
    {
        if ($brushes->isEmpty()) {
            return new Collection;
        }
        $aside = array_flip($brushes->modelKeys());
        $needed = [];
        foreach (Rows::select("SELECT id, tip_id, bite_id, json_extract(draft_parts, '$.tip') AS t, json_extract(draft_parts, '$.bite') AS b FROM brushes UNION ALL SELECT brush_id, json_extract(parts, '$.tip'), json_extract(parts, '$.bite'), NULL, NULL FROM brush_versions") as $row) {
            foreach (isset($aside[(int) $row['id']]) ? [] : [$row['tip_id'], $row['bite_id'], $row['t'], $row['b']] as $tip) {
                $needed[(int) $tip] = true;
            }
        }
        $tips = [];
        foreach ($brushes as $brush) {
            foreach (array_filter([$brush->tip_id, $brush->bite_id]) as $tip) {
                if (! isset($needed[$tip])) {
                    $tips[$tip] = $tip;
                }
            }
        }

        return Tip::withTrashed()->findMany(array_values($tips));
    }
}
