<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format\InkMl;

use Yarrowfog\Core\InvalidInput;

/**
 * The text of one trace: points parted by commas, figures by spaces or by their own prefixes.
 *
 * A figure after ' is a difference to the point before, after " a difference of differences, after !
 * plain again; such a mark holds for its channel until another one. * goes on with the last value, or after a mark with the last
 * difference or difference of differences; ? leaves the last value as it is (InkML, section 3.2.1, "Trace").
 */
final class TraceText
{
    private const FIGURE = '/\G\s*([!\'"]?)\s*(\*|\?|T|F|[-+]?#[0-9A-Fa-f]+|[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?)/';

    /**
     * @param  list<Channel>  $channels
     * @param  int  $most  points
     * @return list<array<int, float|null>> by channel
     *
     * @throws InvalidInput naming the point that cannot be read
     */
    public static function points(string $text, array $channels, int $most, string $where): array
    {
        $count = count($channels);
        $needed = count(array_filter($channels, fn (Channel $c): bool => ! $c->intermittent));
        $marks = array_fill(0, $count, '!');
        $values = array_fill(0, $count, null);
        $differences = array_fill(0, $count, 0.0);
        $growths = array_fill(0, $count, 0.0);
        $points = [];
        $all = explode(',', trim($text), $most + 2);
        if (count($all) > 1 && trim($all[count($all) - 1]) === '') {
            array_pop($all);
        }
        foreach ($all as $n => $point) {
            if ($n >= $most) {
                throw new InvalidInput('trace', sprintf('%s takes the file above %s points, the most that is read.', $where, number_format($most)));
            }
            $at = 0;
            $seen = 0;
            while ($seen < $count && preg_match(self::FIGURE, $point, $m, 0, $at) === 1) {
                $at += strlen($m[0]);
                if ($m[1] !== '') {
                    $marks[$seen] = $m[1];
                }
                $before = $values[$seen] ?? 0.0;
                if ($m[2] !== '?') {
                    $figure = $m[2] === '*' ? null : self::figure($m[2]);
                    $growths[$seen] = $marks[$seen] === '"' ? $figure ?? $growths[$seen] : 0.0;
                    $differences[$seen] = match ($marks[$seen]) {
                        '"' => $differences[$seen] + $growths[$seen],
                        "'" => $figure ?? $differences[$seen],
                        default => $figure === null ? 0.0 : $figure - $before,
                    };
                    $values[$seen] = $figure === null && $marks[$seen] === '!' ? $values[$seen] : $before + $differences[$seen];
                }
                $seen++;
            }
            $rest = trim(substr($point, $at));
            if ($rest !== '' || $seen < $needed) {
                throw new InvalidInput('trace', $rest === ''
                    ? sprintf('%s, point %d has %d figures; its format asks for %d.', $where, $n + 1, $seen, $needed)
                    : sprintf('%s, point %d: “%s” is no figure that belongs there.', $where, $n + 1, mb_strimwidth($rest, 0, 24, '…')));
            }
            $points[] = $values;
        }

        return $points;
    }

    private static function figure(string $text): float
    {
        return match (true) {
            $text === 'T' => 1.0,
            $text === 'F' => 0.0,
            str_contains($text, '#') => ($text[0] === '-' ? -1.0 : 1.0) * hexdec(ltrim($text, '+-#')),
            default => (float) $text,
        };
    }
}
