<?php

declare(strict_types=1);

namespace App\Bundles;

use App\Gathering\SourceIntake;
use App\Keeping\KeepRecorder;
use App\Models\Brush;
use App\Models\BrushParts;
use App\Models\FrameSet;
use App\Models\Maker;
use App\Models\Source;
use App\Models\StoredPicture;
use App\Models\Tip;
use App\Models\Tooth;
use App\Store\BlobStore;
use Illuminate\Support\Carbon;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\Parting;
use Yarrowfog\Core\Format\Bundle\BundledBrush;
use Yarrowfog\Core\Format\Bundle\BundledTip;
use Yarrowfog\Core\Format\Bundle\BundledTooth;
use Yarrowfog\Core\Format\Bundle\BundledVersion;

/** Makes rows of what is in a bundle; what the library has already just so is used as it is. */
final class PartsTaker
{
    /** @var array<string, int> ids by what they are made of */
    private array $made = [];

    public function __construct(private readonly BundleReader $reader, private readonly KeepRecorder $record, private readonly BlobStore $kept)
    {
    }

    /** A new brush. */
    public function make(BundledBrush $from): int
    {
        $parts = $this->parts($from->now);
        $brush = Brush::query()->create([
            ...$this->told($from),
            'tip_id' => $parts->tip,
            'bite_id' => $parts->bite,
            'tooth_id' => $parts->tooth,
            'kept' => $from->now->settings,
            'roll' => $from->now->roll,
            'name' => $from->name,
        ]);
        $this->record->madeAside($brush);
        foreach ($from->versions as $version) {
            $this->version($brush, $version, $this->parts($version));
        }

        return $brush->id;
    }

    /** One that is here, as the bundle has it: a new version, so that it can be put back. */
    public function replace(Brush $named, BundledBrush $from): int
    {
        $brush = Brush::query()->findOrFail($named->id);
        if ($brush->versions()->doesntExist()) {
            $this->version($brush, null, $brush->keptParts());
        }
        $parts = $this->parts($from->now);
        $this->record->update($brush, [
            ...$this->told($from),
            'tip_id' => $parts->tip,
            'bite_id' => $parts->bite,
            'tooth_id' => $parts->tooth,
            'kept' => $from->now->settings,
            'roll' => $from->now->roll,
            'draft' => null,
            'draft_parts' => null,
            'revision' => $brush->revision + 1,
        ]);
        $this->version($brush, null, $parts);

        return $brush->id;
    }

    public function maker(string $path): int
    {
        return $this->made["maker {$path}"] ??= (function () use ($path): int {
            $from = $this->reader->maker($path);
            $values = [
                'name' => $from->name,
                'licence' => $from->licence,
                'note' => $from->note,
                'mark' => $from->mark === null ? null : $this->reader->file->hash($from->mark),
                'signature' => $from->signature === null ? null : $this->reader->file->hash($from->signature),
            ];

            return $this->here(self::saying($from->beyond, Maker::query()->where($values)->get()->all())) ?? $this->noted(Maker::query()->create([...$values, 'beyond' => self::orNull($from->beyond)]));
        })();
    }

    /** @return array<string, mixed> what is told of a brush */
    private function told(BundledBrush $from): array
    {
        return [
            'note' => $from->note,
            'tags' => $from->tags,
            'maker_id' => $from->maker === null ? null : $this->maker($from->maker),
            'licence' => $from->licence,
            'made_on' => $from->made === '' ? null : $from->made,
            'at_hand' => $from->atHand === [] ? null : $from->atHand,
            'strip_movement' => $from->movement,
            'strip_picture' => $from->picture === null ? null : $this->reader->picture($from->picture, $this->kept),
            'beyond' => self::orNull($from->beyond),
        ];
    }

    private function version(Brush $brush, ?BundledVersion $version, BrushParts $parts): void
    {
        $row = $brush->versions()->create(['settings' => $version->settings ?? $brush->kept, 'parts' => $parts, 'roll' => $version->roll ?? $brush->roll, 'beyond' => self::orNull($version->beyond ?? [])]);
        if ($version !== null && $version->kept !== '' && strtotime($version->kept) !== false) {
            $row->forceFill(['created_at' => Carbon::createFromTimestampUTC((int) strtotime($version->kept))])->save();
        }
        $this->record->made($row);
    }

    private function parts(BundledVersion $version): BrushParts
    {
        return new BrushParts($this->tip($version->tip), $version->bite === null ? null : $this->tip($version->bite), $version->tooth === null ? null : $this->tooth($version->tooth));
    }

