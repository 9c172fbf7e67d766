<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format\InkMl;

use Yarrowfog\Core\Stroke\Practice\Recording;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;

/**
 * Writes pen movements as InkML (W3C Recommendation, "Ink Markup Language (InkML)", 2011).
 *
 * Places are in device units of 96 to the inch, times in ms, force from 0 to 1, tilts in degrees.
 * A movement without real pressure has no force channel.
 */
final class InkMlWriter
{
    public const TYPE = 'application/inkml+xml';

    public static function write(Recording $recording): string
    {
        $presses = array_filter($recording->strokes, fn (Trace $t): bool => $t->realPressure) !== [];
        $out = ['<?xml version="1.0" encoding="UTF-8"?>', '<ink xmlns="http://www.w3.org/2003/InkML">'];
        foreach (['pen' => true, 'mouse' => false] as $id => $real) {
            if ($real !== $presses && count(array_filter($recording->strokes, fn (Trace $t): bool => $t->realPressure === $real)) === 0) {
                continue;
            }
            array_push($out, ...self::context($id, $real));
        }
        foreach ($recording->strokes as $stroke) {
            $id = $stroke->realPressure ? 'pen' : 'mouse';
            $points = array_map(fn (Sample $s): string => self::point($s, $stroke->realPressure), $stroke->samples);
            $out[] = "  <trace contextRef=\"#{$id}\">".implode(', ', $points).'</trace>';
        }
        $out[] = '</ink>';

        return implode("\n", $out)."\n";
    }

    /** @return list<string> */
    private static function context(string $id, bool $presses): array
    {
        $channels = [
            '<channel name="X" type="decimal" units="dev"/>',
            '<channel name="Y" type="decimal" units="dev"/>',
            '<channel name="T" type="decimal" units="ms"/>',
        ];
        if ($presses) {
            array_push(
                $channels,
                '<channel name="F" type="decimal" min="0" max="1" units="dev"/>',
                '<channel name="OTx" type="decimal" min="-90" max="90" units="deg"/>',
                '<channel name="OTy" type="decimal" min="-90" max="90" units="deg"/>',
                '<channel name="OR" type="decimal" min="0" max="360" units="deg"/>',
            );
        }

        return [
            "  <context xml:id=\"{$id}\">",
            "    <inkSource xml:id=\"{$id}-source\">",
            '      <traceFormat>',
            ...array_map(fn (string $c): string => "        {$c}", $channels),
            '      </traceFormat>',
            '      <channelProperties>',
            '        <channelProperty channel="X" name="resolution" value="96" units="1/in"/>',
            '        <channelProperty channel="Y" name="resolution" value="96" units="1/in"/>',
            '      </channelProperties>',
            '    </inkSource>',
            '  </context>',
        ];
    }

    private static function point(Sample $s, bool $presses): string
    {
        $values = $presses ? $s->toArray() : [$s->t, $s->x, $s->y];
        [$values[0], $values[1], $values[2]] = [$s->x, $s->y, $s->t];

        return implode(' ', array_map(fn (float $v): string => rtrim(rtrim(number_format($v, 4, '.', ''), '0'), '.') ?: '0', $values));
    }
}
