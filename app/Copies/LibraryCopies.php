<?php

declare(strict_types=1);

namespace App\Copies;

use App\Store\AtomicFile;
use App\Store\Locks;
use FilesystemIterator;
use Illuminate\Contracts\Filesystem\Filesystem;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;
use RuntimeException;
use SplFileInfo;
use SQLite3;
use Yarrowfog\Core\InvalidInput;

/**
 * Copies of the whole library that lie beside it: its database, and its files as further names of the same files (hard links), which
 * cost no room and stay when the library lets go of theirs.
 */
final readonly class LibraryCopies
{
    public const DATABASE = 'library.sqlite';

    public const FILES = 'files';

    /** Copies that were taken by themselves and are kept; older ones go. */
    public const KEPT = 7;

    private const ABOUT = 'about.json';

    private const NAME = '/^[0-9]{8}-[0-9]{6}-[a-z0-9-]{1,60}$/D';

    public Filesystem $kept;

    public string $folder;

    public function __construct(private Locks $locks)
    {
        $this->kept = Storage::disk('library');
        $this->folder = storage_path('yarrowfog/copies');
    }

    /**
     * Takes a copy.
     *
     * @param  string  $why  in words, as the page shows it
     * @param  bool  $isAutomatic  taken by itself: the oldest of those makes room
     * @return string its name
     *
     * @throws RuntimeException when the disk does not take it
     */
    public function take(string $why, bool $isAutomatic = false): string
    {
        return $this->locks->alone('library copies', function () use ($why, $isAutomatic): string {
            $name = now()->utc()->format('Ymd-His-u').'-'.substr(Str::slug($why), 0, 60);
            while (is_dir("{$this->folder}/{$name}")) {
                $name = substr($name, 0, 75).'-'.random_int(2, 99);
            }
            $beside = "{$this->folder}/.{$name}.part";
            if (! @mkdir("{$beside}/".self::FILES, 0700, true)) {
                throw new RuntimeException("The folder {$beside} cannot be made.");
            }
            try {
                self::copyDatabase("{$beside}/".self::DATABASE);
                $bytes = (int) filesize("{$beside}/".self::DATABASE);
                $count = $this->linkFiles("{$beside}/".self::FILES);
                AtomicFile::write("{$beside}/".self::ABOUT, (string) json_encode(['why' => $why, 'at' => now()->toIso8601String(), 'isAutomatic' => $isAutomatic, 'bytes' => $bytes, 'files' => $count]), true);
                if (! @rename($beside, "{$this->folder}/{$name}")) {
                    throw new RuntimeException("The copy {$name} cannot be put in its place.");
                }
            } catch (\Throwable $e) {
                $this->deleteFolder($beside);
                throw $e;
            }
            $this->prune();

            return $name;
        });
    }

    /** @return list<array{name: string, why: string, at: string, isAutomatic: bool, bytes: int, files: int}> the newest first */
    public function all(): array
    {
        $copies = [];
        foreach (is_dir($this->folder) ? new FilesystemIterator($this->folder) : [] as $folder) {
            $name = $folder instanceof SplFileInfo ? $folder->getFilename() : '';
            $about = preg_match(self::NAME, $name) === 1 ? json_decode((string) @file_get_contents("{$this->folder}/{$name}/".self::ABOUT), true) : null;
            if (is_array($about)) {
                $text = fn (string $key): string => is_string($about[$key] ?? null) ? $about[$key] : '';
                $number = fn (string $key): int => is_int($about[$key] ?? null) ? $about[$key] : 0;
                $copies[] = ['name' => $name, 'why' => $text('why'), 'at' => $text('at'), 'isAutomatic' => ($about['isAutomatic'] ?? false) === true, 'bytes' => $number('bytes'), 'files' => $number('files')];
            }
        }
        usort($copies, fn (array $a, array $b): int => strcmp($b['name'], $a['name']));

        return $copies;
    }

    /**
     * Where a copy lies.
     *
     * @throws InvalidInput where there is none of that name
     */
    public function path(string $name): string
    {
        return preg_match(self::NAME, $name) === 1 && is_file("{$this->folder}/{$name}/".self::ABOUT) ? "{$this->folder}/{$name}" : throw new InvalidInput('copy', 'This copy is gone. Choose another one.');
    }

    public function remove(string $name): void
    {
        $this->deleteFolder($this->path($name));
    }

    /** Takes one where something changed since the last, and the last is old enough. */
    public function takeDaily(): ?string
    {
        $database = DB::connection()->getDatabaseName();
        $changed = max((int) @filemtime($database), (int) @filemtime("{$database}-wal"));
        $last = $this->all()[0]['at'] ?? null;
        $taken = $last === null ? 0 : (int) strtotime($last);

        return $taken > time() - 86000 || $changed <= $taken ? null : $this->take('once a day', true);
    }

    /** Whole as it is at this moment, whatever is written meanwhile. */
    public static function copyDatabase(string $into): void
    {
        $database = DB::connection()->getDatabaseName();
        if (! is_file($database)) {
            DB::statement('VACUUM INTO ?', [$into]);

            return;
        }
        $from = new SQLite3($database, SQLITE3_OPEN_READONLY);
        $from->busyTimeout(20000);
        $to = new SQLite3($into);
        $isDone = @$from->backup($to);
        // By itself, without a log beside it.
        $to->exec('PRAGMA journal_mode = DELETE');
        $from->close();
        $to->close();
        if (! $isDone) {
            throw new RuntimeException('The library is in use and could not be copied.');
        }
    }

    /** @return int how many */
    private function linkFiles(string $into): int
    {
        $count = 0;
        foreach ($this->kept->allFiles() as $file) {
            if (str_ends_with($file, '.part')) {
                continue;
            }
            @mkdir(dirname("{$into}/{$file}"), 0700, true);
            // On another disk there is no second name: the file itself is copied.
            if (! @link($this->kept->path($file), "{$into}/{$file}") && ! @copy($this->kept->path($file), "{$into}/{$file}")) {
                throw new RuntimeException("{$file} cannot be copied.");
            }
            $count++;
        }

        return $count;
    }

    private function prune(): void
    {
        $automatic = array_values(array_filter($this->all(), fn (array $copy): bool => $copy['isAutomatic']));
        foreach (array_slice($automatic, self::KEPT) as $copy) {
            $this->remove($copy['name']);
        }
    }

    private function deleteFolder(string $folder): void
    {
        if (! is_dir($folder)) {
            return;
        }
        /** @var SplFileInfo $file */
        foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator($folder, FilesystemIterator::SKIP_DOTS), RecursiveIteratorIterator::CHILD_FIRST) as $file) {
            $file->isDir() && ! $file->isLink() ? @rmdir($file->getPathname()) : @unlink($file->getPathname());
        }
        @rmdir($folder);
    }
}
