<?php

declare(strict_types=1);

namespace App\Cutting;

use App\Gathering\SourceImages;
use App\Models\Source;
use App\Work\Progress;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\ListedStep;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\Cut\Steps\TakeThing;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Resampler;
use Yarrowfog\Core\Tip\Tip;

use function Illuminate\Support\defer;

/** Replays cut lists over sources, small for the eye and whole for the tip. */
final readonly class Cutter
{
    /** Of the preview's size, what is shown at rest and, where that takes long, while a slider moves. */
    public const SIZES = ['whole' => 1.0, 'most' => 0.7, 'half' => 0.5];

    public const WHOLE = 'whole';

    private const THING = 'thing';

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
        if ($isWhole) {
            $this->expectMark($source, $list, $at ?? 0, $factor);
        }
        $replay = $isWhole ? $this->halfway->find($source, 'end', $list, $count) : null;
        if ($replay === null) {
            $replay = $this->upTo($source, $list, min($at ?? 0, $count), $factor, $size);
            $replay = $isWhole ? $this->pastThing($replay, $source, $list, $factor) : $replay;
            $replay = $replay->through($list, $count, $factor);
            if ($isWhole) {
                $this->halfway->keep($source, 'end', $list, $count, $replay);
            }
        }

        return [$replay, $factor];
    }

    /** Where nothing was pointed at yet what every mark needs is found before the first one comes, once the picture was answered. */
    private function expectMark(Source $source, CutList $list, int $at, float $factor): void
    {
        $step = $list->steps[$at] ?? null;
        if ($this->halfway->last() && $step !== null && $step->on && $step->step === TakeThing::class && TakeThing::from($step->numbers)->marks->sayNothing()) {
            defer(fn () => TakeThing::expect($this->upTo($source, $list, $at, $factor, self::WHOLE)->picture));
        }
    }

    /** The preview of another list that is looked at once, from what is at hand before a step of both: it is not kept itself. */
    public function aside(Source $source, CutList $list, int $at): Replay
    {
        $factor = $this->images->previewFactor($source);

        return $this->upTo($source, $list, min($at, count($list->steps)), $factor, self::WHOLE)->through($list, count($list->steps), $factor);
    }

    /** The preview as it was when a thing had been taken out of it, if that is at hand still: no other step takes as long. */
    public function thing(Source $source, CutList $list): ?Replay
    {
        $behind = self::behindThing($list);

        return $behind === null ? null : $this->halfway->find($source, self::THING, $list, $behind);
    }

    /** Goes on to where the thing has been taken out, and keeps what is there, if that comes next. */
    private function pastThing(Replay $replay, Source $source, CutList $list, float $factor): Replay
    {
        $behind = self::behindThing($list);
        if ($behind === null || $behind < count($replay->inputs)) {
            return $replay;
        }
        $past = $this->thing($source, $list) ?? $replay->through($list, $behind, $factor);
        $this->halfway->keep($source, self::THING, $list, $behind, $past);

        return $past;
    }

    /** @return int|null steps up to the last one that takes a thing out, and with it */
    private static function behindThing(CutList $list): ?int
    {
        $at = array_key_last(array_filter($list->steps, fn (ListedStep $s): bool => $s->on && $s->step === TakeThing::class));

        return $at === null ? null : $at + 1;
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
        $progress->tell($from, 'Opening the picture');

        return self::end($this->open($source), $list, $progress, $from + 0.15 * ($until - $from), $until);
    }

    /**
     * Several whole sources, cut. What frames of one source have in common is done once.
     *
     * @param  list<array{Source, CutList}>  $frames
     * @param  float  $until  0–1: where the progress of this ends
     * @return list<Bitmap>
     *
     * @throws InvalidInput when one of the results can be no tip
     */
    public function frames(array $frames, Progress $progress, float $until): array
    {
        $cuts = [];
        $begun = null;
        foreach ($frames as $i => [$source, $list]) {
            [$from, $to] = [$until * $i / count($frames), $until * ($i + 1) / count($frames)];
            $next = $frames[$i + 1] ?? null;
            $shared = $next !== null && $next[0]->id === $source->id ? self::inCommon($list, $next[1]) : 0;
            if ($begun === null && $shared === 0) {
                $cuts[] = $this->whole($source, $list, $progress, $from, $to);

                continue;
            }
            $progress->tell($from, 'Opening the picture');
            [$replay, $factor] = $begun ?? $this->open($source);
            $begun = [$replay->through($list, $shared, $factor), $factor];
            unset($replay);
            $cuts[] = self::end($begun, $list, $progress, $from + 0.15 * ($to - $from), $to);
            if ($shared === 0 || count($begun[0]->inputs) > $shared) {
                $begun = null;
            }
        }

        return $cuts;
    }

    /** @return array{Replay, float} a whole source before the first step, and its size against the picture that was brought */
    private function open(Source $source): array
    {
        $picture = $this->images->picture($source, Tip::LARGEST);

        return [Replay::begin($picture->bitmap()), $picture->width / $source->width];
    }

    /** How many steps two lists begin with alike. */
    private static function inCommon(CutList $one, CutList $other): int
    {
        $count = 0;
        while (isset($one->steps[$count], $other->steps[$count]) && $one->kind === $other->kind && $one->steps[$count] == $other->steps[$count]) {
            $count++;
        }

        return $count;
    }

    /**
     * @param  array{Replay, float}  $begun  not held any longer than it is needed: pictures are large
     *
     * @throws InvalidInput when the result can be no tip
     */
    private static function end(array $begun, CutList $list, Progress $progress, float $from, float $until): Bitmap
    {
        [$replay, $factor] = $begun;
        unset($begun);
        foreach ($list->steps as $i => $listed) {
            $progress->tell($from + 0.95 * ($until - $from) * $i / count($list->steps), $listed->description()->label);
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
            $past = $size === self::WHOLE ? $this->thing($source, $list) : null;
            $replay = $past !== null && count($past->inputs) <= $at ? $past : Replay::begin($this->smaller($source, $part));
            $replay = $replay->through($list, $at, $factor);
            $this->halfway->keep($source, $stop, $list, $at, $replay);
        }

        return $replay;
    }

    /** @param  float  $part  of the preview's size */
    private function smaller(Source $source, float $part): Bitmap
    {
        $picture = $this->images->preview($source)->bitmap();

        return $part < 1.0 ? (new Resampler(Filter::Area))->bitmap($picture, max(1, (int) round($picture->width * $part)), max(1, (int) round($picture->height * $part))) : $picture;
    }
}
