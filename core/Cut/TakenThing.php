<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use WeakMap;
use Yarrowfog\Core\Cut\Steps\TakeThing;
use Yarrowfog\Core\Cut\Thing\Doubts;
use Yarrowfog\Core\Raster\Bitmap;

/** What the last step of a list that takes a thing out was given, and what it left: what the checks of things look at. */
final class TakenThing
{
    /** @var WeakMap<CutResult, self|false>|null */
    private static ?WeakMap $known = null;

    private ?Doubts $doubts = null;

    /** @param  int  $at  place of the step in the list */
    private function __construct(public readonly int $at, public readonly ListedStep $step, public readonly Bitmap $before, public readonly Bitmap $after)
    {
    }

    /** Null where no thing was taken out, or the source is not known. */
    public static function of(CutResult $cut): ?self
    {
        self::$known ??= new WeakMap;
        self::$known[$cut] ??= self::find($cut) ?? false;

        return self::$known[$cut] ?: null;
    }

    private static function find(CutResult $cut): ?self
    {
        $steps = array_filter($cut->steps(TakeThing::class), fn (ListedStep $s): bool => $s->numbers->places('area') !== [] || $s->numbers->strokes('marks') !== []);
        $at = array_key_last($steps);
        $before = $at === null ? null : $cut->before($at)?->picture;
        $after = $at === null ? null : $cut->before($at + 1)?->picture;

        return $at === null || $before === null || $after === null ? null : new self($at, $steps[$at], $before, $after);
    }

    public function doubts(): Doubts
    {
        return $this->doubts ??= Doubts::of($this->before, $this->after);
    }

    /**
     * The step with one more mark.
     *
     * @param  array{float, float, float}  $at  its middle and its width
     */
    public function marked(string $label, bool $isThis, array $at): Mending
    {
        $mark = ['shows' => $isThis, 'size' => max(0.005, min(0.2, $at[2] / 2)), 'softness' => 0, 'pressed' => false, 'samples' => [[0, $at[0], $at[1], 1]]];
        $numbers = $this->step->numbers->toArray();
        $marks = $numbers['marks'] ?? [];

        return Mending::with($label, $this->at, TakeThing::class, [...$numbers, 'marks' => [...is_array($marks) ? $marks : [], $mark]]);
    }
}
