<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Mending;
use Yarrowfog\Core\Cut\Steps\ClearPaper;
use Yarrowfog\Core\Cut\Steps\FlattenLight;

/** Grey or tinted paper prints as a faint block around the mark. */
final class TintedPaper implements Check
{
    private const FAINTEST = 0.015;

    private const DARKEST = 0.5;

    /** Where paper is looked at once more, as a part of the shorter side, and the ink by which it may have grown there. */
    private const FARTHER_IN = 0.04;

    private const MORE = 0.12;

    /** Ink by which the paper may differ from place to place before that is worth mending first. */
    private const UNEVEN = 0.05;

    public function look(CutResult $cut): ?Finding
    {
        $paper = $cut->borderQuantile(0.5);
        // A mark of one grey prints as it is meant to: paper is what lies around something darker.
        if ($paper < self::FAINTEST || $paper >= self::DARKEST || $cut->darkest() < $paper + 0.05) {
            return null;
        }
        // The soft edge of a block of ink is no paper: farther in there is more of it.
        if ($cut->ringMedian(self::FARTHER_IN) > $paper + self::MORE) {
            return null;
        }
        $faint = $cut->borderQuantile(0.1);
        $dark = $cut->borderQuantile(0.9);
        if ($dark - $faint > self::UNEVEN && $cut->step(FlattenLight::class) === null) {
            return new Finding(
                'tinted-paper',
                sprintf('The light is uneven: the paper would print as a block with %.0f to %.0f %% ink.', 100 * $faint, 100 * $dark),
                ['paper' => $paper, 'from' => $faint, 'to' => $dark],
                self::flattening($cut),
            );
        }
        [$white, $black, $tone] = $this->points($cut);

        return new Finding(
            'tinted-paper',
            sprintf('The paper is not white: it would print as a block with %.0f %% ink.', 100 * $paper),
            ['paper' => $paper],
            self::withWhatItBringsUp($cut, Mending::with('Clear paper', $cut->list->placeBeforeFrame(), ClearPaper::class, ['whitePoint' => $white, 'blackPoint' => $black, 'paperTone' => $tone])),
        );
    }

    /** Dust that the paper hid, and ink that is faint once the paper is gone. */
    private static function withWhatItBringsUp(CutResult $cut, Mending $clearing): Mending
    {
        if ($clearing->step === null) {
            return $clearing;
        }
        $cleared = new CutResult($clearing->step->step::from($clearing->step->numbers)->apply($cut->picture, $cut->list->kind), $cut->list, $cut->factor);
        // Who clears paper clears its dust at once, even where it is hardly worth a press of its own.
        $dust = (new TooManySpecks(intdiv(TooManySpecks::MOST, 3)))->look($cleared)?->mending;
        $faint = (new NeverFull)->look($cleared)?->mending;
        if ($dust !== null) {
            $clearing = $clearing->followedBy($dust, 'Clear paper and dust');
        }

        return $faint === null ? $clearing : $clearing->followedBy($faint, $clearing->label.', full ink');
    }

    /** Evens the light out over a third of the picture, before anything else is done to it. */
    public static function flattening(CutResult $cut): Mending
    {
        return Mending::with('Flatten the light', $cut->list->placeBehindStraightening(), FlattenLight::class, ['radius' => min(1500.0, max(10.0, round(0.35 * $cut->fullPx(max($cut->picture->width, $cut->picture->height)))))]);
    }

    /**
     * A white point just below the darkest usual paper in its darkest channel, a black point
     * at the darkest two thousandths of the picture, and the paper's own tone.
     *
     * @return array{float, float, float} 0–255
     */
    private function points(CutResult $cut): array
    {
        $paper = array_map(fn (array $p): int => self::darkestChannel($cut->picture->at($p[0], $p[1])), $cut->border());
        sort($paper);
        $histogram = array_fill(0, 256, 0);
        foreach ($cut->picture->pixels as $pixel) {
            // Margins are empty: they say nothing of the ink.
            if (($pixel & 255) > 0) {
                $histogram[self::darkestChannel($pixel)]++;
            }
        }
        $white = max(30, $paper[(int) (0.05 * count($paper))] - 5);
        $black = 0;
        $left = count($cut->picture->pixels) / 500;
        while ($black < $white - 20 && ($left -= $histogram[$black]) > 0) {
            $black++;
        }

        return [(float) $white, (float) $black, (float) $paper[intdiv(count($paper), 2)]];
    }

    private static function darkestChannel(int $pixel): int
    {
        return min($pixel >> 24, $pixel >> 16 & 255, $pixel >> 8 & 255);
    }
}
