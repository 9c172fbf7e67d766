<?php

declare(strict_types=1);

namespace App\Bundles;

use App\Models\Brush;
use App\Models\BrushSet;
use App\Models\BrushVersion;
use App\Models\PenRecording;
use App\Painting\BrushStrip;
use App\Store\BlobStore;
use App\Work\CalledOff;
use App\Work\Progress;
use Illuminate\Database\Eloquent\Collection;
use RuntimeException;
use Yarrowfog\Core\Format\Bundle\BundledBrush;
use Yarrowfog\Core\Format\Bundle\BundledSet;
use Yarrowfog\Core\Format\Bundle\Entry;
use Yarrowfog\Core\Format\Bundle\Manifest;
use Yarrowfog\Core\InvalidInput;

/** Packs brushes of the library into bundles: the same content gives the same bytes. See docs/bundle.md. */
final readonly class BundlePacker
{
    public function __construct(private BlobStore $kept, private BrushStrip $strips)
    {
    }

    /**
     * @param  string  $path  of the file to write
     *
     * @throws InvalidInput|RuntimeException|CalledOff
     */
    public function pack(BundleOrder $order, string $path, ?Progress $progress = null): void
    {
        [$manifest, $parcel] = $this->gather($order, true, $progress);
        ZipWriter::write($path, [Manifest::FILE => $manifest->toJson(), ...$parcel->contents()], $progress, 0.5);
    }

    /**
     * How long the file will be, about: pictures are as long as they are, words are packed to a sixth.
     *
     * @throws InvalidInput
     */
    public function size(BundleOrder $order): int
    {
        [, $parcel] = $this->gather($order, false, null);

        return array_sum(array_map(fn (Entry $entry): int => str_ends_with($entry->path, '.json') || str_ends_with($entry->path, '.inkml') ? intdiv($entry->bytes, 6) + 200 : $entry->bytes + 200, $parcel->entries()));
    }

    /** @return array{Manifest, Parcel} */
    private function gather(BundleOrder $order, bool $withStrips, ?Progress $progress): array
    {
        $parcel = new Parcel;
        $parts = new PartsPacker($this->kept, $parcel, $order->withSources);
        $brushes = $order->brushes();
        $places = [];
        $paths = [];
        $days = [''];
        foreach ($brushes->all() as $i => $brush) {
            $progress?->tell(0.5 * $i / $brushes->count(), "packing “{$brush->name}”");
            $name = sprintf('%04d-%s', $i + 1, PartsPacker::slug($brush->name, 'brush'));
            $document = $this->brush($brush, $parts, $order->withVersions, $withStrips ? $parcel->put("strips/{$name}.png", $this->strips->png($brush)) : null);
            $paths[] = $parcel->put("brushes/{$name}.json", $document->toJson());
            $places[$brush->id] = $i;
            $days[] = $document->made;
        }
        $recordings = [];
        // A damaged one is told where it stands, and stops nothing here.
        foreach ($order->withRecordings ? PenRecording::whole() : [] as $i => $recording) {
            $recordings[] = ['name' => $recording->name, 'path' => $parcel->put(sprintf('recordings/%04d-%s.inkml', $i + 1, PartsPacker::slug($recording->name, 'movement')), $recording->toInkMl())];
        }
        (new Collection($order->sets))->loadMissing('maker');
        $sets = array_map(fn (BrushSet $set): BundledSet => self::set($set, $parts, $places), $order->sets);
        $one = count($sets) === 1 ? $sets[0] : null;

        return [new Manifest($order->title, $one->note ?? '', $one->maker ?? null, self::licence($brushes->all()), max($days), $paths, $sets, $recordings, $parcel->entries()), $parcel];
    }

    private function brush(Brush $brush, PartsPacker $parts, bool $withVersions, ?string $look): BundledBrush
    {
        $versions = [];
        foreach ($withVersions ? $brush->versions()->oldest('id')->get() : [] as $version) {
            /** @var BrushVersion $version */
            $versions[] = $parts->version($version->settings, $version->roll, $version->parts ?? $brush->keptParts(), keptAt: $version->created_at->utc()->format('Y-m-d\TH:i:s\Z'), beyond: $version->beyond ?? []);
        }

        return new BundledBrush(
            $brush->name,
            $parts->version($brush->kept, $brush->roll, $brush->keptParts(), $brush->tip),
            $brush->note ?? '',
            $brush->tags ?? [],
            $brush->maker === null ? null : $parts->maker($brush->maker),
            $brush->licence,
            $brush->made_on ?? $brush->created_at->format('Y-m-d'),
            $brush->at_hand ?? [],
            $brush->strip_movement,
            $brush->strip_picture === null ? null : $parts->picture('strips', $brush->strip_picture),
            $look,
            $versions,
            $brush->beyond ?? [],
        );
    }

    /** @param  array<int, int>  $places  of brushes in the bundle, by their ids */
    private static function set(BrushSet $set, PartsPacker $parts, array $places): BundledSet
    {
        $there = array_values(array_filter(array_map(fn (int $id): ?int => $places[$id] ?? null, $set->brushIds()), is_int(...)));

        return new BundledSet($set->name, $set->note, $set->maker === null ? null : $parts->maker($set->maker), $there, $set->beyond ?? []);
    }

    /**
     * The licence of them all, where they have one in common.
     *
     * @param  array<Brush>  $brushes
     */
    private static function licence(array $brushes): string
    {
        $licences = array_unique(array_map(self::licenceOf(...), $brushes));

        return count($licences) === 1 ? (string) reset($licences) : '';
    }

    /** A brush's own licence, or its maker's. */
    public static function licenceOf(Brush $brush): string
    {
        return $brush->licence !== '' ? $brush->licence : $brush->maker->licence ?? '';
    }
}
