<?php

declare(strict_types=1);

namespace App\Store;

use Closure;
use ZipArchive;

/**
 * A zip file of which nothing is believed: the names in it are looked at before anything is unpacked, links and locked entries are
 * refused, and nothing is unpacked beyond what it says of its length.
 */
final class ZipReader
{
    /** File type bits of what Unix systems note of an entry, and those of a plain file. */
    private const TYPE = 0170000;

    private const PLAIN = 0100000;

    /** Bytes that are unpacked at once. */
    private const PIECE = 1 << 20;

    /** @param  array<string, int>  $sizes  bytes that each entry says that it has, by its name */
    private function __construct(private readonly ZipArchive $zip, public readonly array $sizes)
    {
    }

    /**
     * @param  int  $most  entries
     * @param  Closure(string): bool  $isName  whether something may be called so
     *
     * @throws ZipRefused with one sentence that says what is wrong
     */
    public static function open(string $path, int $most, Closure $isName): self
    {
        $zip = new ZipArchive;
        if (! is_file($path) || $zip->open($path, ZipArchive::RDONLY) !== true) {
            throw new ZipRefused('It cannot be opened: it is another kind of file, or it was cut short.');
        }
        if ($zip->numFiles > $most) {
            throw new ZipRefused(sprintf('It holds %s files, and may hold %s at most.', number_format($zip->numFiles), number_format($most)));
        }
        $sizes = [];
        for ($i = 0; $i < $zip->numFiles; $i++) {
            // Raw, so that a name in an odd encoding is seen as it is.
            $stat = $zip->statIndex($i, ZipArchive::FL_ENC_RAW);
            $name = $stat === false ? '' : $stat['name'];
            if ($stat === false || ! $isName($name)) {
                throw new ZipRefused('“'.mb_substr(mb_scrub($name), 0, 80).'” is no place in it: a folder and a name, in plain letters, are.');
            }
            if (isset($sizes[$name])) {
                throw new ZipRefused("It holds “{$name}” twice.");
            }
            if ($stat['encryption_method'] !== ZipArchive::EM_NONE) {
                throw new ZipRefused('It is locked with a password, and must be open.');
            }
            if (! self::isPlain($zip, $i)) {
                throw new ZipRefused("Its “{$name}” is a link and no file.");
            }
            $sizes[$name] = $stat['size'];
        }

        return new self($zip, $sizes);
    }

    /**
     * @param  int  $most  bytes
     *
     * @throws ZipRefused
     */
    public function get(string $name, int $most): string
    {
        $size = $this->size($name, $most);
        $bytes = $size === 0 ? '' : $this->zip->getFromName($name, $size);

        return is_string($bytes) && strlen($bytes) === $size ? $bytes : throw new ZipRefused("Its “{$name}” is damaged and cannot be unpacked.");
    }

    /**
     * Unpacks a long entry into a file, piece by piece.
     *
     * @param  int  $most  bytes
     *
     * @throws ZipRefused
     */
    public function unpack(string $name, string $path, int $most): void
    {
        $size = $this->size($name, $most);
        $from = $this->zip->getStream($name);
        $to = @fopen($path, 'wb');
        if ($from === false || $to === false) {
            throw new ZipRefused("Its “{$name}” cannot be unpacked.");
        }
        $done = 0;
        while ($done <= $size && ($piece = fread($from, self::PIECE)) !== false && $piece !== '') {
            if (@fwrite($to, $piece) !== strlen($piece)) {
                throw new ZipRefused("There is no room on the disk for its “{$name}”.");
            }
            $done += strlen($piece);
        }
        fclose($to);
        if ($done !== $size) {
            throw new ZipRefused("Its “{$name}” is damaged and cannot be unpacked.");
        }
    }

    /** @throws ZipRefused */
    private function size(string $name, int $most): int
    {
        $size = $this->sizes[$name] ?? throw new ZipRefused("Its “{$name}” is missing.");

        return $size <= $most ? $size : throw new ZipRefused(sprintf('Its “%s” has %s MB, unpacked, which is more than is opened.', $name, number_format($size / 1048576)));
    }

    private static function isPlain(ZipArchive $zip, int $index): bool
    {
        $attributes = 0;
        $system = 0;
        $zip->getExternalAttributesIndex($index, $system, $attributes);
        $type = is_int($attributes) ? $attributes >> 16 & self::TYPE : 0;

        return $system !== ZipArchive::OPSYS_UNIX || $type === 0 || $type === self::PLAIN;
    }
}
