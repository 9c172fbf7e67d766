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
    /** Words turned at a time: what is in passing stays in the processor's cache. */
    private const CHUNK = 2048;

    /** Bytes read at a time: what is in passing stays in the processor's cache. */
    private const READ = 8192;

    /**
     * RGBA bytes to ints 0xRRGGBBAA.
     *
     * @return array<int, int>
     */
    public static function toPixels(string $bytes): array
    {
        $count = strlen($bytes) >> 2;
        $out = array_fill(0, $count, 0);
        $to = 0;
        for ($from = 0; $to + 1 < $count; $from += self::READ) {
            $words = self::words('J', $bytes, $from);
            $last = count($words);
            for ($i = 1; $i <= $last; $i++) {
                $word = $words[$i];
                $out[$to] = $word >> 32 & 0xFFFFFFFF;
                $out[$to + 1] = $word & 0xFFFFFFFF;
                $to += 2;
            }
        }
        if ($to < $count) {
            $out[$to] = self::ints('N', substr($bytes, -4))[1];
        }

        return $out;
    }

    /** @param  array<int, int>  $pixels  0xRRGGBBAA */
    public static function fromPixels(array $pixels): string
    {
        $bytes = '';
        $count = count($pixels);
        $words = array_fill(0, self::CHUNK, 0);
        for ($from = 0; $from + 1 < $count; $from += 2 * self::CHUNK) {
            $last = min($count & ~1, $from + 2 * self::CHUNK);
            if ($last - $from < 2 * self::CHUNK) {
                $words = array_fill(0, $last - $from >> 1, 0);
            }
            $to = 0;
            for ($i = $from; $i < $last; $i += 2) {
                $words[$to] = $pixels[$i] << 32 | $pixels[$i + 1];
                $to++;
            }
            $bytes .= pack('J*', ...$words);
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
        $count = strlen($bytes) >> 1;
        $out = array_fill(0, $count, 0);
        $to = 0;
        for ($from = 0; $to + 3 < $count; $from += self::READ) {
            $words = self::words('P', $bytes, $from);
            $last = count($words);
            for ($i = 1; $i <= $last; $i++) {
                $word = $words[$i];
                $out[$to] = $word & 65535;
                $out[$to + 1] = $word >> 16 & 65535;
                $out[$to + 2] = $word >> 32 & 65535;
                $out[$to + 3] = $word >> 48 & 65535;
                $to += 4;
            }
        }
        foreach ($to < $count ? self::ints('v', substr($bytes, 2 * $to)) : [] as $value) {
            $out[$to] = $value;
            $to++;
        }

        return $out;
    }

    /** @param  array<int, int>  $values  0–65535 */
    public static function fromValues(array $values): string
    {
        $bytes = '';
        $count = count($values);
        $words = array_fill(0, self::CHUNK, 0);
        for ($from = 0; $from + 3 < $count; $from += 4 * self::CHUNK) {
            $last = min($count & ~3, $from + 4 * self::CHUNK);
            if ($last - $from < 4 * self::CHUNK) {
                $words = array_fill(0, $last - $from >> 2, 0);
            }
            $to = 0;
            for ($i = $from; $i < $last; $i += 4) {
                $words[$to] = $values[$i] | $values[$i + 1] << 16 | $values[$i + 2] << 32 | $values[$i + 3] << 48;
                $to++;
            }
            $bytes .= pack('P*', ...$words);
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
        $count = strlen($bytes) >> 3;
        $out = array_fill(0, $count, 0);
        $to = 0;
        for ($from = 0; $to < $count; $from += self::READ) {
            foreach (self::words('P', $bytes, $from) as $word) {
                $out[$to] = $word;
                $to++;
            }
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

    /** @return array<int, int> the next whole words, counted from 1 */
    private static function words(string $code, string $bytes, int $from): array
    {
        return self::ints($code, substr($bytes, $from, min(self::READ, (strlen($bytes) & ~7) - $from)));
    }

    /** @return array<int, int> counted from 1 */
    private static function ints(string $code, string $bytes): array
    {
        /** @var array<int, int> $ints pack codes of whole numbers give nothing else */
        $ints = unpack($code.'*', $bytes);

        return $ints;
    }
}
