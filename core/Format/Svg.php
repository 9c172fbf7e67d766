<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format;

use Yarrowfog\Core\Vector\Tracer;

/** Traced ink as a Scalable Vector Graphics 1.1 file. */
final class Svg
{
    /** @param  string  $ink  #rrggbb */
    public static function of(Tracer $traced, string $ink = '#000000'): string
    {
        $paths = '';
        foreach ($traced->layers as $layer) {
            $d = '';
            foreach ($layer['rings'] as $ring) {
                $d .= 'M'.self::point($ring[0][0]);
                foreach ($ring as [, $a, $b, $end]) {
                    $d .= 'C'.self::point($a).' '.self::point($b).' '.self::point($end);
                }
                $d .= 'Z';
            }
            $opacity = $layer['opacity'] >= 1 ? '' : ' fill-opacity="'.self::number($layer['opacity'], 4).'"';
            $paths .= "  <path fill=\"{$ink}\" fill-rule=\"evenodd\"{$opacity} d=\"{$d}\"/>\n";
        }

        return "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{$traced->width}\" height=\"{$traced->height}\" viewBox=\"0 0 {$traced->width} {$traced->height}\">\n{$paths}</svg>\n";
    }

    /** @param  array{float, float}  $p */
    private static function point(array $p): string
    {
        return self::number($p[0], 2).','.self::number($p[1], 2);
    }

    private static function number(float $v, int $places): string
    {
        $text = number_format($v, $places, '.', '');

        return str_contains($text, '.') ? rtrim(rtrim($text, '0'), '.') : $text;
    }
}
