<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/** The blend modes of BlendMode over many channels at once: which mode it is is asked once and not for every channel. */
final class ChannelBlend
{
    /**
     * B(cb, cs) of three channels a pixel.
     *
     * @param  array<int, float>  $cb  0–1, of the backdrop
     * @param  array<int, float>  $cs  0–1, of the source, as many
     * @return array<int, float>
     */
    public static function of(BlendMode $mode, array $cb, array $cs): array
    {
        return match ($mode) {
            BlendMode::Normal => $cs,
            BlendMode::Multiply => self::multiply($cb, $cs),
            BlendMode::Screen => self::screen($cb, $cs),
            BlendMode::Overlay => self::hardLight($cs, $cb),
            BlendMode::HardLight => self::hardLight($cb, $cs),
            BlendMode::Darken => self::darken($cb, $cs),
            BlendMode::Lighten => self::lighten($cb, $cs),
            BlendMode::Difference => self::difference($cb, $cs),
            BlendMode::Exclusion => self::exclusion($cb, $cs),
            BlendMode::SoftLight => self::softLight($cb, $cs),
            BlendMode::ColorDodge, BlendMode::ColorBurn => self::each($mode, $cb, $cs),
            default => self::pixels($mode, $cb, $cs),
        };
    }

    /**
     * @param  array<int, float>  $cb
     * @param  array<int, float>  $cs
     * @return array<int, float>
     */
    private static function multiply(array $cb, array $cs): array
    {
        $count = count($cs);
        for ($i = 0; $i < $count; $i++) {
            $cs[$i] = $cb[$i] * $cs[$i];
        }

        return $cs;
    }

    /**
     * @param  array<int, float>  $cb
     * @param  array<int, float>  $cs
     * @return array<int, float>
     */
    private static function screen(array $cb, array $cs): array
    {
        $count = count($cs);
        for ($i = 0; $i < $count; $i++) {
            $b = $cb[$i];
            $s = $cs[$i];
            $cs[$i] = $b + $s - $b * $s;
        }

        return $cs;
    }

    /**
     * Overlay is this with the two changed over.
     *
     * @param  array<int, float>  $cb
     * @param  array<int, float>  $cs
     * @return array<int, float>
     */
    private static function hardLight(array $cb, array $cs): array
    {
        $count = count($cs);
        for ($i = 0; $i < $count; $i++) {
            $b = $cb[$i];
            $s = 2.0 * $cs[$i];
            $cs[$i] = $s <= 1.0 ? $b * $s : $b + $s - 1.0 - $b * ($s - 1.0);
        }

        return $cs;
    }

    /**
     * @param  array<int, float>  $cb
     * @param  array<int, float>  $cs
     * @return array<int, float>
     */
    private static function darken(array $cb, array $cs): array
    {
        $count = count($cs);
        for ($i = 0; $i < $count; $i++) {
            if ($cb[$i] < $cs[$i]) {
                $cs[$i] = $cb[$i];
            }
        }

        return $cs;
    }

    /**
     * @param  array<int, float>  $cb
     * @param  array<int, float>  $cs
     * @return array<int, float>
     */
    private static function lighten(array $cb, array $cs): array
    {
        $count = count($cs);
        for ($i = 0; $i < $count; $i++) {
            if ($cb[$i] > $cs[$i]) {
                $cs[$i] = $cb[$i];
            }
        }

        return $cs;
    }

    /**
     * @param  array<int, float>  $cb
     * @param  array<int, float>  $cs
     * @return array<int, float>
     */
    private static function difference(array $cb, array $cs): array
    {
        $count = count($cs);
        for ($i = 0; $i < $count; $i++) {
            $d = $cb[$i] - $cs[$i];
            $cs[$i] = $d < 0.0 ? -$d : $d;
        }

        return $cs;
    }

    /**
     * @param  array<int, float>  $cb
     * @param  array<int, float>  $cs
     * @return array<int, float>
     */
    private static function exclusion(array $cb, array $cs): array
    {
        $count = count($cs);
        for ($i = 0; $i < $count; $i++) {
            $b = $cb[$i];
            $s = $cs[$i];
            $cs[$i] = $b + $s - 2.0 * $b * $s;
        }

        return $cs;
    }

    /**
     * @param  array<int, float>  $cb
     * @param  array<int, float>  $cs
     * @return array<int, float>
     */
    private static function softLight(array $cb, array $cs): array
    {
        $count = count($cs);
        for ($i = 0; $i < $count; $i++) {
            $b = $cb[$i];
            $s = 2.0 * $cs[$i] - 1.0;
            if ($s <= 0.0) {
                $cs[$i] = $b + $s * $b * (1.0 - $b);
            } else {
                $cs[$i] = $b + $s * (($b <= 0.25 ? ((16.0 * $b - 12.0) * $b + 4.0) * $b : sqrt($b)) - $b);
            }
        }

        return $cs;
    }

    /**
     * @param  array<int, float>  $cb
     * @param  array<int, float>  $cs
     * @return array<int, float>
     */
    private static function each(BlendMode $mode, array $cb, array $cs): array
    {
        foreach ($cs as $i => $s) {
            $cs[$i] = $mode->channel($cb[$i], $s);
        }

        return $cs;
    }

    /**
     * Modes that mix the channels.
     *
     * @param  array<int, float>  $cb
     * @param  array<int, float>  $cs
     * @return array<int, float>
     */
    private static function pixels(BlendMode $mode, array $cb, array $cs): array
    {
        $count = count($cs);
        for ($i = 0; $i < $count; $i += 3) {
            [$cs[$i], $cs[$i + 1], $cs[$i + 2]] = $mode->colour([$cb[$i], $cb[$i + 1], $cb[$i + 2]], [$cs[$i], $cs[$i + 1], $cs[$i + 2]]);
        }

        return $cs;
    }
}
