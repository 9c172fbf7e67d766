<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Cut\Steps\FadeEdge;
use Yarrowfog\Core\Cut\Steps\OneThing;
use Yarrowfog\Core\Cut\Steps\TrimToInk;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;

/** Several things of one picture parted, so that each can be a frame of one tip: one list for all, and a place on each thing. */
final readonly class Parting
{
    /**
     * @param  CutList  $list  which keeps the first thing
     * @param  list<array{place: array{float, float}, box: array{float, float, float, float}}>  $things  where each lies for that list's step *One of the things*, and the box around it: left, top, right, bottom as parts of the source
     * @param  int  $found  how many things there are, also those that are too many
     */
    private function __construct(public CutList $list, public array $things, public int $found)
    {
    }

    /**
     * @param  Bitmap  $source  whole or smaller
     * @param  float  $factor  its size against the full picture
     * @param  int  $most  things
     *
     * @throws InvalidInput when there is one thing only, or none
     */
    public static function of(CutList $list, Bitmap $source, float $factor, int $most): self
    {
        $steps = array_values(array_filter($list->steps, fn (ListedStep $s): bool => $s->step !== OneThing::class));
        $at = self::placeIn($steps);
        $whole = Placement::whole($source);
        $replay = Replay::of(new CutList($list->kind, array_slice($steps, 0, $at)), $source, $factor);
        $pieces = Pieces::of($replay->picture, $list->kind);
        $found = $pieces->all($most);
        if (count($found) < 2) {
            throw new InvalidInput('things', $found === [] ? 'There is nothing here that could be parted: nothing would print.' : 'There is only one thing here: nothing lies apart from it. Mark the others with “Take the thing”, or clear what joins them.');
        }
        $things = [];
        foreach ($found as [$place, $box]) {
            $things[] = ['place' => $place, 'box' => self::onSource($replay->placement, $whole, $box)];
        }
        array_splice($steps, $at, 0, [self::pointing($things[0]['place'])]);
        if (array_filter($steps, fn (ListedStep $s): bool => $s->on && $s->step === TrimToInk::class) === []) {
            $steps[] = new ListedStep(TrimToInk::class, FieldValues::read(TrimToInk::description()->params, JsonReader::of([])));
        }

        return new self(new CutList($list->kind, $steps), $things, $pieces->count());
    }

    /**
     * The same list for another of the things.
     *
     * @param  array{float, float}  $place
     */
    public static function point(CutList $list, array $place): CutList
    {
        return new CutList($list->kind, array_map(fn (ListedStep $s): ListedStep => $s->step === OneThing::class ? new ListedStep($s->step, self::pointing($place)->numbers, $s->on) : $s, $list->steps));
    }

    /**
     * Where a list points, if it keeps one of several things.
     *
     * @return array{float, float}|null
     */
    public static function place(CutList $list): ?array
    {
        $step = array_find($list->steps, fn (ListedStep $s): bool => $s->step === OneThing::class);

        return $step?->numbers->places('place')[0] ?? null;
    }

    /** @param  array{float, float}  $place */
    private static function pointing(array $place): ListedStep
    {
        return new ListedStep(OneThing::class, FieldValues::read(OneThing::description()->params, JsonReader::of(['place' => [$place]])));
    }

    /**
     * Behind the last step that clears: before it the ground may still join the things.
     *
     * @param  list<ListedStep>  $steps
     */
    private static function placeIn(array $steps): int
    {
        $at = 0;
        foreach ($steps as $i => $listed) {
            if ($listed->on && $listed->description()->group === StepGroup::Clear && $listed->step !== FadeEdge::class) {
                $at = $i + 1;
            }
        }

        return $at;
    }

    /** @return array{float, float, float, float} */
    private static function onSource(Placement $placement, Placement $source, Rect $box): array
    {
        $corners = array_map(fn (array $c): array => $placement->placeOn($source, $c[0], $c[1]), [[$box->x, $box->y], [$box->right(), $box->y], [$box->right(), $box->bottom()], [$box->x, $box->bottom()]]);
        $xs = array_map(fn (array $c): float => max(0.0, min(1.0, $c[0] / $source->width)), $corners);
        $ys = array_map(fn (array $c): float => max(0.0, min(1.0, $c[1] / $source->height)), $corners);

        return [min($xs), min($ys), max($xs), max($ys)];
    }
}
