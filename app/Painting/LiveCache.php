<?php

declare(strict_types=1);

namespace App\Painting;

use App\Store\AtomicFile;

/**
 * The coverage of strokes that are being painted, shared by all workers.
 *
 * It only saves time: where it is gone, or stands at another piece than the one asked
 * for, the stroke is painted again from its trace.
 */
final readonly class LiveCache
{
    private const MEMORY = '/dev/shm';

    /** s after which a stroke that never ended is swept away. */
    private const STALE = 3600;

    public function __construct(private string $folder)
    {
    }

    /**
     * Where the cache lies: in memory where the system offers that, since replacing a file
     * on a disk costs milliseconds that the pen would feel.
     *
     * @param  string  $onDisk  used where there is no such memory
     */
    public static function folder(string $onDisk): string
    {
        return is_dir(self::MEMORY) && is_writable(self::MEMORY) ? self::MEMORY.'/yarrowfog-'.hash('xxh64', $onDisk) : $onDisk;
    }

    /** The number of the last piece that is in the cache; −1 when there is none. */
    public function piece(string $stroke): int
    {
        $piece = @file_get_contents($this->path($stroke).'/piece');

        return is_string($piece) && ctype_digit($piece) ? (int) $piece : -1;
    }

    public function tile(string $stroke, string $place): ?string
    {
        $bytes = @file_get_contents($this->path($stroke).'/'.strtr($place, ' ', '_'));

        return is_string($bytes) ? $bytes : null;
    }

    /**
     * @param  array<string, string>  $tiles  by name: letters, digits and spaces
     */
    public function put(string $stroke, int $piece, array $tiles): void
    {
        // While tiles are being written the cache stands at no piece at all.
        @unlink($this->path($stroke).'/piece');
        foreach ($tiles as $place => $bytes) {
            AtomicFile::write($this->path($stroke).'/'.strtr($place, ' ', '_'), $bytes);
        }
        AtomicFile::write($this->path($stroke).'/piece', (string) $piece);
    }

    public function forget(string $stroke): void
    {
        $this->remove($this->path($stroke));
    }

    /** Removes what strokes left behind that never ended. */
    public function sweep(): void
    {
        foreach (glob($this->folder.'/*', GLOB_ONLYDIR) ?: [] as $folder) {
            if (time() - (int) filemtime($folder) > self::STALE) {
                $this->remove($folder);
            }
        }
    }

    private function remove(string $folder): void
    {
        foreach (glob($folder.'/*') ?: [] as $file) {
            @unlink($file);
        }
        @rmdir($folder);
    }

    /** @param  string  $stroke  a UUID, checked where it came in */
    private function path(string $stroke): string
    {
        return "{$this->folder}/{$stroke}";
    }
}
