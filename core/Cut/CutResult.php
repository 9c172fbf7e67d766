<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Closure;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Tip\InkRule;

/** A picture as cut, with its ink and what its border holds: what the checks look at. */
final readonly class CutResult
{
    /** Ink below this, of 65535, is nothing. */
    private const NOTHING = 655;

    public Plane $ink;

    /** The smallest rectangle around all ink: the whole picture when there is none. */
    public Rect $inked;

    /** @var list<int> ink of the outermost pixels of that rectangle, sorted, 0–65535 */
    private array $borderInk;

    /**
     * @param  float  $factor  size of the picture against the full one
     * @param  Placement|null  $placement  of the picture on its source, where that is known
     * @param  (Closure(int): Replay)|null  $upTo  the replay of its source up to a step, where that is known
     */
    public function __construct(
        public Bitmap $picture,
        public CutList $list,
        public float $factor = 1.0,
        public ?Placement $placement = null,
        private ?Closure $upTo = null,
    ) {
        $this->ink = InkRule::plane($picture, $list->kind);
        $this->inked = InkBounds::of($this->ink, self::NOTHING) ?? $picture->bounds();
        $this->borderInk = $this->inkAt($this->border());
    }

    /**
     * Of a replay to the end of its list.
     *
     * @param  Closure(): Bitmap  $source  opened again only where a check must know what a step was given
     * @param  Replay|null  $known  one of the same list that stopped on its way, and is at hand
     */
    public static function of(Replay $replay, CutList $list, Closure $source, float $factor = 1.0, ?Replay $known = null): self
    {
        // The check after goes on from where the one before it stopped, if its step comes later.
        $reached = null;
        $upTo = function (int $at) use ($list, $source, $factor, $known, &$reached): Replay {
            if ($known !== null && count($known->inputs) === $at) {
                return $known;
            }
            $from = $reached !== null && count($reached->inputs) <= $at ? $reached : Replay::begin($source());

            return $reached = $from->through($list, $at, $factor);
        };

        return new self($replay->picture, $list, $factor, $replay->placement, $upTo);
    }

    /**
     * The outermost pixels of the inked rectangle. Paper that prints fills them; a mark
     * touches them here and there.
     *
     * @return non-empty-list<array{int, int}>
     */
    public function border(): array
    {
        return self::around($this->inked);
    }

    /** Mean ink inside the inked rectangle, 0–1. */
    public function meanInside(): float
    {
        return $this->ink->total() / 65535 / $this->inked->area();
    }

    /** Ink of the border below which the given part of it lies; both 0–1. */
    public function borderQuantile(float $part): float
    {
        return $this->borderInk[(int) ($part * (count($this->borderInk) - 1))] / 65535;
    }

    /**
     * Ink in the middle of what lies along a ring inside the inked rectangle, 0–1.
     *
     * @param  float  $inset  of the ring, as a part of the rectangle's shorter side
     */
    public function ringMedian(float $inset): float
    {
        $shorter = min($this->inked->width, $this->inked->height);
        // What is thinner than a ring has its middle looked at instead.
        $ring = $this->inked->grow(-min(intdiv($shorter - 1, 2), max(3, (int) round($inset * $shorter))));
        $ink = $this->inkAt(self::around($ring));

        return $ink[intdiv(count($ink), 2)] / 65535;
    }

    /**
     * Ink of some places, sorted.
     *
     * @param  non-empty-list<array{int, int}>  $places
     * @return non-empty-list<int> 0–65535
     */
    private function inkAt(array $places): array
    {
        $ink = array_map(fn (array $p): int => $this->ink->at($p[0], $p[1]), $places);
        sort($ink);

        return $ink;
    }

    /** @return non-empty-list<array{int, int}> the outermost pixels of an area */
    private static function around(Rect $area): array
    {
        $last = $area->bottom() - 1;
        $right = $area->right() - 1;
        $places = [[$area->x, $area->y]];
        for ($x = $area->x; $x <= $right; $x++) {
            $places[] = [$x, $area->y];
            $places[] = [$x, $last];
        }
        for ($y = $area->y + 1; $y < $last; $y++) {
            $places[] = [$area->x, $y];
            $places[] = [$right, $y];
        }

        return $places;
    }

    /** Mean ink of the whole picture, 0–1. */
    public function meanInk(): float
    {
        return $this->ink->total() / 65535 / count($this->ink->values);
    }

    /** Ink of the pixel that prints most, 0–1. */
    public function darkest(): float
    {
        $most = 0;
        foreach ($this->ink->values as $ink) {
            if ($ink > $most) {
                $most = $ink;
            }
        }

        return $most / Plane::FULL;
    }

    /** A length in px of this picture, in px of the full one. */
    public function fullPx(float $px): int
    {
        return (int) round($px / $this->factor);
    }

    /** The step of this class that is switched on and comes last, if there is one. */
    public function step(string $class): ?ListedStep
    {
        $all = $this->steps($class);

        return $all === [] ? null : $all[array_key_last($all)];
    }

    /** @return array<int, ListedStep> those of this class that are switched on, by their place in the list */
    public function steps(string $class): array
    {
        return array_filter($this->list->steps, fn (ListedStep $listed): bool => $listed->on && $listed->step === $class);
    }

    /** The source as it reached a step, if that is known. */
    public function before(int $at): ?Replay
    {
        return $this->upTo === null ? null : ($this->upTo)($at);
    }

    /** Where a step that fits the frame belongs: before a closing scale, so that the size asked for is the size of the tip. */
    public function placeBeforeScale(): int
    {
        $count = count($this->list->steps);

        return $count > 0 && $this->list->steps[$count - 1]->description()->id === 'scale' ? $count - 1 : $count;
    }
}
