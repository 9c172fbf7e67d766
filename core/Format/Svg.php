<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format;

use Yarrowfog\Core\Vector\CurveFit;
use Yarrowfog\Core\Vector\Tracer;

/**
 * Traced ink as a Scalable Vector Graphics 1.1 file.
 *
 * @phpstan-import-type Cubic from CurveFit
 */
final class Svg
{
    /** @param  string  $ink  #rrggbb */
    public static function of(Tracer $traced, string $ink = '#000000'): string
    {
        return self::file($traced->width, $traced->height, self::paths($traced, $ink));
    }

    /**
     * Several inks over one another, a group for each.
     *
     * @param  list<array{string, Tracer}>  $inks  #rrggbb and what it covers, the lowest first
     */
    public static function ofInks(int $width, int $height, array $inks): string
    {
        return self::file($width, $height, implode('', array_map(fn (array $ink): string => '<g id="ink-'.substr($ink[0], 1)."\">\n".self::paths($ink[1], $ink[0])."</g>\n", $inks)));
    }

    private static function paths(Tracer $traced, string $ink): string
    {
        $paths = '';
        foreach ($traced->layers as $layer) {
            $d = self::outline($layer['rings']);
            $opacity = $layer['opacity'] >= 1 ? '' : ' fill-opacity="'.self::number($layer['opacity'], 4).'"';
            $paths .= "  <path fill=\"{$ink}\" fill-rule=\"evenodd\"{$opacity} d=\"{$d}\"/>\n";
        }

        return $paths;
    }

    /**
     * Rings as the data of a path.
     *
     * @param  list<list<Cubic>>  $rings
     */
    public static function outline(array $rings): string
    {
        $d = '';
        foreach ($rings as $ring) {
            $d .= 'M'.self::point($ring[0][0]);
            foreach ($ring as [, $a, $b, $end]) {
                $d .= 'C'.self::point($a).' '.self::point($b).' '.self::point($end);
            }
            $d .= 'Z';
        }

        return $d;
    }

    private static function file(int $width, int $height, string $paths): string
    {
        return "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{$width}\" height=\"{$height}\" viewBox=\"0 0 {$width} {$height}\">\n{$paths}</svg>\n";
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
