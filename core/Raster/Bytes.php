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
     * Four planes of bytes, one for each byte of the pixels from the lowest to the highest, to ints.
     *
     * @return array<int, int>
     */
    public static function ofPlanes(string $bytes): array
    {
        $count = strlen($bytes) >> 2;
        if ($count === 0) {
            return [];
        }
        $whole = $count + 7 & ~7;
        if ($whole > $count) {
            $bytes = implode('', array_map(fn (string $plane): string => str_pad($plane, $whole, "\0"), str_split($bytes, $count)));
        }
        $out = array_fill(0, $whole, 0);
        $words = self::ints('P', $bytes);
        $n = $whole >> 3;
        $to = 0;
        for ($i = 1; $i <= $n; $i++) {
            $a = $words[$i];
            $b = $words[$i + $n];
            $c = $words[$i + 2 * $n];
            $d = $words[$i + 3 * $n];
            $out[$to] = $a & 255 | ($b & 255) << 8 | ($c & 255) << 16 | ($d & 255) << 24;
            $out[$to + 1] = $a >> 8 & 255 | ($b >> 8 & 255) << 8 | ($c >> 8 & 255) << 16 | ($d >> 8 & 255) << 24;
            $out[$to + 2] = $a >> 16 & 255 | ($b >> 16 & 255) << 8 | ($c >> 16 & 255) << 16 | ($d >> 16 & 255) << 24;
            $out[$to + 3] = $a >> 24 & 255 | ($b >> 24 & 255) << 8 | ($c >> 24 & 255) << 16 | ($d >> 24 & 255) << 24;
            $out[$to + 4] = $a >> 32 & 255 | ($b >> 32 & 255) << 8 | ($c >> 32 & 255) << 16 | ($d >> 32 & 255) << 24;
            $out[$to + 5] = $a >> 40 & 255 | ($b >> 40 & 255) << 8 | ($c >> 40 & 255) << 16 | ($d >> 40 & 255) << 24;
            $out[$to + 6] = $a >> 48 & 255 | ($b >> 48 & 255) << 8 | ($c >> 48 & 255) << 16 | ($d >> 48 & 255) << 24;
            $out[$to + 7] = $a >> 56 & 255 | ($b >> 56 & 255) << 8 | ($c >> 56 & 255) << 16 | ($d >> 56 & 255) << 24;
            $to += 8;
        }

        return $whole === $count ? $out : array_slice($out, 0, $count);
    }

    /** @param  array<int, int>  $pixels  0–0xFFFFFFFF */
    public static function planes(array $pixels): string
    {
        $count = count($pixels);
        $whole = $count & ~7;
        $lowest = $low = $high = $highest = array_fill(0, $whole >> 3, 0);
        $to = 0;
        for ($i = 0; $i < $whole; $i += 8) {
            $a = $pixels[$i];
            $b = $pixels[$i + 1];
            $c = $pixels[$i + 2];
            $d = $pixels[$i + 3];
            $e = $pixels[$i + 4];
            $f = $pixels[$i + 5];
            $g = $pixels[$i + 6];
            $h = $pixels[$i + 7];
            if (($a | $b | $c | $d | $e | $f | $g | $h) !== 0) {
                $lowest[$to] = $a & 255 | ($b & 255) << 8 | ($c & 255) << 16 | ($d & 255) << 24 | ($e & 255) << 32 | ($f & 255) << 40 | ($g & 255) << 48 | ($h & 255) << 56;
                $low[$to] = $a >> 8 & 255 | ($b >> 8 & 255) << 8 | ($c >> 8 & 255) << 16 | ($d >> 8 & 255) << 24 | ($e >> 8 & 255) << 32 | ($f >> 8 & 255) << 40 | ($g >> 8 & 255) << 48 | ($h >> 8 & 255) << 56;
                $high[$to] = $a >> 16 & 255 | ($b >> 16 & 255) << 8 | ($c >> 16 & 255) << 16 | ($d >> 16 & 255) << 24 | ($e >> 16 & 255) << 32 | ($f >> 16 & 255) << 40 | ($g >> 16 & 255) << 48 | ($h >> 16 & 255) << 56;
                $highest[$to] = $a >> 24 | ($b >> 24) << 8 | ($c >> 24) << 16 | ($d >> 24) << 24 | ($e >> 24) << 32 | ($f >> 24) << 40 | ($g >> 24) << 48 | ($h >> 24) << 56;
            }
            $to++;
        }
        $bytes = '';
        foreach ([$lowest, $low, $high, $highest] as $n => $words) {
            $bytes .= self::fromWords($words);
            for ($i = $whole; $i < $count; $i++) {
                $bytes .= chr($pixels[$i] >> 8 * $n & 255);
            }
        }

        return $bytes;
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

    /** @param  array<int, int>  $words */
    private static function fromWords(array $words): string
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
