<?php

declare(strict_types=1);

namespace App\Copies;

use App\Store\BlobStore;
use App\Store\Epoch;
use App\Store\Rows;
use App\Work\CalledOff;
use App\Work\Progress;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use PDO;
use PDOException;
use RuntimeException;
use SQLite3;
use Symfony\Component\Process\Process;
use Yarrowfog\Core\InvalidInput;

/**
 * Puts a copy in the place of the library, or begins a new one. What was there is copied first, so that this can be taken back; and the
 * database is exchanged in one transaction, so that whoever has it open reads either the one or the other.
 */
final readonly class PutBack
{
    /** ms that the library is waited for while others write. */
    private const PATIENCE = 20000;

    /** s that the demo takes to be painted, about. */
    private const DEMO = 80.0;

    public function __construct(private LibraryCopies $copies, private BlobStore $kept, private Epoch $epoch)
    {
    }

    /**
     * @return string name of the copy of what was there
     *
     * @throws InvalidInput|CalledOff
     */
    public function put(CopiedLibrary $copy, ?Progress $progress = null): string
    {
        $progress?->tell(0.02, 'looking the copy through');
        $this->check($copy);
        $before = $this->setAside();
        foreach ($copy->hashes as $i => $hash) {
            if ($i % 20 === 0) {
                $progress?->tell(0.1 + 0.8 * $i / count($copy->hashes), 'putting the files back');
            }
            if (! $this->isWhole($hash)) {
                $bytes = ($copy->file)($hash);
                if (hash('sha256', $bytes) !== $hash) {
                    throw new InvalidInput('file', 'A file in this copy is not what was copied. The library is as it was.');
                }
                $this->kept->put($bytes);
            }
        }
        $progress?->tell(0.92, 'putting the library back');
        $this->exchange($copy->database);

        return $before;
    }

    /**
     * The library as new; what was there is set aside as a copy.
     *
     * @return string name of that copy
     *
     * @throws CalledOff
     */
    public function startOver(bool $withDemo, ?Progress $progress = null): string
    {
        $before = $this->copies->take('before starting over');
        $path = tempnam(sys_get_temp_dir(), 'yarrowfog-');
        if ($path === false) {
            throw new RuntimeException('There is no room for a new library.');
        }
        try {
            $this->artisan($path, ['migrate', '--force'], 1.0, null);
            if ($withDemo) {
                $this->artisan($path, ['db:seed', '--force'], self::DEMO, $progress);
            }
            $this->exchange($path);
        } finally {
            foreach (['', '-wal', '-shm'] as $part) {
                @unlink($path.$part);
            }
        }

        return $before;
    }

    /** @throws InvalidInput where it is damaged, or newer than this program */
    private function check(CopiedLibrary $copy): void
    {
        $isOther = $copy->hash !== null && hash_file('xxh128', $copy->database) !== $copy->hash;
        try {
            $library = new PDO("sqlite:{$copy->database}", options: [PDO::ATTR_ERRMODE => PDO::ERRMODE_EXCEPTION]);
            $said = ($library->query('PRAGMA integrity_check(1)') ?: null)?->fetchColumn();
            $migrations = ($library->query('SELECT migration FROM migrations') ?: null)?->fetchAll(PDO::FETCH_COLUMN) ?? [];
        } catch (PDOException) {
            throw new InvalidInput('file', 'The database in this copy is damaged. The library is as it was.');
        }
        $known = array_map(fn (string $file): string => basename($file, '.php'), glob(database_path('migrations/*.php')) ?: []);
        if (array_diff(array_filter($migrations, is_string(...)), $known) !== []) {
            throw new InvalidInput('file', 'This copy was made by a newer Yarrowfog. Bring this one up to date, then put it back.');
        }
        if ($said !== 'ok' || $isOther) {
            throw new InvalidInput('file', 'The database in this copy is damaged. The library is as it was.');
        }
    }

    /**
     * A copy of what is there; where that is too damaged to be copied, its file itself, as it is.
     *
     * @return string name of the copy, or of the file
     */
    private function setAside(): string
    {
        try {
            if (array_column(Rows::select('PRAGMA quick_check(1)'), 'quick_check') === ['ok']) {
                return $this->copies->take('before a copy was put back');
            }
        } catch (PDOException) {
            // It cannot even be opened.
        }
        DB::purge();
        $database = DB::connection()->getDatabaseName();
        $name = 'damaged-'.now()->utc()->format('Ymd-His-u').'.sqlite';
        @mkdir($this->copies->folder, 0700, true);
        foreach (['', '-wal', '-shm'] as $part) {
            if (is_file($database.$part) && ! @rename($database.$part, "{$this->copies->folder}/{$name}{$part}") && $part === '') {
                throw new RuntimeException('The damaged library cannot be moved aside.');
            }
        }
        touch($database);
        DB::purge();

        return $name;
    }

    private function isWhole(string $hash): bool
    {
        try {
            $this->kept->file($hash);

            return true;
        } catch (RuntimeException) {
            return false;
        }
    }

    private function exchange(string $database): void
    {
        $from = new SQLite3($database, SQLITE3_OPEN_READWRITE);
        $to = new SQLite3(DB::connection()->getDatabaseName(), SQLITE3_OPEN_READWRITE);
        $to->busyTimeout(self::PATIENCE);
        $from->busyTimeout(self::PATIENCE);
        $isDone = @$from->backup($to);
        $from->close();
        $to->close();
        if (! $isDone) {
            throw new RuntimeException('The library is in use and could not be exchanged. It is as it was; try once more.');
        }
        DB::purge();
        Artisan::call('migrate', ['--force' => true]);
        $this->epoch->begin();
    }

    /** @param  list<string>  $command */
    private function artisan(string $database, array $command, float $takes, ?Progress $progress): void
    {
        $process = new Process(['bash', '-c', 'source bin/flags.sh; exec php "${PHP_FLAGS[@]}" artisan "$@"', 'artisan', ...$command, '--quiet'], base_path(), ['DB_DATABASE' => $database, 'YARROWFOG_STORAGE' => storage_path()], timeout: null);
        $began = microtime(true);
        $process->start();
        while ($process->isRunning()) {
            try {
                $progress?->tell(min(0.97, (microtime(true) - $began) / $takes), 'painting the demo');
            } catch (CalledOff $e) {
                $process->stop(1);
                throw $e;
            }
            usleep(100000);
        }
        if (! $process->isSuccessful()) {
            throw new RuntimeException('The new library could not be made: '.$process->getErrorOutput());
        }
    }
}
