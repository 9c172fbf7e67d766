<?php

declare(strict_types=1);

namespace App\Pictures;

use RuntimeException;

/**
 * A drawing of lines, SVG, made into pixels by librsvg: in a process of its own, with little
 * time and memory, from a pipe, so that there is no place from which it could load anything else.
 */
final class SvgFile
{
    /** px of the longer side to begin with. */
    public const FIRST = 1024;

    public const SMALLEST = 16;

    public const LARGEST = 4096;

    private const MOST_BYTES = 16 * 1024 * 1024;

    /** s of the processor, at the size to begin with, and at larger ones. */
    private const SECONDS = 2;

    private const SECONDS_LARGER = 10;

    /** s by the clock, on a machine that is busy with other things too. */
    private const PATIENCE = 40;

    private const MEMORY = 1 << 30;

    /** Octaves of noise (feTurbulence): those beyond weigh less than a level of 255, and may be work for minutes. */
    private const OCTAVES = 9;

    /** Beginnings in which the root must be found: declarations and comments may stand before it. */
    private const LOOKED_AT = 16384;

    public static function is(string $bytes): bool
    {
        $start = substr($bytes, 0, self::LOOKED_AT);
        $start = (string) preg_replace('/\A\xEF\xBB\xBF|<!--.*?-->|<\?.*?\?>/s', '', $start);
        $start = (string) preg_replace('/<!DOCTYPE[^\[>]*(\[.*?\]\s*)?>/s', '', $start, 1);

        return preg_match('/\A\s*<([A-Za-z_][\w.-]*:)?svg[\s>\/]/', $start) === 1;
    }

    /**
     * @param  int  $side  px of its longer side, SMALLEST to LARGEST
     * @return string PNG, transparent where nothing is drawn
     *
     * @throws PictureRefused with one sentence that says why
     */
    public static function png(string $bytes, int $side): string
    {
        if (strlen($bytes) > self::MOST_BYTES) {
            throw new PictureRefused(sprintf('This SVG has %s MB. The most Yarrowfog opens is %d MB.', number_format(strlen($bytes) / 1048576), self::MOST_BYTES / 1048576));
        }
        $seconds = $side <= self::FIRST ? self::SECONDS : self::SECONDS_LARGER;
        $drawing = (new LimitedProcess($seconds, self::PATIENCE, self::MEMORY))->run(['rsvg-convert', '--format=png', '--keep-aspect-ratio', "--width={$side}", "--height={$side}"], self::withinReason($bytes), ['PATH' => '/usr/bin:/bin'])
            ?? throw new PictureRefused(self::tooMuch($seconds));
        if ($drawing->isSuccessful()) {
            return $drawing->getOutput();
        }
        if ($drawing->getExitCode() === 127) {
            throw new RuntimeException('rsvg-convert is not installed: it comes with Debian’s librsvg2-bin, which bin/start sets up.');
        }

        // What a limit ended was ended by a signal, or could get no memory.
        throw new PictureRefused($drawing->hasBeenSignaled() || $drawing->getExitCode() > 128 ? self::tooMuch($seconds) : 'This SVG is damaged, or nothing in it has a size: it cannot be drawn. Save it again as plain SVG and try once more.');
    }

    /** The same drawing, without work that nobody would see. */
    private static function withinReason(string $bytes): string
    {
        return (string) preg_replace_callback('/(numOctaves\s*=\s*["\'])\s*(\d+)/', fn (array $found): string => $found[1].min(self::OCTAVES, (int) $found[2]), $bytes);
    }

    private static function tooMuch(int $seconds): string
    {
        return sprintf('This SVG takes more than %d seconds or %d MB to draw. Simplify it, or save it as PNG where it was made.', $seconds, self::MEMORY / 1048576);
    }
}
