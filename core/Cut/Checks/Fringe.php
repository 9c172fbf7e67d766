<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Colour\Oklab;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\EdgeMatte;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Mending;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Cut\Steps\ClearColour;
use Yarrowfog\Core\Cut\Steps\LiftBacking;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\TipKind;

/** Edges that still hold the colour of what lay behind: a pale halo on dark. */
final class Fringe implements Check
{
    /** Part of the edge that shows. */
    private const SHOWS = 0.08;

    /** The same of an edge that is there in full and still shows what lay behind it. */
    private const HALO = 0.25;

    /** px beyond the edge of what looks like the backing; more would eat into the picture. */
    private const FARTHEST = 4.0;

    /** Difference in OKLab below which backing and picture have the same colour, and nothing can show. */
    private const SAME = 0.1;

    public function look(CutResult $cut): ?Finding
    {
        if ($cut->list->kind === TipKind::InkMask) {
            return null;
        }
        $picture = self::beforeFinish($cut);
        if ($picture === null) {
            return null;
        }
        $halo = $cut->step(LiftBacking::class) === null && $cut->step(ClearColour::class) !== null ? EdgeMatte::halo($picture) : null;
        if ($halo !== null && $halo >= self::HALO) {
            return new Finding('fringe', sprintf('A rim of the background is left on %.0f %% of the edge. It shows as a halo on other grounds.', 100 * $halo), ['edge' => $halo], self::mending($cut));
        }
        $backing = self::backing($cut, $picture);
        if ($backing === null) {
            return null;
        }
        $colour = Oklab::fromSrgb($backing);
        $inside = self::inside($picture);
        $apart = $inside === null ? 0.0 : $colour->differenceTo($inside);
        if ($apart < self::SAME) {
            return null;
        }
        $edge = $fringe = 0;
        foreach ($picture->pixels as $p) {
            $alpha = $p & 255;
            if ($alpha > 8 && $alpha < 200) {
                $edge++;
                $fringe += Oklab::fromSrgb(Srgb::fromInt($p >> 8))->differenceTo($colour) < 0.5 * $apart ? 1 : 0;
            }
        }
        $part = $edge === 0 ? 0.0 : $fringe / $edge;

        return $edge < 16 || $part < self::SHOWS ? null : new Finding(
            'fringe',
            sprintf('Fringe of backing colour on %.0f %% of the edge. It shows as a %s halo on %s.', 100 * $part, $colour->l > 0.5 ? 'pale' : 'dark', $colour->l > 0.5 ? 'dark' : 'light'),
            ['edge' => $part],
            self::mending($cut),
        );
    }

    /** Lifted once, what is left of it lies where too little was cleared. */
    private static function mending(CutResult $cut): ?Mending
    {
        if ($cut->step(LiftBacking::class) === null) {
            return Mending::with('Lift backing', $cut->list->placeBeforeFrame(), LiftBacking::class);
        }
        $clear = $cut->step(ClearColour::class)?->numbers;
        $grow = $clear?->number('grow');

        return $clear === null || $grow >= self::FARTHEST
            ? null
            : Mending::with('Clear 1 px more', $cut->list->placeBeforeFrame(), ClearColour::class, [...$clear->toArray(), 'grow' => $grow + 1]);
    }

    /** The picture as it was before glow, shadow or outline were laid around it: what the list itself made is no fringe. Null where that is not known. */
    private static function beforeFinish(CutResult $cut): ?Bitmap
    {
        $cleared = max([-1, ...array_keys($cut->steps(ClearColour::class)), ...array_keys($cut->steps(LiftBacking::class))]);
        foreach ($cut->list->steps as $at => $listed) {
            if ($at > $cleared && $listed->on && $listed->description()->group === StepGroup::Finish) {
                return $cut->before($at)?->picture;
            }
        }

        return $cut->picture;
    }

    /** What lay behind. Once it is lifted, edges do not tell that any more: then it is what was lifted. */
    private static function backing(CutResult $cut, Bitmap $picture): ?Srgb
    {
        $lifts = $cut->steps(LiftBacking::class);
        $at = array_key_last($lifts);

        return $at === null
            ? LiftBacking::measureBacking($picture)
            : LiftBacking::from($lifts[$at]->numbers)->backing ?? LiftBacking::measureBacking($cut->before($at)->picture ?? $picture);
    }

    /** The mean colour of what is fully there. */
    private static function inside(Bitmap $picture): ?Oklab
    {
        $r = $g = $b = $n = 0;
        foreach ($picture->pixels as $p) {
            if (($p & 255) > 250) {
                $r += $p >> 24;
                $g += $p >> 16 & 255;
                $b += $p >> 8 & 255;
                $n++;
            }
        }

        return $n === 0 ? null : Oklab::fromSrgb(new Srgb(intdiv($r, $n), intdiv($g, $n), intdiv($b, $n)));
    }
}
