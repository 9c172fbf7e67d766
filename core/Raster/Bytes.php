<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/**
 * Bytes to ints and back: the border between stored pixels and pixels to compute with.
 *
 * PHP packs and unpacks at a cost for every value, whatever its size, so two pixels or four
 * 16-bit values go through it as one word of 64 bits.
 */
final class Bytes
{
    /** Words turned at a time: keeps the passing copies small. */
    private const CHUNK = 32768;

    /**
     * RGBA bytes to ints 0xRRGGBBAA.
     *
     * @return array<int, int>
     */
    public static function toPixels(string $bytes): array
    {
        $out = [];
        foreach (self::words('J', $bytes) as $words) {
            $out = self::halved($out, $words);
        }

        return strlen($bytes) % 8 === 0 ? $out : [...$out, ...self::ints('N', substr($bytes, -4))];
    }

    /** @param  array<int, int>  $pixels  0xRRGGBBAA */
    public static function fromPixels(array $pixels): string
    {
        $bytes = '';
        $count = count($pixels);
        for ($from = 0; $from + 1 < $count; $from += 2 * self::CHUNK) {
            $bytes .= pack('J*', ...self::paired($pixels, $from, min($count & ~1, $from + 2 * self::CHUNK)));
        }

        return $count % 2 === 0 ? $bytes : $bytes.pack('N', $pixels[$count - 1]);
    }

    /**
     * Little-endian 16-bit bytes to ints.
     *
     * @return array<int, int>
     */
    public static function toValues(string $bytes): array
    {
        $out = [];
        foreach (self::words('P', $bytes) as $words) {
            $out = self::quartered($out, $words);
        }

        return strlen($bytes) % 8 === 0 ? $out : [...$out, ...self::ints('v', substr($bytes, -(strlen($bytes) % 8)))];
    }

    /** @param  array<int, int>  $values  0–65535 */
    public static function fromValues(array $values): string
    {
        $bytes = '';
        $count = count($values);
        for ($from = 0; $from + 3 < $count; $from += 4 * self::CHUNK) {
            $bytes .= pack('P*', ...self::joined($values, $from, min($count & ~3, $from + 4 * self::CHUNK)));
        }

        return $count % 4 === 0 ? $bytes : $bytes.pack('v*', ...array_slice($values, $count & ~3));
    }

    /**
     * Little-endian 64-bit bytes to ints.
     *
     * @return array<int, int>
     */
    public static function toWords(string $bytes): array
    {
        $out = [];
        foreach (self::words('P', $bytes) as $words) {
            $out = $out === [] ? $words : [...$out, ...$words];
        }

        return $out;
    }

    /** @param  array<int, int>  $words */
    public static function fromWords(array $words): string
    {
        if (count($words) <= self::CHUNK) {
            return pack('P*', ...$words);
        }
        $bytes = '';
        foreach (array_chunk($words, self::CHUNK) as $chunk) {
            $bytes .= pack('P*', ...$chunk);
        }

        return $bytes;
    }

    /**
     * The whole words of some bytes, in chunks.
     *
     * @return iterable<array<int, int>>
     */
    private static function words(string $code, string $bytes): iterable
    {
        $whole = strlen($bytes) & ~7;
        for ($from = 0; $from < $whole; $from += 8 * self::CHUNK) {
            yield self::ints($code, substr($bytes, $from, min(8 * self::CHUNK, $whole - $from)));
        }
    }

    /** @return array<int, int> */
    private static function ints(string $code, string $bytes): array
    {
        /** @var array<int, int> $ints pack codes of whole numbers give nothing else */
        $ints = unpack($code.'*', $bytes);

        return array_values($ints);
    }

    /**
     * @param  array<int, int>  $out
     * @param  array<int, int>  $words  two pixels each
     * @return array<int, int>
     */
    private static function halved(array $out, array $words): array
    {
        foreach ($words as $word) {
            $out[] = $word >> 32 & 0xFFFFFFFF;
            $out[] = $word & 0xFFFFFFFF;
        }

        return $out;
    }

    /**
     * @param  array<int, int>  $out
     * @param  array<int, int>  $words  four values each
     * @return array<int, int>
     */
    private static function quartered(array $out, array $words): array
    {
        foreach ($words as $word) {
            $out[] = $word & 65535;
            $out[] = $word >> 16 & 65535;
            $out[] = $word >> 32 & 65535;
            $out[] = $word >> 48 & 65535;
        }

        return $out;
    }

    /**
     * @param  array<int, int>  $pixels
     * @return array<int, int>
     */
    private static function paired(array $pixels, int $from, int $until): array
    {
        $out = [];
        for ($i = $from; $i < $until; $i += 2) {
            $out[] = $pixels[$i] << 32 | $pixels[$i + 1];
        }

        return $out;
    }

    /**
     * @param  array<int, int>  $values
     * @return array<int, int>
     */
    private static function joined(array $values, int $from, int $until): array
    {
        $out = [];
        for ($i = $from; $i < $until; $i += 4) {
            $out[] = $values[$i] | $values[$i + 1] << 16 | $values[$i + 2] << 32 | $values[$i + 3] << 48;
        }

        return $out;
    }
}
