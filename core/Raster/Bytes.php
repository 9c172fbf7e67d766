<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/** Bytes to ints and back: the border between stored pixels and pixels to compute with. */
final class Bytes
{
    /** Values turned at a time: keeps the passing copies small. */
    private const CHUNK = 65536;

    /**
     * RGBA bytes to ints 0xRRGGBBAA.
     *
     * @return array<int, int>
     */
    public static function toPixels(string $bytes): array
    {
        return self::toInts('N', 4, $bytes);
    }

    /** @param  array<int, int>  $pixels  0xRRGGBBAA */
    public static function fromPixels(array $pixels): string
    {
        return self::fromInts('N', $pixels);
    }

    /**
     * Little-endian 16-bit bytes to ints.
     *
     * @return array<int, int>
     */
    public static function toValues(string $bytes): array
    {
        return self::toInts('v', 2, $bytes);
    }

    /** @param  array<int, int>  $values  0–65535 */
    public static function fromValues(array $values): string
    {
        return self::fromInts('v', $values);
    }

    /**
     * Little-endian 64-bit bytes to ints.
     *
     * @return array<int, int>
     */
    public static function toWords(string $bytes): array
    {
        return self::toInts('P', 8, $bytes);
    }

    /** @param  array<int, int>  $words */
    public static function fromWords(array $words): string
    {
        return self::fromInts('P', $words);
    }

    /**
     * @param  int<1, 8>  $size  bytes of one value
     * @return array<int, int>
     */
    private static function toInts(string $code, int $size, string $bytes): array
    {
        if (strlen($bytes) <= self::CHUNK * $size) {
            /** @var array<int, int> $ints pack codes of whole numbers give nothing else */
            $ints = unpack($code.'*', $bytes);

            return array_values($ints);
        }
        $out = [];
        foreach (str_split($bytes, self::CHUNK * $size) as $part) {
            /** @var array<int, int> $ints */
            $ints = unpack($code.'*', $part);
            foreach ($ints as $int) {
                $out[] = $int;
            }
        }

        return $out;
    }

    /** @param  array<int, int>  $ints */
    private static function fromInts(string $code, array $ints): string
    {
        if (count($ints) <= self::CHUNK) {
            return pack($code.'*', ...$ints);
        }
        $bytes = '';
        foreach (array_chunk($ints, self::CHUNK) as $chunk) {
            $bytes .= pack($code.'*', ...$chunk);
        }

        return $bytes;
    }
}