    private function tip(BundledTip $tip): int
    {
        return $this->made['tip '.json_encode($tip->toArray())] ??= (function () use ($tip): int {
            $frames = $this->reader->frames($tip, $this->kept);
            $several = count($frames) > 1;
            $pictures = array_map(fn (StoredPicture $p): array => ['hash' => $p->hash, 'width' => $p->width, 'height' => $p->height, 'source' => null], $frames);
            foreach (Tip::query()->where('hash', $frames[0]->hash)->where('name', $tip->name)->where('kind', $tip->kind->value)->get() as $same) {
                if (array_column($same->pictures(), 'hash') === array_column($pictures, 'hash') && $same->dpi === $tip->dpi && ($same->beyond ?? []) == $tip->beyond) {
                    return $same->id;
                }
            }
            $origin = $tip->from === null ? [] : $this->origin($tip->from, $tip->name, count($frames));
            foreach ($origin['sources'] ?? [] as $i => $source) {
                if (isset($pictures[$i])) {
                    $pictures[$i]['source'] = $source;
                }
            }

            return $this->noted(Tip::query()->create([
                'name' => $tip->name,
                'kind' => $tip->kind,
                'hash' => $frames[0]->hash,
                'width' => $frames[0]->width,
                'height' => $frames[0]->height,
                'dpi' => $tip->dpi,
                'frames' => $several ? $pictures : null,
                'source_id' => $origin['sources'][0] ?? null,
                'frame_set_id' => $origin['set'] ?? null,
                'cut_list' => $origin['list'] ?? null,
                'beyond' => self::orNull($tip->beyond),
            ]));
        })();
    }

    private function tooth(BundledTooth $tooth): int
    {
        return $this->made['tooth '.json_encode($tooth->toArray())] ??= (function () use ($tooth): int {
            $values = ['name' => $tooth->name, 'hash' => $this->reader->tooth($tooth, $this->kept), 'side' => $tooth->side];

            return $this->here(self::saying($tooth->beyond, Tooth::query()->where($values)->get()->all())) ?? $this->noted(Tooth::query()->create([...$values, 'beyond' => self::orNull($tooth->beyond)]));
        })();
    }

    /**
     * A list that differs from that of all only in where it points is no other list.
     *
     * @return array{own: array<string, mixed>|null, place: array{float, float}|null}
     */
    private static function listOfFrame(?CutList $own, CutList $all): array
    {
        $place = $own === null ? null : Parting::place($own);

        return $place !== null && Parting::point($all, $place) == $own ? ['own' => null, 'place' => $place] : ['own' => $own?->toArray(), 'place' => null];
    }

    /**
     * What a tip was cut from.
     *
     * @return array{sources: non-empty-list<int>, set: int|null, list: CutList}
     */
    private function origin(string $path, string $name, int $frames): array
    {
        $origin = $this->reader->origin($path);
        $sources = array_map(function (array $from): int {
            $bytes = $this->reader->file->get($from['path']);
            $hash = hash('sha256', $bytes);
            $same = Source::query()->where('hash', $hash)->first() ?? Source::query()->where('recipe->svg', $hash)->first();

            return $this->here($same) ?? $this->noted((new SourceIntake($this->kept))->takeIn($bytes, $from['name'], $from['origin']));
        }, $origin->sources);
        $set = null;
        if ($frames > 1) {
            $row = FrameSet::query()->create([
                'name' => $name,
                'cut_list' => $origin->cutList,
                'frames' => array_map(fn (int $source, array $from): array => ['source' => $source, ...self::listOfFrame($from['cutList'], $origin->cutList)], $sources, $origin->sources),
                'evened' => $origin->evened,
            ]);
            $set = $row->id;
        } else {
            $source = Source::query()->findOrFail($sources[0]);
            if ($source->cut_list === null) {
                $source->update(['cut_list' => $origin->cutList]);
            }
        }

        return ['sources' => $sources, 'set' => $set, 'list' => $origin->cutList];
    }

    /**
     * @param  array<string, mixed>  $beyond  what a newer version says
     * @return array<string, mixed>|null
     */
    private static function orNull(array $beyond): ?array
    {
        return $beyond === [] ? null : $beyond;
    }

    /**
     * @template T of Maker|Tooth
     *
     * @param  array<string, mixed>  $beyond
     * @param  array<T>  $rows
     * @return T|null the one of which just that is said
     */
    private static function saying(array $beyond, array $rows): Maker|Tooth|null
    {
        return array_find($rows, fn (Maker|Tooth $row): bool => ($row->beyond ?? []) == $beyond);
    }

    private function here(Maker|Tooth|Source|null $row): ?int
    {
        return $row?->id;
    }

    private function noted(Maker|Tooth|Source|Tip $row): int
    {
        $this->record->madeAside($row);

        return $row->id;
    }
}
