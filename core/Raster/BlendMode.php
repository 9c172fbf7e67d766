<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/**
 * The sixteen blend modes of W3C Compositing and Blending Level 1 (sections 9.1 and 9.2):
 * B(cb, cs) of a backdrop and a source colour, channels 0–1, encoded as they are.
 */
enum BlendMode: string
{
    case Normal = 'normal';
    case Multiply = 'multiply';
    case Screen = 'screen';
    case Overlay = 'overlay';
    case Darken = 'darken';
    case Lighten = 'lighten';
    case ColorDodge = 'color-dodge';
    case ColorBurn = 'color-burn';
    case HardLight = 'hard-light';
    case SoftLight = 'soft-light';
    case Difference = 'difference';
    case Exclusion = 'exclusion';
    case Hue = 'hue';
    case Saturation = 'saturation';
    case Color = 'color';
    case Luminosity = 'luminosity';

    /** @return non-empty-list<string> */
    public static function names(): array
    {
        return array_column(self::cases(), 'value');
    }

    /**
     * One channel, for the separable modes.
     *
     * Told apart by their names: a case is fetched anew for every comparison.
     */
    public function channel(float $cb, float $cs): float
    {
        return match ($this->value) {
            'multiply' => $cb * $cs,
            'screen' => $cb + $cs - $cb * $cs,
            'overlay' => $cb <= 0.5 ? $cs * 2.0 * $cb : $cs + (2.0 * $cb - 1.0) - $cs * (2.0 * $cb - 1.0),
            'darken' => min($cb, $cs),
            'lighten' => max($cb, $cs),
            'color-dodge' => $cb <= 0.0 ? 0.0 : ($cs >= 1.0 ? 1.0 : min(1.0, $cb / (1.0 - $cs))),
            'color-burn' => $cb >= 1.0 ? 1.0 : ($cs <= 0.0 ? 0.0 : 1.0 - min(1.0, (1.0 - $cb) / $cs)),
            'hard-light' => $cs <= 0.5 ? $cb * 2.0 * $cs : $cb + (2.0 * $cs - 1.0) - $cb * (2.0 * $cs - 1.0),
            'soft-light' => $cs <= 0.5
                ? $cb - (1.0 - 2.0 * $cs) * $cb * (1.0 - $cb)
                : $cb + (2.0 * $cs - 1.0) * (($cb <= 0.25 ? ((16.0 * $cb - 12.0) * $cb + 4.0) * $cb : sqrt($cb)) - $cb),
            'difference' => abs($cb - $cs),
            'exclusion' => $cb + $cs - 2.0 * $cb * $cs,
            default => $cs,
        };
    }

    /**
     * All three channels, for any mode.
     *
     * @param  array{float, float, float}  $cb
     * @param  array{float, float, float}  $cs
     * @return array{float, float, float}
     */
    public function colour(array $cb, array $cs): array
    {
        return match ($this->value) {
            'hue' => self::withLuminosity(self::withSaturation($cs, self::saturationOf($cb)), self::luminosityOf($cb)),
            'saturation' => self::withLuminosity(self::withSaturation($cb, self::saturationOf($cs)), self::luminosityOf($cb)),
            'color' => self::withLuminosity($cs, self::luminosityOf($cb)),
            'luminosity' => self::withLuminosity($cb, self::luminosityOf($cs)),
            default => [$this->channel($cb[0], $cs[0]), $this->channel($cb[1], $cs[1]), $this->channel($cb[2], $cs[2])],
        };
    }

    /** @param  array{float, float, float}  $c */
    private static function luminosityOf(array $c): float
    {
        return 0.3 * $c[0] + 0.59 * $c[1] + 0.11 * $c[2];
    }

    /** @param  array{float, float, float}  $c */
    private static function saturationOf(array $c): float
    {
        return max($c) - min($c);
    }

    /**
     * SetLum and ClipColor of the standard.
     *
     * @param  array{float, float, float}  $c
     * @return array{float, float, float}
     */
    private static function withLuminosity(array $c, float $to): array
    {
        $d = $to - self::luminosityOf($c);
        $c = [$c[0] + $d, $c[1] + $d, $c[2] + $d];
        $l = self::luminosityOf($c);
        $n = min($c);
        $x = max($c);
        if ($n < 0.0) {
            $k = $l / ($l - $n);
            $c = [$l + ($c[0] - $l) * $k, $l + ($c[1] - $l) * $k, $l + ($c[2] - $l) * $k];
        }
        if ($x > 1.0) {
            $k = (1.0 - $l) / ($x - $l);
            $c = [$l + ($c[0] - $l) * $k, $l + ($c[1] - $l) * $k, $l + ($c[2] - $l) * $k];
        }

        return $c;
    }

    /**
     * SetSat of the standard: the least channel goes to 0, the greatest to the saturation.
     *
     * @param  array{float, float, float}  $c
     * @return array{float, float, float}
     */
    private static function withSaturation(array $c, float $to): array
    {
        $least = min($c);
        $range = max($c) - $least;
        if ($range <= 0.0) {
            return [0.0, 0.0, 0.0];
        }

        return [($c[0] - $least) * $to / $range, ($c[1] - $least) * $to / $range, ($c[2] - $least) * $to / $range];
    }
}
