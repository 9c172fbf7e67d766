<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Mending;
use Yarrowfog\Core\Cut\Steps\FadeEdge;
use Yarrowfog\Core\Cut\TakenThing;
use Yarrowfog\Core\Raster\Bitmap;

/** The thing runs off its photo: trimmed with a margin it would end in a straight cut in the middle of nothing. */
final class ThingCutOff implements Check
{
    /** Part of a side that the thing must fill. */
    private const LEAST = 0.01;

    /** Part of the picture's longer side over which it is faded out. */
    private const FADE = 0.04;

    public function look(CutResult $cut): ?Finding
    {
        $thing = $cut->step(FadeEdge::class) === null ? TakenThing::of($cut) : null;
        $sides = $thing === null ? [] : array_filter(self::sides($thing->after), fn (float $part): bool => $part > self::LEAST);
        // What touches the edge of the tip itself is spoken of already.
        if ($thing === null || $sides === [] || (new TouchesEdge)->look($cut) !== null) {
            return null;
        }
        $width = min(2000.0, round(self::FADE * $cut->fullPx(max($thing->after->width, $thing->after->height))));

        return new Finding(
            'thing-cut-off',
            'The thing runs off the '.implode(' and the ', array_keys($sides)).' of its photo. A stamp would look cut off there.',
            $sides,
            Mending::with(count($sides) === 1 ? 'Fade that edge' : 'Fade those edges', $thing->at + 1, FadeEdge::class, array_map(fn (): float => $width, $sides)),
        );
    }

    /** @return array{left: float, right: float, top: float, bottom: float} the part of each side of a picture that is there */
    private static function sides(Bitmap $in): array
    {
        $there = fn (int $i): int => ($in->pixels[$i] & 255) > 127 ? 1 : 0;
        $left = $right = $top = $bottom = 0;
        for ($y = 0; $y < $in->height; $y++) {
            $left += $there($y * $in->width);
            $right += $there($y * $in->width + $in->width - 1);
        }
        for ($x = 0; $x < $in->width; $x++) {
            $top += $there($x);
            $bottom += $there(($in->height - 1) * $in->width + $x);
        }

        return ['left' => $left / $in->height, 'right' => $right / $in->height, 'top' => $top / $in->width, 'bottom' => $bottom / $in->width];
    }
}
