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

    private const MANY = 'many';

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

    /**
     * The same of many pictures at once: a process of its own for each would take most of the time.
     *
     * @template Name of array-key
     *
     * @param  array<Name, string>  $pictures  by any names
     * @param  int  $seconds  of the processor, for what is decoded in one process
     * @return array<Name, Picture|PictureRefused> without pixels
     */
    public static function lookAtAll(array $pictures, int $seconds = self::SECONDS): array
    {
        $found = [];
        while ($pictures !== []) {
            $input = implode('', array_map(fn (string $bytes): string => pack('N', strlen($bytes)).$bytes, $pictures));
            $told = explode("\n", (string) self::process(self::MANY, $input, $seconds)?->getOutput());
            // What comes after the last line end was cut off in the middle.
            array_pop($told);
            foreach (array_slice(array_keys($pictures), 0, max(1, count($told))) as $i => $name) {
                $words = json_decode($told[$i] ?? '', true);
                $found[$name] = self::picture(is_array($words) ? $words : [], '') ?? new PictureRefused(is_array($words) && is_string($words['refused'] ?? null) ? $words['refused'] : self::tooMuch(PictureType::of($pictures[$name])));
                unset($pictures[$name]);
            }
        }

        return $found;
    }

    private static function process(string $what, string $input, int $seconds): ?Process
    {
        $root = dirname(__DIR__, 2);

        // What does not fit into the decoder's memory it lays into files.
        return Scratch::space(fn (string $folder): ?Process => (new LimitedProcess($seconds, self::PATIENCE, self::MEMORY, self::FILES))->run(
            ['php', '-d', 'memory_limit=2G', '-d', 'opcache.enable=0', '-d', 'display_errors=stderr', "{$root}/bin/decode.php", $what],
            $input,
            ['PATH' => getenv('PATH') ?: self::PATH, 'MAGICK_THREAD_LIMIT' => '1', 'OMP_NUM_THREADS' => '1', 'TMPDIR' => $folder, 'MAGICK_CONFIGURE_PATH' => "{$root}/config/imagemagick", 'MAGICK_TEMPORARY_PATH' => $folder],
        ));
    }

    /** @param  array<mixed>  $words  that were told of it */
    private static function picture(array $words, string $rgba): ?Picture
    {
        return is_int($words['width'] ?? null) && is_int($words['height'] ?? null) ? new Picture($words['width'], $words['height'], $rgba, is_int($words['dpi'] ?? null) ? $words['dpi'] : null) : null;
    }

    private static function run(string $bytes, int $longest, int $seconds): Picture
    {
        $type = PictureType::of($bytes);
        PictureFile::assertSize($bytes);
        $decoding = self::process((string) $longest, $bytes, $seconds) ?? throw new PictureRefused(self::tooMuch($type));
        $told = $decoding->getOutput();
        $end = strpos($told, "\n");
        $words = $end === false ? null : json_decode(substr($told, 0, $end), true);
        if ($decoding->getExitCode() === self::NOT_OPENED && is_array($words) && is_string($words['refused'] ?? null)) {
            throw new PictureRefused($words['refused']);
        }
        $picture = $decoding->isSuccessful() && $end !== false && is_array($words) ? self::picture($words, substr($told, $end + 1)) : null;

        return $picture ?? throw new PictureRefused(self::tooMuch($type));
    }

    /**
     * What the process itself does: reads from its input, and tells the picture, or why there is none.
     *
     * @param  string  $what  px of the longer side; 0 where only what it is is asked for; `many` for that of many, each behind its length
     * @return int how the process is to end
     */
    public static function decode(string $what): int
    {
        if ($what === self::MANY) {
            while (strlen($length = (string) stream_get_contents(STDIN, 4)) === 4) {
                self::tell((string) stream_get_contents(STDIN, (int) hexdec(bin2hex($length))), 0);
            }

            return 0;
        }

        return self::tell((string) stream_get_contents(STDIN), (int) $what) ? 0 : self::NOT_OPENED;
    }

    /** @return bool whether there is a picture */
    private static function tell(string $bytes, int $longest): bool
    {
        try {
            $picture = PictureFile::read($bytes, $longest === 0 ? null : $longest);
        } catch (PictureRefused $e) {
            fwrite(STDOUT, json_encode(['refused' => $e->getMessage()], JSON_THROW_ON_ERROR)."\n");

            return false;
        }
        fwrite(STDOUT, json_encode(['width' => $picture->width, 'height' => $picture->height, 'dpi' => $picture->dpi], JSON_THROW_ON_ERROR)."\n");
        if ($longest > 0) {
            fwrite(STDOUT, $picture->rgba);
        }

        return true;
    }

    private static function tooMuch(PictureType $type): string
    {
        return sprintf('This %s takes more than %d seconds or %d MB to open. Save it again from the program it came from, as PNG.', $type->label(), self::SECONDS, self::MEMORY / 1048576);
    }
}
