<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Colour\Oklab;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Mending;
use Yarrowfog\Core\Cut\Steps\ClearPaper;
use Yarrowfog\Core\Tip\TipKind;

/** A picture in colour that becomes an ink mask keeps its darkness only. */
final class ColourLost implements Check
{
    /** Chroma in OKLab from which a pixel is coloured. */
    private const COLOURED = 0.05;

    /** Part of the inked pixels. */
    private const PART = 0.12;

    /** Every so many pixels one is looked at. */
    private const STRIDE = 7;

    public function look(CutResult $cut): ?Finding
    {
        if ($cut->list->kind !== TipKind::InkMask) {
            return null;
        }
        $inked = $coloured = 0;
        for ($i = 0, $count = count($cut->picture->pixels); $i < $count; $i += self::STRIDE) {
            if ($cut->ink->values[$i] > 13107) {
                $lab = Oklab::fromSrgb(Srgb::fromInt(self::overWhite($cut->picture->pixels[$i])));
                $inked++;
                $coloured += hypot($lab->a, $lab->b) > self::COLOURED ? 1 : 0;
            }
        }

        return $inked < 20 || $coloured < self::PART * $inked ? null : new Finding(
            'colour-lost',
            sprintf('%.0f %% of the ink is in colour. An ink mask keeps its darkness only.', 100 * $coloured / $inked),
            ['coloured' => $coloured / $inked],
            // Paper is cleared by how light it is, which makes light colours see-through.
            Mending::asKind('Keep its colours', TipKind::OwnColours, ClearPaper::class),
            isNote: true,
        );
    }

    /**
     * As it is seen: the colour of what is hardly there is mostly that of the paper it was taken off.
     *
     * @return int 0xRRGGBB
     */
    private static function overWhite(int $pixel): int
    {
        $alpha = $pixel & 255;
        $out = 0;
        foreach ([24, 16, 8] as $shift) {
            $out = $out << 8 | intdiv(($pixel >> $shift & 255) * $alpha + 255 * (255 - $alpha) + 127, 255);
        }

        return $out;
    }
}
