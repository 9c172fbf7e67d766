<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Mending;
use Yarrowfog\Core\Cut\Steps\InkGain;
use Yarrowfog\Core\Cut\Steps\Levels;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Tip\TipKind;

/** A tip that nowhere prints fully can never paint a full stroke in one go. */
final class NeverFull implements Check
{
    /** Ink that counts as full, 0–1. */
    private const FULL = 0.9;

    public function look(CutResult $cut): ?Finding
    {
        $darkest = $this->darkest($cut);
        if ($darkest >= self::FULL || $darkest < 0.02) {
            return null;
        }
        $mending = $cut->list->kind === TipKind::InkMask && $this->isOpaque($cut)
            ? Mending::with('Stretch the tones', $cut->list->placeBeforeFrame(), Levels::class, ['dark' => floor(255 * (1 - $darkest))])
            : Mending::with('Raise the ink', $cut->list->placeBeforeFrame(), InkGain::class, ['curve' => [[0.0, 0.0], [min(0.99, $darkest), 1.0], [1.0, 1.0]]]);

        return new Finding('never-full', sprintf('Ink never reaches full strength: the darkest place prints %.0f %%.', 100 * $darkest), ['darkest' => $darkest], $mending);
    }

    /** Ink that one pixel in a thousand reaches, 0–1: a single grain says nothing. */
    private function darkest(CutResult $cut): float
    {
        $histogram = array_fill(0, 256, 0);
        foreach ($cut->ink->values as $ink) {
            $histogram[$ink >> 8]++;
        }
        $left = count($cut->ink->values) / 1000;
        for ($v = 255; $v > 0; $v--) {
            $left -= $histogram[$v];
            if ($left <= 0) {
                break;
            }
        }

        return ($v + 1) * 256 >= Plane::FULL ? 1.0 : ($v * 256 + 128) / Plane::FULL;
    }

    private function isOpaque(CutResult $cut): bool
    {
        $middle = $cut->picture->at($cut->inked->x + intdiv($cut->inked->width, 2), $cut->inked->y + intdiv($cut->inked->height, 2));

        return ($middle & 255) > 250;
    }
}
