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
        return ['pixels' => (string) gzcompress($tile['pixels'], self::LEVEL), 'rest' => $tile['rest'] === null ? null : self::packedRest($tile['rest'])];
    }

    /** Runs of one byte are all that there is to find in it, and looking for no more takes half the time. */
    private static function packedRest(string $rest): ?string
    {
        if (trim($rest, "\0") === '') {
            return null;
        }
        $deflate = deflate_init(ZLIB_ENCODING_DEFLATE, ['level' => self::LEVEL, 'strategy' => ZLIB_RLE]);

        return $deflate instanceof DeflateContext ? (string) deflate_add($deflate, $rest, ZLIB_FINISH) : (string) gzcompress($rest, self::LEVEL);
    }

    /**
     * A tile in which nothing is left is none.
     *
     * @param  array{pixels: string, rest: string}  $tile
     * @return array{pixels: string, rest: string}|null
     */
    public static function orNothing(array $tile): ?array
    {
        return trim($tile['pixels'], "\0") === '' && trim($tile['rest'], "\0") === '' ? null : $tile;
    }
}
