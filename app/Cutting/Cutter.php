<?php

declare(strict_types=1);

namespace App\Cutting;

use App\Gathering\SourceImages;
use App\Models\Source;
use App\Work\Progress;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Resampler;
use Yarrowfog\Core\Tip\Tip;

/** Replays cut lists over sources, small for the eye and whole for the tip. */
final readonly class Cutter
{
    /** Of the preview's size, what is shown at rest and, where that takes long, while a slider moves. */
    public const SIZES = ['whole' => 1.0, 'most' => 0.7, 'half' => 0.5];

    public const WHOLE = 'whole';

    /** Ink below which a tip would print nothing at all. */
    private const NO_INK = 0.00001;

    public function __construct(private SourceImages $images, private ReplayCheckpoints $halfway)
    {
    }

    /**
     * @param  int|null  $at  the step whose numbers are being changed: what comes before it is kept for the next time
     * @param  string  $size  one of SIZES
     * @return array{Replay, float} with its size against the full picture
     *
     * @throws InvalidInput
     */
    public function preview(Source $source, CutList $list, ?int $at = null, string $size = self::WHOLE): array
    {
        $count = count($list->steps);
        $factor = $this->images->previewFactor($source) * self::SIZES[$size];
        $isWhole = $size === self::WHOLE;
        $replay = $isWhole ? $this->halfway->find($source, 'end', $list, $count) : null;
        if ($replay === null) {
            $replay = $this->upTo($source, $list, min($at ?? 0, $count), $factor, $size)->through($list, $count, $factor);
            if ($isWhole) {
                $this->halfway->keep($source, 'end', $list, $count, $replay);
            }
        }

        return [$replay, $factor];
    }

    /**
     * The whole source, cut.
     *
     * @param  float  $from  0–1: where the progress of this begins
     * @param  float  $until  0–1: where it ends
     *
     * @throws InvalidInput when the result can be no tip
     */
    public function whole(Source $source, CutList $list, Progress $progress, float $from = 0.0, float $until = 1.0): Bitmap
    {
        $part = fn (float $p): float => $from + ($until - $from) * $p;
        $progress->tell($part(0.0), 'Opening the picture');
        $picture = $this->images->picture($source, Tip::LARGEST);
        $factor = $picture->width / $source->width;
        $replay = Replay::begin($picture->bitmap());
        unset($picture);
        foreach ($list->steps as $i => $listed) {
            $progress->tell($part(0.15 + 0.8 * $i / count($list->steps)), $listed->description()->label);
            $replay = $replay->through($list, $i + 1, $factor);
        }
        $cut = $replay->picture;
        if (max($cut->width, $cut->height) > Tip::LARGEST) {
            throw new InvalidInput('steps', sprintf('The tip would be %s × %s px. The most is %s px a side: add a scale step.', number_format($cut->width), number_format($cut->height), number_format(Tip::LARGEST)));
        }
        if ((new CutResult($cut, $list))->meanInk() < self::NO_INK) {
            throw new InvalidInput('steps', 'Nothing of this picture would print, so it makes no tip. The check list says what to change.');
        }

        return $cut;
    }

    private function upTo(Source $source, CutList $list, int $at, float $factor, string $size): Replay
    {
        $part = self::SIZES[$size];
        $stop = "before {$size}";
        $replay = $this->halfway->find($source, $stop, $list, $at);
        if ($replay === null) {
            $picture = $this->images->preview($source)->bitmap();
            $picture = $part < 1.0 ? (new Resampler(Filter::Area))->bitmap($picture, max(1, (int) round($picture->width * $part)), max(1, (int) round($picture->height * $part))) : $picture;
            $replay = Replay::begin($picture)->through($list, $at, $factor);
            $this->halfway->keep($source, $stop, $list, $at, $replay);
        }

        return $replay;
    }
}
