<?php

declare(strict_types=1);

namespace App\Pictures;

/** The blocks of a GIF (CompuServe, "Graphics Interchange Format, Version 89a", 1990), as far as its first frame. */
final class GifFile
{
    private const HEAD = 13;

    private const EXTENSION = "\x21";

    private const IMAGE = "\x2C";

    private const END = "\x3B";

    /** @return string the same GIF with nothing behind its first frame; as it came where its blocks are not as they should be */
    public static function firstFrame(string $bytes): string
    {
        if (strlen($bytes) < self::HEAD) {
            return $bytes;
        }
        $at = self::HEAD + self::table(ord($bytes[10]));
        while (isset($bytes[$at]) && $bytes[$at] === self::EXTENSION) {
            $at = self::behindBlocks($bytes, $at + 2);
        }
        if (! isset($bytes[$at + 9]) || $bytes[$at] !== self::IMAGE) {
            return $bytes;
        }
        // Ten bytes of the frame, its colours, and the width of its codes.
        $end = self::behindBlocks($bytes, $at + 10 + self::table(ord($bytes[$at + 9])) + 1);

        return $end > strlen($bytes) ? $bytes : substr($bytes, 0, $end).self::END;
    }

    /** @return int bytes of a table of colours, by the byte that says whether there is one, and how large */
    private static function table(int $packed): int
    {
        return $packed & 0x80 ? 3 << ($packed & 7) + 1 : 0;
    }

    /** @return int behind the blocks that begin here: each has its length before it, the last one has none */
    private static function behindBlocks(string $bytes, int $at): int
    {
        while (isset($bytes[$at]) && $bytes[$at] !== "\0") {
            $at += ord($bytes[$at]) + 1;
        }

        return $at + 1;
    }
}
