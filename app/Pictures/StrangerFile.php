<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Store\Scratch;
use Symfony\Component\Process\Process;

/**
 * A picture file that somebody brought, decoded in a process of its own, with little time and memory: a small file may be long work, and
 * what a decoder does with a spoilt one must not be done where others paint.
 *
 * What has been decoded so once is kept as it came, and read again like any file of the project's own.
 */
final class StrangerFile
{
    /** s of the processor: a whole picture of 64 megapixels takes five in a slow hour. */
    private const SECONDS = 15;

    /** s by the clock, on a machine that is busy with other things too. */
    private const PATIENCE = 60;

    /** Bytes: 64 megapixels are a gigabyte and a half in the decoder and on their way out of it. */
    private const MEMORY = 3 << 30;

    /** Bytes of each file that it lays its pixels into. */
    private const FILES = 2 << 30;

    /** Where programs are, if nobody says so. */
    private const PATH = '/usr/local/bin:/usr/bin:/bin';

    private const NOT_OPENED = 3;

    /**
     * @param  int  $longest  px; scaled down to it when larger
     * @param  int  $seconds  of the processor
     *
     * @throws PictureRefused with one sentence that says why
     */
    public static function read(string $bytes, int $longest, int $seconds = self::SECONDS): Picture
    {
        return self::run($bytes, $longest, $seconds);
    }

    /**
     * Decodes it to its end, and tells what it is; its pixels stay where they are.
     *
     * @param  int  $seconds  of the processor
     * @return Picture without pixels
     *
     * @throws PictureRefused
     */
    public static function look(string $bytes, int $seconds = self::SECONDS): Picture
    {
        return self::run($bytes, 0, $seconds);
    }

    private static function run(string $bytes, int $longest, int $seconds): Picture
    {
        $type = PictureType::of($bytes);
        PictureFile::assertSize($bytes);
        // What does not fit into the decoder's memory it lays into files.
        $root = dirname(__DIR__, 2);
        $decoding = Scratch::space(fn (string $folder): ?Process => (new LimitedProcess($seconds, self::PATIENCE, self::MEMORY, self::FILES))->run(
            ['php', '-d', 'memory_limit=2G', '-d', 'opcache.enable=0', '-d', 'display_errors=stderr', "{$root}/bin/decode.php", (string) $longest],
            $bytes,
            ['PATH' => getenv('PATH') ?: self::PATH, 'MAGICK_THREAD_LIMIT' => '1', 'OMP_NUM_THREADS' => '1', 'TMPDIR' => $folder, 'MAGICK_CONFIGURE_PATH' => "{$root}/config/imagemagick", 'MAGICK_TEMPORARY_PATH' => $folder],
        )) ?? throw new PictureRefused(self::tooMuch($type));
        $told = $decoding->getOutput();
        $end = strpos($told, "\n");
        $words = $end === false ? null : json_decode(substr($told, 0, $end), true);
        if ($decoding->getExitCode() === self::NOT_OPENED && is_array($words) && is_string($words['refused'] ?? null)) {
            throw new PictureRefused($words['refused']);
        }
        if (! $decoding->isSuccessful() || $end === false || ! is_array($words) || ! is_int($words['width'] ?? null) || ! is_int($words['height'] ?? null)) {
            throw new PictureRefused(self::tooMuch($type));
        }

        return new Picture($words['width'], $words['height'], substr($told, $end + 1), is_int($words['dpi'] ?? null) ? $words['dpi'] : null);
    }

    /**
     * What the process itself does: reads from its input, and tells the picture, or why there is none.
     *
     * @param  int  $longest  px; 0 where only what it is is asked for
     * @return int how the process is to end
     */
    public static function decode(int $longest): int
    {
        try {
            $picture = PictureFile::read((string) stream_get_contents(STDIN), $longest === 0 ? null : $longest);
        } catch (PictureRefused $e) {
            fwrite(STDOUT, json_encode(['refused' => $e->getMessage()], JSON_THROW_ON_ERROR)."\n");

            return self::NOT_OPENED;
        }
        fwrite(STDOUT, json_encode(['width' => $picture->width, 'height' => $picture->height, 'dpi' => $picture->dpi], JSON_THROW_ON_ERROR)."\n");
        if ($longest > 0) {
            fwrite(STDOUT, $picture->rgba);
        }

        return 0;
    }

    private static function tooMuch(PictureType $type): string
    {
        return sprintf('This %s takes more than %d seconds or %d MB to open. Save it again from the program it came from, as PNG.', $type->label(), self::SECONDS, self::MEMORY / 1048576);
    }
}
