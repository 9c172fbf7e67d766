<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Mending;
use Yarrowfog\Core\Cut\Steps\FadeEdge;
use Yarrowfog\Core\Cut\Steps\TrimToInk;

/** Ink runs off the picture, so that a stamp looks cut off. */
final class TouchesEdge implements Check
{
    /** Ink of an edge pixel from which the cut shows, of 65535. */
    private const SHOWS = 6554;

    public function look(CutResult $cut): ?Finding
    {
        // A border that is inked all round is paper or ground: other checks speak of that.
        if ($cut->inked->toArray() === $cut->picture->bounds()->toArray() && $cut->borderQuantile(0.5) >= 0.015) {
            return null;
        }
        $w = $cut->ink->width;
        $h = $cut->ink->height;
        $sides = [
            'left' => fn (int $i): int => $cut->ink->at(0, $i),
            'right' => fn (int $i): int => $cut->ink->at($w - 1, $i),
            'top' => fn (int $i): int => $cut->ink->at($i, 0),
            'bottom' => fn (int $i): int => $cut->ink->at($i, $h - 1),
        ];
        $touching = [];
        $figures = [];
        foreach ($sides as $side => $ink) {
            $first = null;
            $last = 0;
            $length = $side === 'left' || $side === 'right' ? $h : $w;
            for ($i = 0; $i < $length; $i++) {
                if ($ink($i) > self::SHOWS) {
                    $first ??= $i;
                    $last = $i;
                }
            }
            if ($first !== null) {
                $touching[] = sprintf('%s edge from %d to %d px', $side, $cut->fullPx($first), $cut->fullPx($last + 1));
                $figures[$side] = (float) $cut->fullPx($last + 1 - $first);
            }
        }
        if ($touching === []) {
            return null;
        }

        return new Finding(
            'touches-edge',
            'Ink touches the '.implode(' and the ', $touching).'. A stamp would look cut off there.',
            $figures,
            self::mending($cut, $figures),
        );
    }

    /**
     * A margin where the last trim left none; where the source itself cuts the ink off, it fades out there.
     *
     * @param  array<string, float>  $sides  px touched, by side
     */
    private static function mending(CutResult $cut, array $sides): Mending
    {
        $trim = $cut->step(TrimToInk::class);
        if ($trim !== null && $trim->numbers->number('margin') < 1) {
            return Mending::with('Trim with a margin', count($cut->list->steps), TrimToInk::class, ['margin' => 8.0]);
        }
        $width = round(0.08 * $cut->fullPx(max($cut->picture->width, $cut->picture->height)));

        return Mending::with(count($sides) === 1 ? 'Fade that edge' : 'Fade those edges', count($cut->list->steps), FadeEdge::class, array_map(fn (float $px): float => min(2000.0, $width), $sides));
    }
}
