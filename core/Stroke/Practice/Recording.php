<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Practice;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\JsonValue;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;

/** What a pen did: one stroke or several, to be replayed by the practice pen. */
final readonly class Recording implements JsonValue
{
    public const MOST_STROKES = 200;

    /** Samples of all strokes together. */
    public const MOST_SAMPLES = 40000;

    /** @param  non-empty-list<Trace>  $strokes */
    private function __construct(public array $strokes)
    {
    }

    /**
     * @param  list<Trace>  $strokes
     *
     * @throws InvalidInput when there is none, or too much
     */
    public static function of(array $strokes): self
    {
        if ($strokes === []) {
            throw new InvalidInput('strokes', 'There is no stroke in it: a trace needs at least one.');
        }
        $samples = array_sum(array_map(fn (Trace $t): int => count($t->samples), $strokes));
        if (count($strokes) > self::MOST_STROKES || $samples > self::MOST_SAMPLES) {
            throw new InvalidInput('strokes', sprintf('These are %s strokes with %s places. The practice pen replays up to %d strokes with %s places together.', number_format(count($strokes)), number_format($samples), self::MOST_STROKES, number_format(self::MOST_SAMPLES)));
        }

        return new self($strokes);
    }

    /**
     * @param  mixed  $json  decoded: a list of traces (see Trace)
     *
     * @throws InvalidInput
     */
    public static function read(mixed $json): self
    {
        return self::of(array_map(Trace::read(...), JsonReader::of($json)->each(most: self::MOST_STROKES)));
    }

    /** @return array{float, float, float, float} left, top, right and bottom of all samples, px */
    public function extent(): array
    {
        $xs = $ys = [];
        foreach ($this->strokes as $stroke) {
            foreach ($stroke->samples as $sample) {
                $xs[] = $sample->x;
                $ys[] = $sample->y;
            }
        }

        return [min($xs), min($ys), max($xs), max($ys)];
    }

    /** The same movement, with its left at x 0 and its top at y 0: where it was made says nothing of how it goes. */
    public function fromOrigin(): self
    {
        [$left, $top] = $this->extent();

        return new self($this->placed(1.0, $left, $top, 0.0, 0.0));
    }

    /**
     * At the size it was recorded in, in the middle of a rectangle; smaller only where it would not fit.
     *
     * @param  float  $most  times as large as it may become to fill the rectangle
     * @return non-empty-list<Trace>
     */
    public function fittedTo(Rect $in, float $most = 1.0): array
    {
        [$left, $top, $right, $bottom] = $this->extent();
        $scale = min($most, $in->width / max(1.0, $right - $left), $in->height / max(1.0, $bottom - $top));
        $x = $in->x + ($in->width - $scale * ($right - $left)) / 2;
        $y = $in->y + ($in->height - $scale * ($bottom - $top)) / 2;

        return $this->placed($scale, $left, $top, $x, $y);
    }

    /** @return non-empty-list<Trace> scaled, so that what was at a place is at another one */
    private function placed(float $scale, float $left, float $top, float $x, float $y): array
    {
        return array_map(fn (Trace $t): Trace => new Trace(
            array_map(fn (Sample $s): Sample => new Sample($s->t, $x + ($s->x - $left) * $scale, $y + ($s->y - $top) * $scale, $s->pressure, $s->tiltX, $s->tiltY, $s->twist), $t->samples),
            $t->realPressure,
        ), $this->strokes);
    }

    /** @return list<array{realPressure: bool, samples: list<array{float, float, float, float, float, float, float}>}> */
    public function toArray(): array
    {
        return array_map(fn (Trace $t): array => $t->toArray(), $this->strokes);
    }
}
