<?php

declare(strict_types=1);

namespace App\Bundles;

use App\Keeping\BrushActions;
use App\Keeping\KeepHistory;
use App\Keeping\KeepRecorder;
use App\Models\Brush;
use App\Models\BrushSet;
use App\Models\PenRecording;
use App\Pictures\PictureRefused;
use App\Store\BlobStore;
use App\Work\CalledOff;
use App\Work\Progress;
use Yarrowfog\Core\Format\Bundle\BundledBrush;
use Yarrowfog\Core\Format\Bundle\BundledSet;
use Yarrowfog\Core\Format\InkMl\InkMlReader;
use Yarrowfog\Core\InvalidInput;

/** Takes brushes of a bundle into the library: all that is asked for or nothing, as one step that can be taken back. */
final readonly class BundleTaker
{
    public const TAKE = 'take';

    public const SKIP = 'skip';

    public const REPLACE = 'replace';

    public function __construct(private BlobStore $kept, private KeepHistory $history)
    {
    }

    /**
     * What each brush of a bundle meets in the library: one that paints the same, or one of the same name.
     *
     * @return list<array{same: Brush|null, named: Brush|null}>
     */
    public function compare(BundleReader $reader): array
    {
        $brushes = $reader->brushes();
        $known = BrushIdentity::inLibrary(array_map(fn (BundledBrush $brush): string => $reader->file->hash($brush->now->tip->frames[0]['path']), array_values($brushes)));
        $names = [];
        foreach (Brush::library()->get(['id', 'name']) as $brush) {
            $names[mb_strtolower($brush->name)] ??= $brush;
        }

        return array_values(array_map(fn (BundledBrush $brush): array => [
            'same' => $known === [] ? null : $known[BrushIdentity::ofBundled($brush->now, $reader)] ?? null,
            'named' => $names[mb_strtolower($brush->name)] ?? null,
        ], $brushes));
    }

    /**
     * @param  array<int, string>  $choices  TAKE, SKIP or REPLACE, for brushes by their places; what the library has already is skipped, anything else taken, where nothing is chosen
     * @param  string  $onSet  name of a set that all of them are put on besides; empty for none
     * @return list<int> ids of the brushes that were taken or stood here already, in the bundle's order
     *
     * @throws InvalidInput|PictureRefused|CalledOff
     */
    public function take(BundleReader $reader, array $choices = [], string $onSet = '', ?Progress $progress = null): array
    {
        $progress?->tell(0.05, 'looking the bundle through');
        $reader->check();
        $met = $this->compare($reader);
        // The pictures first: while rows are written nobody else can write, and a pen would wait.
        $progress?->tell(0.4, 'keeping the pictures');
        $reader->check($this->kept);
        $progress?->tell(0.6, 'taking the brushes');

        return $this->history->record($this->words($reader), function (KeepRecorder $record) use ($reader, $choices, $met, $onSet, $progress): array {
            $parts = new PartsTaker($reader, $record, $this->kept);
            $ids = [];
            foreach ($reader->brushes() as $place => $brush) {
                if ($place % 20 === 0) {
                    $progress?->tell(0.6 + 0.35 * $place / $reader->count(), "taking “{$brush->name}”");
                }
                ['same' => $same, 'named' => $named] = $met[$place];
                $choice = $choices[$place] ?? ($same === null ? self::TAKE : self::SKIP);
                $ids[$place] = match (true) {
                    $choice === self::SKIP => $same?->id,
                    $choice === self::REPLACE && $named !== null => $parts->replace($named, $brush),
                    default => $parts->make($brush),
                };
            }
            $this->putOnSets($reader, $record, $parts, $ids, $onSet);
            $this->takeRecordings($reader, $record);

            return array_values(array_filter($ids, is_int(...)));
        });
    }

    /** @param  array<int, int|null>  $ids  of brushes by their places */
    private function putOnSets(BundleReader $reader, KeepRecorder $record, PartsTaker $parts, array $ids, string $onSet): void
    {
        $position = BrushSet::lastPosition();
        foreach ($reader->file->manifest->sets as $set) {
            $members = array_values(array_filter(array_map(fn (int $place): ?int => $ids[$place] ?? null, $set->brushes), is_int(...)));
            if (($members !== [] || $set->brushes === []) && ! self::stands($set, $members)) {
                $made = BrushSet::query()->create(['name' => $set->name, 'note' => $set->note, 'maker_id' => $set->maker === null ? null : $parts->maker($set->maker), 'position' => $position++, 'beyond' => $set->beyond === [] ? null : $set->beyond]);
                $record->made($made);
                BrushActions::place($record, $made, $members);
            }
        }
        $members = array_values(array_filter($ids, is_int(...)));
        if ($onSet !== '' && $members !== []) {
            BrushActions::placeOn($record, $onSet, $members);
        }
    }

    /** @param  list<int>  $members */
    private static function stands(BundledSet $set, array $members): bool
    {
        return array_any(BrushSet::query()->where('name', $set->name)->where('note', $set->note)->get()->all(), fn (BrushSet $here): bool => $here->brushIds() === $members);
    }

    private function takeRecordings(BundleReader $reader, KeepRecorder $record): void
    {
        $manifest = $reader->file->manifest->recordings;
        $known = [];
        foreach ($manifest === [] ? [] : PenRecording::whole() as $one) {
            $known[$one->name."\n".$one->toInkMl()] = true;
        }
        foreach ($manifest as $recording) {
            $one = PenRecording::of($recording['name'], InkMlReader::read($reader->file->json($recording['path'])));
            if (! isset($known[$one->name."\n".$one->toInkMl()])) {
                $one->save();
                $record->madeAside($one);
            }
        }
    }

    private function words(BundleReader $reader): string
    {
        $count = $reader->count();

        return sprintf('Took in “%s”: %s', $reader->file->manifest->title, $count === 1 ? 'one brush' : number_format($count).' brushes');
    }
}
