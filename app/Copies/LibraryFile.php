<?php

declare(strict_types=1);

namespace App\Copies;

use App\Store\Scratch;
use App\Store\ZipReader;
use App\Store\ZipRefused;
use App\Work\CalledOff;
use App\Work\Progress;
use FilesystemIterator;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;
use RuntimeException;
use SplFileInfo;
use Yarrowfog\Core\InvalidInput;
use ZipArchive;

/** A whole library in one file, to be carried to another machine: a zip of its database and its files, just as they lie. */
final readonly class LibraryFile
{
    public const ENDING = 'foglibrary';

    public const MEDIA_TYPE = 'application/vnd.yarrowfog.library+zip';

    private const ABOUT = 'library.json';

    private const FORMAT = 'yarrowfog-library';

    private const VERSION = 1;

    private const MOST_FILES = 2000000;

    /** Bytes of one file: larger than any source, and than any database that this was made for. */
    private const MOST = 64 * 1024 * 1024 * 1024;

    private const HASH = '#^files/([0-9a-f]{2})/(\1[0-9a-f]{62})$#D';

    /**
     * Writes the library as it is now as one file.
     *
     * @throws RuntimeException|CalledOff
     */
    public static function save(LibraryCopies $copies, string $path, ?Progress $progress = null): void
    {
        Scratch::file(function (string $database) use ($copies, $path, $progress): void {
            LibraryCopies::copyDatabase($database);
            self::write($database, $copies->kept->path(''), $path, $progress);
        });
    }

    /**
     * Writes a copy as one file.
     *
     * @param  string  $database  path
     * @param  string  $files  folder of its files
     *
     * @throws RuntimeException|CalledOff
     */
    public static function write(string $database, string $files, string $path, ?Progress $progress = null): void
    {
        $beside = "{$path}.part";
        @unlink($beside);
        $zip = new ZipArchive;
        if ($zip->open($beside, ZipArchive::CREATE | ZipArchive::EXCL) !== true) {
            throw new RuntimeException("The file {$path} cannot be written.");
        }
        $zip->addFromString(self::ABOUT, (string) json_encode(['format' => self::FORMAT, 'version' => self::VERSION, 'xxh128' => hash_file('xxh128', $database)], JSON_PRETTY_PRINT));
        $zip->addFile($database, LibraryCopies::DATABASE);
        foreach (self::files(rtrim($files, '/')) as $name => $file) {
            $zip->addFile($file, "files/{$name}");
        }
        for ($i = 0; $i < $zip->numFiles; $i++) {
            $zip->setCompressionIndex($i, ZipArchive::CM_STORE);
        }
        $zip->registerProgressCallback(0.01, fn (float $part) => $progress?->tell(0.05 + 0.94 * $part, 'writing the file'));
        if (! @$zip->close() || ! @rename($beside, $path)) {
            @unlink($beside);
            throw new RuntimeException("The file {$path} cannot be written.");
        }
    }

    /**
     * Opens a file, and gives what is in it as a copy that can be put back.
     *
     * @template T
     *
     * @param  callable(CopiedLibrary): T  $do
     * @return T
     *
     * @throws InvalidInput with one sentence that says what is wrong
     */
    public static function open(string $path, callable $do): mixed
    {
        try {
            $zip = ZipReader::open($path, self::MOST_FILES, fn (string $name): bool => in_array($name, [self::ABOUT, LibraryCopies::DATABASE], true) || preg_match(self::HASH, $name) === 1);
            $about = json_decode($zip->get(self::ABOUT, 65536), true);
            if (! is_array($about) || ($about['format'] ?? '') !== self::FORMAT) {
                throw new ZipRefused('It does not say that it is a library.');
            }
            if (($about['version'] ?? 0) !== self::VERSION) {
                throw new ZipRefused('It is a library in a newer form than can be read here. Bring Yarrowfog up to date.');
            }

            return Scratch::file(function (string $database) use ($zip, $about, $do): mixed {
                $zip->unpack(LibraryCopies::DATABASE, $database, self::MOST);
                $hashes = [];
                foreach (array_keys($zip->sizes) as $name) {
                    if (preg_match(self::HASH, $name, $found) === 1) {
                        $hashes[] = $found[2];
                    }
                }

                return $do(new CopiedLibrary($database, $hashes, fn (string $hash): string => $zip->get('files/'.substr($hash, 0, 2)."/{$hash}", self::MOST), is_string($about['xxh128'] ?? null) ? $about['xxh128'] : null));
            });
        } catch (ZipRefused $e) {
            throw new InvalidInput('file', "This file cannot be put back as a library. {$e->getMessage()} The library is as it was.");
        }
    }

    /** A copy that lies in a folder. */
    public static function ofFolder(string $folder): CopiedLibrary
    {
        $files = iterator_to_array(self::files("{$folder}/".LibraryCopies::FILES));

        return new CopiedLibrary("{$folder}/".LibraryCopies::DATABASE, array_map(basename(...), array_keys($files)), fn (string $hash): string => (string) @file_get_contents($files[substr($hash, 0, 2)."/{$hash}"] ?? ''));
    }

    /** @return iterable<string, string> paths by the names of files in a library */
    private static function files(string $folder): iterable
    {
        if (! is_dir($folder)) {
            return;
        }
        $found = [];
        /** @var SplFileInfo $file */
        foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator($folder, FilesystemIterator::SKIP_DOTS)) as $file) {
            $name = substr($file->getPathname(), strlen($folder) + 1);
            if ($file->isFile() && preg_match(self::HASH, "files/{$name}") === 1) {
                $found[$name] = $file->getPathname();
            }
        }
        ksort($found);
        yield from $found;
    }
}
