<?php

declare(strict_types=1);

namespace App\Pictures;

/** The picture files that are opened, told by their first bytes, never by their name. */
enum PictureType: string
{
    /** How a PNG begins. */
    public const PNG = "\x89PNG\r\n\x1a\n";

    case Png = 'png';
    case Jpeg = 'jpeg';
    case Webp = 'webp';
    case Tiff = 'tiff';
    case Bmp = 'bmp';
    case Gif = 'gif';

    /** @throws PictureRefused */
    public static function of(string $bytes): self
    {
        if ($bytes === '') {
            throw new PictureRefused('This file is empty: 0 bytes.');
        }

        return match (true) {
            str_starts_with($bytes, self::PNG) => self::Png,
            str_starts_with($bytes, "\xFF\xD8\xFF") => self::Jpeg,
            str_starts_with($bytes, 'RIFF') && substr($bytes, 8, 4) === 'WEBP' => self::Webp,
            str_starts_with($bytes, "II*\0"), str_starts_with($bytes, "MM\0*") => self::Tiff,
            str_starts_with($bytes, 'BM') => self::Bmp,
            str_starts_with($bytes, 'GIF87a'), str_starts_with($bytes, 'GIF89a') => self::Gif,
            default => throw new PictureRefused('This is not a picture that Yarrowfog opens. It opens PNG, JPEG, WebP, TIFF, BMP and GIF, and SVG as a source.'),
        };
    }

    public function label(): string
    {
        return match ($this) {
            self::Webp => 'WebP',
            default => strtoupper($this->value),
        };
    }

    /** Whether the file holds its own end, where that can be told from the bytes. */
    public function isWhole(string $bytes): bool
    {
        return match ($this) {
            self::Png => str_contains(substr($bytes, -64), 'IEND'),
            self::Jpeg => self::jpegEnds($bytes),
            self::Gif => str_contains(substr($bytes, -16), "\x3B"),
            self::Webp => strlen($bytes) >= 8 + self::littleEndian(substr($bytes, 4, 4)),
            default => true,
        };
    }

    /** Walks the segments up to the picture itself: a thumbnail before it has an end of its own. */
    private static function jpegEnds(string $bytes): bool
    {
        $at = 2;
        $length = strlen($bytes);
        while ($at + 4 <= $length && $bytes[$at] === "\xFF") {
            $marker = ord($bytes[$at + 1]);
            if ($marker === 0xDA) {
                return strpos($bytes, "\xFF\xD9", $at) !== false;
            }
            $at += 2 + (ord($bytes[$at + 2]) << 8 | ord($bytes[$at + 3]));
        }

        return false;
    }

    private static function littleEndian(string $four): int
    {
        return strlen($four) < 4 ? 0 : ord($four[0]) | ord($four[1]) << 8 | ord($four[2]) << 16 | ord($four[3]) << 24;
    }
}
