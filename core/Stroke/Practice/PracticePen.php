<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Practice;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Trace;

/**
 * In place of a tablet: movements that look drawn by a hand, the same on every machine.
 */
final class PracticePen
{
    public const MIXED = 'swell, flicks and taps';

    /** @return array<string, string> what each shows, by name; the first is the one to begin with */
    public static function sentences(): array
    {
        return [
            self::MIXED => 'A slow stroke, quick ones and single presses: a little of everything.',
            'slow swell' => 'One calm wave, lighter at its ends.',
            'quick flicks' => 'Short fast strokes that lift at once.',
            'hatching' => 'Lines side by side, then across them.',
            'loops' => 'A hand warming up: round and round, and on.',
            'handwriting' => 'A word, its cross-stroke and its dot.',
            'spiral' => 'From the middle outwards, from light to firm.',
            'dots' => 'Short presses of every weight.',
            'long straight' => 'One long line at an even pressure.',
            'pressure steps' => 'Six pressures, one after another.',
            'tilt sweep' => 'The pen leans over, goes round, and turns its barrel.',
            'mouse' => 'No pressure and no tilt; quick and slow.',
            'resting pen' => 'Goes a way, rests, goes on.',
        ];
    }

    /** @return list<string> */
    public static function names(): array
    {
        return array_keys(self::sentences());
    }

    /**
     * A movement by its name, arranged to fill a swatch.
     *
     * @return non-empty-list<Trace>
     *
     * @throws InvalidInput when there is none of that name
     */
    public static function named(string $name, int $width, int $height): array
    {
        $in = Rect::between((int) round($width * 0.06), (int) round($height * 0.22), (int) round($width * 0.94), (int) round($height * 0.8));

        return match ($name) {
            self::MIXED => self::mix($width, $height),
            'slow swell' => [Movements::swell($in)],
            'quick flicks' => Movements::flicks($in, max(4, intdiv($in->width, 90))),
            'hatching' => Movements::hatching(self::narrow($in, 3.6)),
            'loops' => [Movements::loops(self::narrow($in, 5.0))],
            'handwriting' => Movements::handwriting($in),
            'spiral' => [Movements::spiral($in)],
            'dots' => Movements::dots($in),
            'long straight' => [Movements::straight($in)],
            'pressure steps' => [Movements::steps($in)],
            'tilt sweep' => [Movements::tilts($in)],
            'mouse' => [Movements::mouse($in)],
            'resting pen' => [Movements::rests($in)],
            default => throw new InvalidInput('pen', "The practice pen knows no movement “{$name}”. Known: ".implode(', ', self::names()).'.'),
        };
    }

    /** @return non-empty-list<Trace> */
    private static function mix(int $width, int $height): array
    {
        $split = (int) round($width * 0.66);
        $margin = (int) round($height * 0.2);

        return [
            Movements::swell(Rect::between((int) round($width * 0.06), $margin, $split, $height - $margin)),
            ...Movements::flicks(Rect::between($split + $margin, $margin, $width - $margin, (int) round($height * 0.58))),
            ...Movements::taps(Rect::between($split + $margin, (int) round($height * 0.78), $width - $margin, (int) round($height * 0.8))),
        ];
    }

    /** The middle of a wide rectangle, no more than so many times as wide as it is high. */
    private static function narrow(Rect $in, float $most): Rect
    {
        $width = min($in->width, (int) round($in->height * $most));

        return new Rect($in->x + intdiv($in->width - $width, 2), $in->y, $width, $in->height);
    }
}
