<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Cut\Checks\SceneAround;
use Yarrowfog\Core\Cut\Steps\InvertInk;
use Yarrowfog\Core\Raster\Bitmap;

/** A cut list that nobody has set: what the checks find is put right, one thing after another, until there is nothing to mend. */
final class MendedList
{
    /** A picture that needs more than this is better looked at. */
    private const ROUNDS = 8;

    /**
     * @param  Bitmap  $picture  the source, as large as it is or smaller
     * @param  float  $factor  its size against the full picture
     */
    public static function of(Bitmap $picture, float $factor = 1.0, ?CutList $first = null): CutList
    {
        $list = $first ?? CutList::read(['steps' => [['step' => 'trim']]]);
        // What is clear already says what is the thing, and its colours are meant.
        $keepsColours = Alpha::isPartlyClear($picture);
        $done = [];
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $cut = CutResult::of(Replay::of($list, $picture, $factor), $list, fn (): Bitmap => $picture, $factor);
            $finding = array_find(CheckList::look($cut), fn (Finding $f): bool => $f->mending !== null && $f->id !== SceneAround::ID && ($done[$f->id] ?? 0) < 2 && ($f->mending->kind === null ? ! $f->isNote : $keepsColours));
            if ($finding === null || $finding->mending === null) {
                break;
            }
            $done[$finding->id] = 1 + ($done[$finding->id] ?? 0);
            $list = self::mend($list, $finding->mending);
        }

        return $list;
    }

    /** The list with what puts one finding right. */
    public static function mend(CutList $list, Mending $mending): CutList
    {
        if ($mending->kind !== null) {
            return new CutList($mending->kind, array_map(fn (ListedStep $s): ListedStep => $s->step === $mending->off ? new ListedStep($s->step, $s->numbers, false) : $s, $list->steps));
        }
        $steps = $list->steps;
        $at = null;
        for ($next = $mending; $next !== null; $next = $next->then) {
            // What a step brings up is put right behind it.
            if ($next->step !== null) {
                [$steps, $at] = self::put($steps, $next->step, $at === null ? $next->at : $at + 1);
            }
        }

        return new CutList($list->kind, $steps);
    }

    /**
     * One step of a mending: added at a place, moved there, or changed where it is.
     *
     * @param  list<ListedStep>  $steps
     * @return array{list<ListedStep>, int} and where it is then
     */
    private static function put(array $steps, ListedStep $step, int $at): array
    {
        $same = array_find_key(array_reverse($steps, true), fn (ListedStep $s): bool => $s->step === $step->step);
        if (! is_int($same) || $step->step === InvertInk::class) {
            return [[...array_slice($steps, 0, $at), $step, ...array_slice($steps, $at)], $at];
        }
        $had = $steps[$same];
        if (! $had->on || $had->numbers->toArray() != $step->numbers->toArray()) {
            $steps[$same] = $step;

            return [array_values($steps), $same];
        }
        // It is there already, but too early: what comes after it needs it again.
        unset($steps[$same]);
        $rest = array_values($steps);
        $to = $at > $same ? $at - 1 : $at;

        return [[...array_slice($rest, 0, $to), $had, ...array_slice($rest, $to)], $to];
    }
}
