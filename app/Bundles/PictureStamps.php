<?php

declare(strict_types=1);

namespace App\Bundles;

use App\Cutting\TipMaker;
use App\Gathering\SourceImages;
use App\Gathering\SourceIntake;
use App\Keeping\BrushActions;
use App\Keeping\KeepHistory;
use App\Keeping\KeepRecorder;
use App\Models\Brush;
use App\Pictures\PictureFile;
use App\Pictures\PictureRefused;
use App\Pictures\StrangerFile;
use App\Pictures\SvgFile;
use App\Store\DerivativeCache;
use App\Work\CalledOff;
use App\Work\Progress;
use Throwable;
use Yarrowfog\Core\Advice\FirstBeginning;
use Yarrowfog\Core\Cut\MendedList;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Dab\BrushTextures;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Stroke\Swatch;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Beginnings;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Practice\Movements;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\Frame;

/** Plain pictures taken as brushes: each is cut as its checks say, and begins as all of them are to begin. */
final readonly class PictureStamps
{
    /** px of the longer side at which a picture is looked at. */
    private const LOOKED_AT = 400;

    /** px of a brush in a strip. */
    private const SHOWN = 84;

    public function __construct(private SourceIntake $sources, private SourceImages $images, private TipMaker $maker, private KeepHistory $history, private DerivativeCache $derived)
    {
    }

    /**
     * What it would paint, small.
     *
     * @throws PictureRefused|InvalidInput
     */
    public function strip(string $bytes, string $beginning, int $width, int $height): string
    {
        return $this->derived->remember('stamp-'.hash('sha256', "{$beginning} {$width} {$height} {$bytes}"), function () use ($bytes, $beginning, $width, $height): string {
            $picture = (SvgFile::is($bytes) ? PictureFile::read(SvgFile::png($bytes, self::LOOKED_AT)) : StrangerFile::read($bytes, self::LOOKED_AT))->bitmap();
            $list = MendedList::of($picture);
            $cut = Replay::of($list, $picture)->picture;
            $settings = Beginnings::of($beginning, BrushSettings::standard($list->kind))->withBase('size', self::SHOWN);
            $isStamp = $settings->choices->onePerPress;
            $traces = $isStamp
                ? array_map(fn (int $i): Trace => new Trace([new Sample(0, $width * ($i + 0.5) / 3, $height / 2, 1.0)]), [0, 1, 2])
                : [Movements::swell(new Rect(40, 44, $width - 80, $height - 88))];

            return PictureFile::png(Swatch::paint(new BrushTextures([new HalvedMipChain(Frame::fromPicture($cut, $list->kind))]), $settings, $traces, 1, $width, $height, Swatch::ground($settings, $width, $height)));
        });
    }

    /**
     * @param  list<array{name: string, bytes: string}>  $pictures
     * @param  string  $beginning  what all of them begin as
     * @param  string  $onSet  name of a set that they are put on; empty for none
     * @return list<int> ids of the brushes
     *
     * @throws PictureRefused|InvalidInput|CalledOff
     */
    public function take(array $pictures, string $beginning, string $onSet = '', ?Progress $progress = null): array
    {
        $brushes = [];
        $fresh = [];
        try {
            foreach ($pictures as $i => $picture) {
                $progress?->tell(0.95 * $i / count($pictures), "cutting “{$picture['name']}”");
                [$source, $wasHere] = $this->sources->takeInOnce($picture['bytes'], $picture['name']);
                if (! $wasHere) {
                    $fresh[] = $source;
                }
                $small = $this->images->picture($source, self::LOOKED_AT);
                $brush = $this->maker->make($source, MendedList::of($small->bitmap(), $small->width / $source->width), $picture['name']);
                $fresh[] = $brush->tip;
                $fresh[] = $brush;
                $brush->update(['kept' => $this->begun($brush, $beginning)]);
                $brushes[] = $brush;
            }
        } catch (Throwable $e) {
            // All or nothing: what was made so far is taken away again.
            foreach (array_reverse($fresh) as $row) {
                $row->forceDelete();
            }
            throw $e;
        }
        $ids = array_map(fn (Brush $brush): int => $brush->id, $brushes);
        $words = count($ids) === 1 ? "Took in “{$brushes[0]->name}”" : sprintf('Took in %s pictures', number_format(count($ids)));
        $this->history->record($words, function (KeepRecorder $record) use ($fresh, $ids, $onSet): void {
            foreach ($fresh as $row) {
                $record->madeAside($row);
            }
            if ($onSet !== '') {
                BrushActions::placeOn($record, $onSet, $ids);
            }
        });

        return $ids;
    }

    /** At 1 : 1, or as large as the beginning is, whichever is less. */
    private function begun(Brush $brush, string $beginning): BrushSettings
    {
        if ($beginning === '') {
            return $brush->kept;
        }
        $begun = Beginnings::of($beginning, BrushSettings::standard($brush->tip->kind));
        $side = (float) max(8, $brush->tip->width, $brush->tip->height);

        return $beginning === FirstBeginning::STAMPED ? $begun->withBase('size', min($side, 280.0)) : $begun->withBase('size', min($side, $begun->base('size')));
    }
}
