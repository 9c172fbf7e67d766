<?php

declare(strict_types=1);

namespace App\Store;

use Illuminate\Contracts\Filesystem\Filesystem;
use Illuminate\Support\Facades\DB;

/** Looks a library through: whether its database is whole, and whether each file that it names is there and is what was kept. */
final readonly class LibraryCheck
{
    /** Columns that hold pixels and traces, in which no file is named. */
    private const BYTES = ['pixels', 'rest', 'trace'];

    /** s after which a file that nothing names was not put here just now. */
    private const YOUNG = 3600;

    public function __construct(private Filesystem $kept)
    {
    }

    /** @return array{files: int, missing: list<string>, damaged: list<string>, leftOver: list<string>, database: list<string>} hashes of files, and what the database says of itself */
    public function look(): array
    {
        $named = $this->named();
        $there = [];
        $damaged = [];
        foreach ($this->kept->allFiles() as $path) {
            $hash = basename($path);
            if (preg_match('/^[0-9a-f]{64}$/', $hash) === 1) {
                $there[$hash] = true;
                if (hash_file('sha256', $this->kept->path($path)) !== $hash) {
                    $damaged[] = $hash;
                }
            }
        }
        $said = array_map(fn (mixed $row): string => (string) json_encode(array_values((array) $row)), [...DB::select('PRAGMA integrity_check(20)'), ...DB::select('PRAGMA foreign_key_check')]);

        return [
            'files' => count($there),
            'missing' => array_map(strval(...), array_keys(array_diff_key($named, $there))),
            'damaged' => $damaged,
            'leftOver' => array_map(strval(...), array_keys(array_diff_key($there, $named))),
            'database' => array_values(array_filter($said, fn (string $line): bool => $line !== '["ok"]')),
        ];
    }

    /**
     * Takes files that are missing or damaged from copies of the library, and lets go of files that nothing names any more.
     *
     * @param  string  $copies  folder of the copies
     * @return array{healed: int, letGo: int}
     */
    public function mend(string $copies): array
    {
        $found = $this->look();
        $healed = 0;
        foreach ([...$found['missing'], ...$found['damaged']] as $hash) {
            foreach (glob("{$copies}/*/files/".substr($hash, 0, 2)."/{$hash}") ?: [] as $file) {
                if (hash_file('sha256', $file) === $hash) {
                    AtomicFile::write($this->kept->path(substr($hash, 0, 2)."/{$hash}"), (string) file_get_contents($file), true);
                    $healed++;
                    break;
                }
            }
        }

        return ['healed' => $healed, 'letGo' => $this->letGo($found['leftOver'])[0]];
    }

    /**
     * Lets go of files that nothing names: what was put down for something that never came to be, since the server fell.
     *
     * @return array{int, int} files and bytes
     */
    public function letGoOfLeftOver(): array
    {
        $named = $this->named();

        return $this->letGo(array_values(array_filter(array_map(basename(...), $this->kept->allFiles()), fn (string $name): bool => preg_match('/^[0-9a-f]{64}$/D', $name) === 1 && ! isset($named[$name]))));
    }

    /**
     * @param  list<string>  $hashes
     * @return array{int, int}
     */
    private function letGo(array $hashes): array
    {
        $gone = [0, 0];
        foreach ($hashes as $hash) {
            $path = $this->kept->path(substr($hash, 0, 2)."/{$hash}");
            $size = (int) @filesize($path);
            // What was put here a moment ago may be named in the next.
            if (@filemtime($path) < time() - self::YOUNG && @unlink($path)) {
                $gone = [$gone[0] + 1, $gone[1] + $size];
            }
        }

        return $gone;
    }

    /** @return array<string, true> all files that are named anywhere: whatever looks like the hash of one */
    private function named(): array
    {
        $named = [];
        foreach (DB::getSchemaBuilder()->getTableListing(schemaQualified: false) as $name) {
            $columns = array_filter(DB::getSchemaBuilder()->getColumnListing($name), fn (string $column): bool => ! in_array($column, self::BYTES, true));
            foreach (DB::table($name)->select(array_values($columns))->cursor() as $row) {
                preg_match_all('/\b[0-9a-f]{64}\b/', (string) json_encode($row), $found);
                foreach ($found[0] as $hash) {
                    $named[$hash] = true;
                }
            }
        }

        return $named;
    }
}
