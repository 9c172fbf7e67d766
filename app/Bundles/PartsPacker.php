<?php

declare(strict_types=1);

namespace App\Bundles;

use App\Models\BrushParts;
use App\Models\FrameSet;
use App\Models\Maker;
use App\Models\Source;
use App\Models\Tip;
use App\Models\Tooth;
use App\Pictures\DeepGrey;
use App\Store\BlobStore;
use Illuminate\Support\Str;
use Yarrowfog\Core\Format\Bundle\BundledMaker;
use Yarrowfog\Core\Format\Bundle\BundledOrigin;
use Yarrowfog\Core\Format\Bundle\BundledTip;
use Yarrowfog\Core\Format\Bundle\BundledTooth;
use Yarrowfog\Core\Format\Bundle\BundledVersion;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\ToothName;

/** Puts what brushes are made of into a parcel: tips, teeth, makers, and what tips were cut from. */
final class PartsPacker
{
    /** Letters of a hash that tell one file from all others. */
    private const TOLD = 20;

    /** Endings of pictures by their types, where they are others. */
    private const ENDINGS = ['jpeg' => 'jpg', 'tiff' => 'tif'];

    /** @var array<int, Tip|null> */
    private array $tips = [];

    public function __construct(private readonly BlobStore $kept, private readonly Parcel $parcel, private readonly bool $withSources)
    {
    }

    /**
     * What a brush paints with, now or then.
     *
     * @param  array<string, mixed>  $beyond  what a newer version of the format said of it
     */
    public function version(BrushSettings $settings, int $roll, BrushParts $parts, ?Tip $tip = null, string $keptAt = '', array $beyond = []): BundledVersion
    {
        $bite = $parts->bite === null ? null : $this->find($parts->bite);
        $tooth = $settings->choices->tooth === ToothName::Own || $parts->tooth !== null ? $parts->findTooth() : null;

        return new BundledVersion(
            $settings,
            $roll,
            $this->tip($tip ?? $this->find($parts->tip) ?? $parts->findTip(), isOrigin: $keptAt === ''),
            $bite === null ? null : $this->tip($bite, isOrigin: false),
            $tooth === null ? null : $this->tooth($tooth),
            $keptAt,
            $beyond,
        );
    }

    public function maker(Maker $maker): string
    {
        $picture = fn (?string $hash): ?string => $hash === null ? null : $this->blob('makers', $hash, 'png');
        $json = (new BundledMaker($maker->name, $maker->licence, $maker->note, $picture($maker->mark), $picture($maker->signature), $maker->beyond ?? []))->toJson();

        return $this->parcel->put('makers/'.self::slug($maker->name, 'maker').'-'.substr(hash('sha256', $json), 0, 8).'.json', $json);
    }

    public function picture(string $folder, string $hash): string
    {
        return $this->blob($folder, $hash, 'png');
    }

    /** A name in letters that every system can hold. */
    public static function slug(string $name, string $else): string
    {
        $slug = substr(Str::slug($name), 0, 50);

        return $slug === '' ? $else : $slug;
    }

    private function tip(Tip $tip, bool $isOrigin): BundledTip
    {
        $frames = array_map(fn (array $picture): array => ['path' => $this->blob('tips', $picture['hash'], 'png'), 'width' => $picture['width'], 'height' => $picture['height']], $tip->pictures());

        return new BundledTip($tip->name, $tip->kind, $frames, $tip->dpi, $isOrigin && $this->withSources ? $this->origin($tip) : null, $tip->beyond ?? []);
    }

    private function tooth(Tooth $tooth): BundledTooth
    {
        $path = 'teeth/'.substr($tooth->hash, 0, self::TOLD).'.png';
        if (! $this->parcel->has($path)) {
            $this->parcel->put($path, DeepGrey::png($tooth->side, $tooth->side, $this->kept->get($tooth->hash)));
        }

        return new BundledTooth($tooth->name, $path, $tooth->side, $tooth->beyond ?? []);
    }

    /** @return string|null null where what it was cut from is gone */
    private function origin(Tip $tip): ?string
    {
        $set = $tip->frame_set_id === null ? null : FrameSet::query()->find($tip->frame_set_id);
        $sources = [];
        foreach ($set === null ? [['source' => (int) $tip->source_id, 'own' => null]] : $set->frames as $i => $frame) {
            $source = Source::withTrashed()->find($frame['source']);
            if ($source === null) {
                return null;
            }
            $lines = $source->recipe['svg'] ?? null;
            $sources[] = [
                'name' => $source->name,
                'path' => is_string($lines) ? $this->blob('sources', $lines, 'svg') : $this->blob('sources', $source->hash, self::ENDINGS[$source->type] ?? $source->type),
                'origin' => $source->origin,
                'dpi' => $source->dpi,
                'cutList' => $set !== null && ($frame['own'] !== null || isset($frame['place'])) ? $set->listOf($i) : null,
            ];
        }
        if ($sources === []) {
            return null;
        }
        $json = (new BundledOrigin($sources, $tip->cut_list ?? ($set === null ? null : $set->cutListOrFirst()) ?? Source::withTrashed()->findOrFail($tip->source_id)->cutListOrFirst(), $set !== null && $set->evened))->toJson();

        return $this->parcel->put('sources/'.substr(hash('sha256', $json), 0, self::TOLD).'.json', $json);
    }

    private function blob(string $folder, string $hash, string $ending): string
    {
        $path = "{$folder}/".substr($hash, 0, self::TOLD).".{$ending}";

        return $this->parcel->has($path) ? $path : $this->parcel->putFile($path, $hash, $this->kept->size($hash), fn (): string => $this->kept->file($hash));
    }

    private function find(int $id): ?Tip
    {
        return $this->tips[$id] ??= Tip::withTrashed()->find($id);
    }
}
