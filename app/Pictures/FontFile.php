<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Store\AtomicFile;
use App\Store\Scratch;
use Imagick;
use ImagickDraw;
use ImagickException;
use Yarrowfog\Core\InvalidInput;

/** Font files that painters bring: TrueType and OpenType, checked before they are kept. */
final class FontFile
{
    public const MOST_BYTES = 12 * 1024 * 1024;

    /** The first bytes of TrueType and OpenType fonts. */
    private const KINDS = ["\x00\x01\x00\x00", 'OTTO', 'true'];

    /** Tables that a font without cannot be set. */
    private const NEEDED = ['cmap', 'head', 'hhea', 'hmtx', 'maxp'];

    /** @throws InvalidInput with one sentence that says what is wrong */
    public static function check(string $bytes): void
    {
        if (strlen($bytes) > self::MOST_BYTES) {
            throw new InvalidInput('font', 'This font is too large. The most Yarrowfog opens is 12 MB.');
        }
        if (! in_array(substr($bytes, 0, 4), self::KINDS, true)) {
            throw new InvalidInput('font', 'This is not a font that Yarrowfog opens. It opens TrueType and OpenType fonts (.ttf, .otf).');
        }
        $tables = self::tables($bytes);
        foreach (self::NEEDED as $table) {
            [$from, $length] = $tables[$table] ?? [0, 0];
            if ($length === 0 || $from + $length > strlen($bytes)) {
                throw new InvalidInput('font', 'This font is damaged or cut short: a part that every font needs is missing. Copy it again from where it came from.');
            }
        }
        try {
            $pen = new ImagickDraw;
            $pen->setFont(self::path($bytes, hash('sha256', $bytes)));
            $pen->setFontSize(40);
            $metrics = (new Imagick)->queryFontMetrics($pen, 'Harbour');
        } catch (ImagickException) {
            $metrics = [];
        }
        if (((float) ($metrics['textWidth'] ?? 0)) < 1) {
            throw new InvalidInput('font', 'This font cannot be set: it holds no letters that could be used.');
        }
    }

    /** The file in memory that a font is read from. */
    public static function path(string $bytes, string $hash): string
    {
        $path = Scratch::folder('fonts')."/{$hash}";
        if (! is_file($path)) {
            AtomicFile::write($path, $bytes);
        }

        return $path;
    }

    /** @return array<string, array{int, int}> where each table begins and how long it is */
    private static function tables(string $bytes): array
    {
        $number = fn (int $at, int $bytesLong): int => (int) hexdec(bin2hex(substr($bytes, $at, $bytesLong)));
        $tables = [];
        for ($i = 0; $i < min(64, $number(4, 2)); $i++) {
            $at = 12 + 16 * $i;
            $tables[trim(substr($bytes, $at, 4))] = [$number($at + 8, 4), $number($at + 12, 4)];
        }

        return $tables;
    }
}
