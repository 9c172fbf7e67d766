<?php

declare(strict_types=1);

namespace App\Cutting;

use App\Gathering\Gatherer;
use App\Models\Brush;
use App\Models\Source;
use App\Models\Tip;
use App\Pictures\PictureFile;
use App\Store\Kept;
use Illuminate\Support\Facades\DB;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Stroke\Brush as BrushSettings;
use Yarrowfog\Core\Stroke\SettingValue;
use Yarrowfog\Core\Tip\Frame;

/** Replays cut lists over sources, small for the eye and whole for the tip. */
final readonly class Cutter
{
    /** px of a tip's longer side. */
    public const LARGEST = 4096;

    /** Ink below which a tip would print nothing at all. */
    private const NO_INK = 0.00001;

    public function __construct(private Gatherer $gatherer, private Kept $kept)
    {
    }

    /** @return array{CutResult, Replay} */
    public function preview(Source $source, CutList $list): array
    {
        $picture = $this->gatherer->preview($source);
        $factor = $picture->width / $source->width;

        $replay = Replay::of($list, $picture->bitmap(), $factor);

        return [new CutResult($replay->picture, $list, $factor), $replay];
    }

    /**
     * Cuts the whole source and makes a tip of it, with a brush to begin with.
     *
     * @throws InvalidInput when the result can be no tip
     */
    public function makeTip(Source $source, CutList $list, string $name): Brush
    {
        $picture = $this->gatherer->picture($source, self::LARGEST);
        $cut = $list->replay($picture->bitmap(), $picture->width / $source->width);
        if (max($cut->width, $cut->height) > self::LARGEST) {
            throw new InvalidInput('steps', sprintf('The tip would be %s × %s px. The most is %s px a side: add a scale step.', number_format($cut->width), number_format($cut->height), number_format(self::LARGEST)));
        }
        if ((new CutResult($cut, $list))->meanInk() < self::NO_INK) {
            throw new InvalidInput('steps', 'Nothing of this picture would print, so it makes no tip. The check list says what to change.');
        }
        $frame = Frame::fromPicture($cut, $list->kind);
        $hash = $this->kept->put($this->png($frame->toPicture(), $source->dpi));

        return DB::connection()->transaction(function () use ($source, $list, $name, $cut, $hash): Brush {
            $source->update(['cut_list' => $list]);
            $tip = Tip::query()->create([
                'source_id' => $source->id,
                'name' => $name,
                'kind' => $list->kind,
                'hash' => $hash,
                'width' => $cut->width,
                'height' => $cut->height,
                'dpi' => $source->dpi,
                'cut_list' => $list,
            ]);

            return Brush::query()->create(['tip_id' => $tip->id, 'name' => $name, 'kept' => self::firstSettings($tip), 'roll' => $tip->id]);
        });
    }

    /** A new brush presses: its size follows the pen from the start. */
    private static function firstSettings(Tip $tip): BrushSettings
    {
        return BrushSettings::read([
            'kind' => $tip->kind->value,
            'settings' => [
                'size' => ['base' => (float) max(8, min(64, max($tip->width, $tip->height))), 'drives' => [['input' => 'pressure', 'from' => 0.25, 'to' => 1]]],
            ],
        ])->with('spacing', new SettingValue(0.12));
    }

    private function png(Bitmap $picture, ?int $dpi): string
    {
        return PictureFile::png($picture, $dpi);
    }
}
