<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Colour\Oklab;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Mending;
use Yarrowfog\Core\Cut\Steps\ClearColour;
use Yarrowfog\Core\Cut\Steps\FlattenLight;
use Yarrowfog\Core\Tip\TipKind;

/**
 * Where colours print, white does too: a background that was not cleared prints as a block around the
 * picture. (In an ink mask it does so only where it is dark, of which TintedPaper speaks.)
 */
final class BackgroundLeft implements Check
{
    /** Part of the border that must be there. */
    private const FULL = 0.9;

    /** Difference in OKLab of half the border from its mean, beyond which it is no one background but what fills the picture. */
    private const VARIED = 0.12;

    /** The same of a tenth of it, from which light is the reason. */
    private const UNEVEN = 0.14;

    /** The largest tolerance that is offered for the sake of the edge, whose middle lies about halfway between both colours. */
    private const HALFWAY = 0.13;

    /** Part of the picture that must differ from the border: otherwise there is nothing before a background. */
    private const PICTURE = 0.005;

    /** Places looked at, at most. */
    private const PLACES = 600;

    private const STRIDE = 7;

    public function look(CutResult $cut): ?Finding
    {
        $colours = $cut->list->kind === TipKind::InkMask ? [] : self::aroundIt($cut);
        if ($colours === []) {
            return null;
        }
        $mean = self::mean($colours);
        $off = array_map(fn (array $seen): array => [$seen[1]->differenceTo($mean), $seen[0]], $colours);
        sort($off);
        $last = count($off) - 1;
        $far = $off[(int) (0.9 * $last)][0];
        [$part, $apart] = self::differing($cut, $mean, $far + 0.05);
        if ($off[intdiv($last, 2)][0] > self::VARIED || $part < self::PICTURE) {
            return null;
        }

        return new Finding(
            'background-left',
            'The background is still there: it would print as a block.',
            ['spread' => $far],
            $far > self::UNEVEN && $cut->step(FlattenLight::class) === null
                ? TintedPaper::flattening($cut)
                : self::clearing($cut, $off[0][1], max($far + 0.04, min(self::HALFWAY, 0.4 * $apart))),
        );
    }

    /** @return list<array{array{int, int}, Oklab}> places along the border and their colours; none unless nearly all of it is fully there */
    private static function aroundIt(CutResult $cut): array
    {
        $border = $cut->border();
        $stride = intdiv(count($border), self::PLACES) + 1;
        $colours = [];
        $looked = 0;
        for ($i = 0; $i < count($border); $i += $stride) {
            $looked++;
            $pixel = $cut->picture->at($border[$i][0], $border[$i][1]);
            if (($pixel & 255) > 250) {
                $colours[] = [$border[$i], Oklab::fromSrgb(Srgb::fromInt($pixel >> 8))];
            }
        }

        return count($colours) < self::FULL * $looked ? [] : $colours;
    }

    /** @param  non-empty-list<array{array{int, int}, Oklab}>  $colours */
    private static function mean(array $colours): Oklab
    {
        $l = $a = $b = 0.0;
        foreach ($colours as [, $colour]) {
            $l += $colour->l;
            $a += $colour->a;
            $b += $colour->b;
        }
        $n = count($colours);

        return new Oklab($l / $n, $a / $n, $b / $n);
    }

    /** @return array{float, float} the part of what is there whose colour is another one, and how far that is from it on average */
    private static function differing(CutResult $cut, Oklab $from, float $by): array
    {
        $there = $differs = 0;
        $apart = 0.0;
        for ($i = 0, $count = count($cut->picture->pixels); $i < $count; $i += self::STRIDE) {
            $pixel = $cut->picture->pixels[$i];
            if (($pixel & 255) > 0) {
                $there++;
                $off = Oklab::fromSrgb(Srgb::fromInt($pixel >> 8))->differenceTo($from);
                $differs += $off > $by ? 1 : 0;
                $apart += $off > $by ? $off : 0.0;
            }
        }

        return [$there === 0 ? 0.0 : $differs / $there, $differs === 0 ? 0.0 : $apart / $differs];
    }

    /** @param  array{int, int}  $place  px of the picture */
    private static function clearing(CutResult $cut, array $place, float $tolerance): Mending
    {
        $clears = $cut->steps(ClearColour::class);
        // A colour that is cleared already keeps its places: this one is added to them, where that step stands.
        $at = array_key_last($clears) ?? $cut->list->placeBeforeFrame();
        $already = $clears === [] ? null : $clears[$at]->numbers;
        $before = $cut->before($at)?->placement;
        [$x, $y] = [$place[0] + 0.5, $place[1] + 0.5];
        [$width, $height] = [$cut->picture->width, $cut->picture->height];
        if ($before !== null && $cut->placement !== null) {
            // The step is to stand before those that fit the frame, where the place lies elsewhere.
            [$x, $y] = $cut->placement->placeOn($before, $x, $y);
            [$width, $height] = [$before->width, $before->height];
        }
        $fraction = fn (float $v): float => round(max(0.0, min(1.0, $v)), 4);

        return Mending::with('Clear its colour', $at, ClearColour::class, [
            ...$already === null ? [] : $already->toArray(),
            'places' => [...$already === null ? [] : $already->places('places'), [$fraction($x / $width), $fraction($y / $height)]],
            'tolerance' => round(max($already === null ? 0.06 : $already->number('tolerance'), min(0.3, $tolerance)), 3),
        ]);
    }
}
