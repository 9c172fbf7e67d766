<?php

declare(strict_types=1);

namespace App\Painting;

use App\Store\Blob;
use DeflateContext;

/** How the bytes of a tile are packed for the library. */
final class TilePacking
{
    /** zlib level: the fastest; paint packs well at any. */
    private const LEVEL = 1;

    /**
     * @param  array{pixels: string, rest: string|null}|null  $tile
     * @return array{pixels: Blob|null, rest: Blob|null}
     */
    public static function blobs(?array $tile): array
    {
        return ['pixels' => Blob::of($tile['pixels'] ?? null), 'rest' => Blob::of($tile['rest'] ?? null)];
    }

    /**
     * The bits in which two tiles differ, or one of them from the other and these bits.
     *
     * @param  array{pixels: string, rest: string|null}  $one
     * @param  array{pixels: string, rest: string|null}  $other
     * @return array{pixels: string, rest: string|null}
     */
    public static function copyWith(array $one, array $other): array
    {
        return ['pixels' => $one['pixels'] ^ $other['pixels'], 'rest' => $one['rest'] === null ? $other['rest'] : ($other['rest'] === null ? $one['rest'] : $one['rest'] ^ $other['rest'])];
    }

    /**
     * @param  array{pixels: string, rest: string|null}  $tile
     * @return array{pixels: string, rest: string|null}
     */
    public static function unpack(array $tile): array
    {
        return ['pixels' => (string) gzuncompress($tile['pixels']), 'rest' => $tile['rest'] === null ? null : (string) gzuncompress($tile['rest'])];
    }

    /**
     * @param  array{pixels: string, rest: string|null}  $tile
     * @return array{pixels: string, rest: string|null}
     */
    public static function pack(array $tile): array
    {
        return ['pixels' => (string) gzcompress($tile['pixels'], self::LEVEL), 'rest' => self::packedRest($tile['rest'])];
    }

    /**
     * The bits in which two tiles differ: most of them do not.
     *
     * @param  array{pixels: string, rest: string|null}  $tile
     * @return array{pixels: string, rest: string|null}
     */
    public static function packDifference(array $tile): array
    {
        return ['pixels' => self::packedRuns($tile['pixels']), 'rest' => self::packedRest($tile['rest'])];
    }

    private static function packedRest(?string $rest): ?string
    {
        return $rest === null || trim($rest, "\0") === '' ? null : self::packedRuns($rest);
    }

    /** Where runs of one byte are all that there is to find, looking for no more takes less time, and finds more of them. */
    private static function packedRuns(string $bytes): string
    {
        $deflate = deflate_init(ZLIB_ENCODING_DEFLATE, ['level' => self::LEVEL, 'strategy' => ZLIB_RLE]);

        return $deflate instanceof DeflateContext ? (string) deflate_add($deflate, $bytes, ZLIB_FINISH) : (string) gzcompress($bytes, self::LEVEL);
    }
}
