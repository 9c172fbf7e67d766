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
            BlendMode::Hue, BlendMode::Saturation, BlendMode::Color, BlendMode::Luminosity => self::pixels($mode, $cb, $cs),
            default => self::each($mode, $cb, $cs),
        };
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
