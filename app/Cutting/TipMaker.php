<?php

declare(strict_types=1);

namespace App\Cutting;

use App\Models\Brush;
use App\Models\FrameSet;
use App\Models\Source;
use App\Models\Tip;
use App\Pictures\PictureFile;
use App\Store\BlobStore;
use App\Work\Progress;
use Illuminate\Database\Eloquent\SoftDeletingScope;
use Illuminate\Support\Facades\DB;
use Yarrowfog\Core\Advice\FirstBeginning;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\FrameBox;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Stroke\Beginnings;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Tip\Frame;
use Yarrowfog\Core\Tip\Tip as CoreTip;
use Yarrowfog\Core\Tip\TipKind;

/** Makes tips of sources, with a brush to begin with; makes them anew; and puts them back. */
final readonly class TipMaker
{
    /** px */
    private const FIRST_SIZE = 64;

    /** px of the longer side at which a tip's shape is looked at. */
    private const LOOKED_AT = 384;

    public function __construct(private Cutter $cutter, private BlobStore $kept)
    {
    }

    /** @throws InvalidInput when the result can be no tip */
    public function make(Source $source, CutList $list, string $name, ?Progress $progress = null): Brush
    {
        $made = $this->cut($source, $list, $progress ?? Progress::of(null));

        return DB::connection()->transaction(function () use ($source, $list, $name, $made): Brush {
            $source->update(['cut_list' => $list]);

            return $this->brushOf(Tip::query()->create(['name' => $name, ...$made]));
        });
    }

    /** @throws InvalidInput when the result can be no tip, or the set no set of frames */
    public function makeOfSet(FrameSet $set, string $name, ?Progress $progress = null): Brush
    {
        $made = $this->cutSet($set, $progress ?? Progress::of(null));

        return DB::connection()->transaction(fn (): Brush => $this->brushOf(Tip::query()->create(['name' => $name, ...$made])));
    }

    /**
     * The same tip from the same source, cut by another list; every brush that uses it follows.
     * What it was is kept, to be put back.
     *
     * @throws InvalidInput
     */
    public function remake(Tip $tip, Source|FrameSet $from, CutList $list, ?Progress $progress = null): Tip
    {
        $progress ??= Progress::of(null);
        if ($from instanceof FrameSet) {
            $from->cut_list = $list;
            $made = $this->cutSet($from, $progress);
        } else {
            $made = $this->cut($from, $list, $progress);
        }

        return DB::connection()->transaction(function () use ($tip, $from, $list, $made): Tip {
            $from->update(['cut_list' => $list]);
            $tip->makings()->create(['was' => self::state($tip)]);
            $tip->update($made);
            self::follow($tip);

            return $tip;
        });
    }

    /** Puts back what the tip was before it was last made anew. */
    public function putBack(Tip $tip): Tip
    {
        return DB::connection()->transaction(function () use ($tip): Tip {
            $last = $tip->makings()->latest('id')->first() ?? throw new InvalidInput('tip', 'This tip was never made anew: there is nothing to put back.');
            $tip->update($last->was);
            $last->delete();
            self::follow($tip);

            return $tip;
        });
    }

    /** @return array<string, mixed> */
    private function cut(Source $source, CutList $list, Progress $progress): array
    {
        $cut = $this->cutter->whole($source, $list, $progress, 0.0, 0.9);
        $progress->tell(0.92, 'Keeping the tip');

        return ['source_id' => $source->id, 'frame_set_id' => null, 'kind' => $list->kind, 'dpi' => $source->dpi, 'cut_list' => $list, 'frames' => null, ...$this->store($cut, $list->kind, $source->dpi)];
    }

    /** @return array<string, mixed> */
    private function cutSet(FrameSet $set, Progress $progress): array
    {
        $count = count($set->frames);
        if ($count < 2 || $count > CoreTip::MOST_FRAMES) {
            throw new InvalidInput('frames', sprintf('A tip takes 2 to %d frames; these are %d.', CoreTip::MOST_FRAMES, $count));
        }
        $kind = $set->cutListOrFirst()->kind;
        $lists = [];
        $dpi = null;
        foreach ($set->frames as $i => $frame) {
            $source = Source::query()->find($frame['source']) ?? throw new InvalidInput('frames', sprintf('The source of frame %d is gone. Take the frame out, or bring its source back in Gather.', $i + 1));
            $dpi ??= $source->dpi;
            $lists[] = [$source, new CutList($kind, $set->listOf($i)->steps)];
        }
        $cuts = $this->cutter->frames($lists, $progress, 0.9);
        $progress->tell(0.92, 'Keeping the tip');
        $frames = [];
        foreach (FrameBox::around($cuts, $kind, $set->evened) as $i => $picture) {
            $frames[] = [...$this->store($picture, $kind, $dpi), 'source' => $set->frames[$i]['source']];
        }

        return ['source_id' => $set->frames[0]['source'], 'frame_set_id' => $set->id, 'kind' => $kind, 'dpi' => $dpi, 'cut_list' => $set->cutListOrFirst(), 'frames' => $frames, 'hash' => $frames[0]['hash'], 'width' => $frames[0]['width'], 'height' => $frames[0]['height']];
    }

    /** @return array{hash: string, width: int, height: int} */
    private function store(Bitmap $cut, TipKind $kind, ?int $dpi): array
    {
        return ['hash' => $this->kept->put(PictureFile::png(Frame::fromPicture($cut, $kind)->toPicture(), $dpi)), 'width' => $cut->width, 'height' => $cut->height];
    }

    /** @return array<string, mixed> what of a tip a making changes */
    private static function state(Tip $tip): array
    {
        return [
            'source_id' => $tip->source_id, 'frame_set_id' => $tip->frame_set_id, 'kind' => $tip->kind->value, 'dpi' => $tip->dpi,
            'hash' => $tip->hash, 'width' => $tip->width, 'height' => $tip->height, 'frames' => $tip->frames,
        ];
    }

    /** Brushes print a tip as its kind says. */
    private static function follow(Tip $tip): void
    {
        foreach (Brush::query()->withoutGlobalScope(SoftDeletingScope::class)->where('tip_id', $tip->id)->get() as $brush) {
            $brush->update(['kept' => $brush->kept->ofKind($tip->kind), 'draft' => $brush->draft?->ofKind($tip->kind)]);
        }
    }

    private function brushOf(Tip $tip): Brush
    {
        return Brush::query()->create(['tip_id' => $tip->id, 'name' => $tip->name, 'kept' => $this->firstSettings($tip), 'roll' => $tip->id]);
    }

    /** As what suits the tip; at 1 : 1 or 64 px, whichever is less. */
    private function firstSettings(Tip $tip): BrushSettings
    {
        $ink = Frame::fromPicture(PictureFile::read($this->kept->get($tip->hash), self::LOOKED_AT)->bitmap(), $tip->kind)->ink;
        $begun = Beginnings::of(FirstBeginning::of($ink, count($tip->frames ?? [1])), BrushSettings::standard($tip->kind));

        return $begun->withBase('size', (float) max(8, min(self::FIRST_SIZE, max($tip->width, $tip->height))));
    }
}
