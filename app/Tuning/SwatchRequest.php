<?php

declare(strict_types=1);

namespace App\Tuning;

use App\Gathering\SourceImages;
use App\Models\BrushParts;
use App\Models\PenRecording;
use App\Models\Source;
use App\Models\Tip;
use App\Painting\BrushTextureLoader;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Paint\Dab\BrushTextures;
use Yarrowfog\Core\Paint\Stroke\Swatch;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Raster\Resampler;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Placing;
use Yarrowfog\Core\Stroke\Practice\PracticePen;
use Yarrowfog\Core\Stroke\Practice\Recording;
use Yarrowfog\Core\Stroke\Trace;

/**
 * A swatch as the page asks for it: the brush as it stands, who moves the pen, what was painted
 * by hand, and what lies under it.
 */
final readonly class SwatchRequest
{
    public const KEYS = ['brush', 'parts', 'roll', 'width', 'height', 'pen', 'recorded', 'strokes', 'under', 'coarse'];

    /** The practice pen rests: only what is painted by hand is there. */
    public const BY_HAND = 'by hand';

    /** px of a swatch where the page does not say. */
    private const STANDARD = [1240, 262];

    /** Of the width and height, left free around a recording. */
    private const MARGIN = 0.08;

    /**
     * @param  list<Trace>  $strokes  painted by hand
     */
    private function __construct(
        public BrushSettings $brush,
        public BrushParts $parts,
        public int $roll,
        public int $width,
        public int $height,
        public string $pen,
        public ?Recording $recording,
        public array $strokes,
        public ?Source $under,
        private Tip $tip,
        private float $scale = 1.0,
    ) {
    }

    /**
     * @param  JsonReader  $body  whose keys are known
     * @param  BrushParts  $usual  of the brush, where the page does not say others
     *
     * @throws InvalidInput
     */
    public static function read(JsonReader $body, BrushParts $usual): self
    {
        $parts = $body->has('parts') ? BrushParts::read($body->object('parts')) : $usual;
        $tip = $parts->findTip();
        $recorded = $body->has('recorded') ? PenRecording::query()->find($body->integer('recorded', 1, PHP_INT_MAX)) ?? throw new InvalidInput('recorded', 'This recording is gone. Choose another movement for the practice pen.') : null;
        $under = $body->has('under') ? Source::query()->find($body->integer('under', 1, PHP_INT_MAX)) ?? throw new InvalidInput('under', 'The picture under the swatch is gone. Choose another backdrop.') : null;

        $order = new self(
            BrushSettings::read($body->object('brush'))->ofKind($tip->kind),
            $parts,
            $body->integer('roll', 0, 0x7FFFFFFF),
            $body->integer('width', 100, 2000, self::STANDARD[0]),
            $body->integer('height', 60, 1000, self::STANDARD[1]),
            $body->choice('pen', [...PracticePen::names(), self::BY_HAND], PracticePen::MIXED),
            $recorded?->strokes,
            $body->has('strokes') && $body->object('strokes')->size() > 0 ? Recording::read($body->object('strokes'))->strokes : [],
            $under,
            $tip,
        );

        return $body->flag('coarse', false) ? $order->coarse() : $order;
    }

    /** The same at half the size, a quarter of the work: to be shown while the swatch itself is painted. */
    private function coarse(): self
    {
        $half = fn (Trace $t): Trace => self::scale($t, $this->width, $this->height, 0.5);

        return new self($this->brush->scale(0.5), $this->parts, $this->roll, $this->width + 1 >> 1, $this->height + 1 >> 1, $this->pen, $this->recording, array_map($half, $this->strokes), $this->under, $this->tip, 0.5);
    }

    private static function scale(Trace $trace, int $width, int $height, float $scale): Trace
    {
        // A placing scales about the middle.
        return (new Placing($scale, 0.0, ($scale - 1) * $width / 2, ($scale - 1) * $height / 2))->trace($trace, $width, $height);
    }

    /** @throws InvalidInput when a part of it is gone */
    public function kit(BrushTextureLoader $tips): BrushTextures
    {
        return $tips->kitOf($this->parts, $this->brush, $this->tip);
    }

    /** All that dabs painted on the swatch depend on besides their samples and roll. */
    public function summary(): string
    {
        return hash('xxh128', json_encode([$this->brush->toArray(), $this->parts->toArray(), $this->width, $this->height], JSON_THROW_ON_ERROR));
    }

    /** @return list<Trace> of the practice pen, then of the hand: each has a roll of its own */
    public function traces(): array
    {
        return [...$this->practise($this->width, $this->height), ...$this->strokes];
    }

    /**
     * The same strokes on a smaller picture; those of the hand count only where nothing else is there.
     *
     * @return non-empty-list<Trace>|null null where there is no stroke at all
     */
    public function tracesWithin(int $width, int $height): ?array
    {
        $practised = $this->practise($width, $height);
        if ($practised === [] && $this->strokes !== []) {
            return Recording::of($this->strokes)->fittedTo(self::inner($width, $height));
        }

        return $practised === [] ? null : $practised;
    }

    /** What the strokes are painted on; null for nothing. */
    public function ground(SourceImages $images): ?Bitmap
    {
        if ($this->under === null) {
            return Swatch::ground($this->brush, $this->width, $this->height);
        }
        $picture = $images->preview($this->under)->bitmap();
        // It covers the swatch; what is too much is left out evenly.
        $scale = max($this->width / $picture->width, $this->height / $picture->height);
        $width = max($this->width, (int) round($picture->width * $scale));
        $height = max($this->height, (int) round($picture->height * $scale));

        return (new Resampler(Filter::Area))->bitmap($picture, $width, $height)->crop(new Rect(intdiv($width - $this->width, 2), intdiv($height - $this->height, 2), $this->width, $this->height));
    }

    /** @return list<Trace> */
    private function practise(int $width, int $height): array
    {
        if ($this->scale < 1.0) {
            [$wide, $high] = [(int) round($width / $this->scale), (int) round($height / $this->scale)];

            return array_map(fn (Trace $t): Trace => self::scale($t, $wide, $high, $this->scale), $this->arrange($wide, $high));
        }

        return $this->arrange($width, $height);
    }

    /** @return list<Trace> */
    private function arrange(int $width, int $height): array
    {
        if ($this->recording !== null) {
            return $this->recording->fittedTo(self::inner($width, $height));
        }

        return $this->pen === self::BY_HAND ? [] : PracticePen::named($this->pen, $width, $height);
    }

    private static function inner(int $width, int $height): Rect
    {
        return Rect::between((int) ($width * self::MARGIN), (int) ($height * self::MARGIN), (int) ceil($width * (1 - self::MARGIN)), (int) ceil($height * (1 - self::MARGIN)));
    }
}
