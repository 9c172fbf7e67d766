<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Store\AtomicFile;
use App\Store\BlobStore;
use App\Store\DerivativeCache;
use App\Store\Locks;
use App\Store\WholeFiles;
use Illuminate\Filesystem\FilesystemAdapter;
use League\Flysystem\Filesystem;
use League\Flysystem\Local\LocalFilesystemAdapter;
use PHPUnit\Framework\TestCase;
use RuntimeException;
use Tests\Browser\Process;

final class StoreTest extends TestCase
{
    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/yarrowfog-store-'.bin2hex(random_bytes(5));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        Process::removeFolder($this->folder);
    }

    public function test_a_file_is_written_whole_into_a_folder_that_is_made(): void
    {
        AtomicFile::write("{$this->folder}/a/b/file", 'first');
        AtomicFile::write("{$this->folder}/a/b/file", 'second');
        self::assertSame('second', file_get_contents("{$this->folder}/a/b/file"));
        self::assertSame(['file'], array_values(array_diff((array) scandir("{$this->folder}/a/b"), ['.', '..'])));
    }

    public function test_a_file_that_cannot_be_written_leaves_nothing_and_says_so(): void
    {
        file_put_contents("{$this->folder}/not-a-folder", '');
        try {
            AtomicFile::write("{$this->folder}/not-a-folder/file", 'bytes');
            self::fail('It was written.');
        } catch (RuntimeException $e) {
            self::assertStringContainsString('cannot be made', $e->getMessage());
        }
        mkdir("{$this->folder}/file");
        try {
            AtomicFile::write("{$this->folder}/file", 'bytes');
            self::fail('It was written over a folder.');
        } catch (RuntimeException $e) {
            self::assertStringContainsString('cannot be written', $e->getMessage());
        }
        self::assertSame(['file', 'not-a-folder'], array_values(array_diff((array) scandir($this->folder), ['.', '..'])));
    }

    public function test_what_is_derived_is_made_once(): void
    {
        $derived = new DerivativeCache($this->files());
        $made = 0;
        $make = function () use (&$made): string {
            $made++;

            return "made {$made}";
        };
        self::assertSame('made 1', $derived->remember('abc-preview', $make));
        self::assertSame('made 1', $derived->remember('abc-preview', $make));
        self::assertSame('made 2', $derived->remember('abc-thumb', $make));
        self::assertSame('made 1', (new DerivativeCache($this->files()))->remember('abc-preview', $make));
    }

    public function test_kept_files_are_known_by_their_content(): void
    {
        $kept = new BlobStore($this->files(), new Locks($this->folder));
        $hash = $kept->put('a barnacle');
        self::assertSame($hash, $kept->put('a barnacle'));
        self::assertNotSame($hash, $kept->put('a shell'));
        self::assertSame('a barnacle', $kept->get($hash));
        $this->expectException(RuntimeException::class);
        $this->expectExceptionMessage('is gone');
        $kept->get(hash('sha256', 'a net'));
    }

    public function test_one_process_at_a_time_does_something_about_the_same_content(): void
    {
        $log = "{$this->folder}/log";
        $code = '[, $autoload, $folder, $log, $name, $waits] = $argv; require $autoload;'
            .'(new App\Store\Locks($folder))->alone("the same bytes", function () use ($log, $name, $waits) {'
            .'file_put_contents($log, "{$name} in\n", FILE_APPEND);'
            .'while ($waits !== "" && ! is_file($waits)) { usleep(2000); }'
            .'file_put_contents($log, "{$name} out\n", FILE_APPEND); });';
        $start = fn (string $name, string $waits): Process => new Process(['php', '-r', $code, '--', dirname(__DIR__, 2).'/vendor/autoload.php', $this->folder, $log, $name, $waits]);
        $said = fn (string $what): bool => str_contains((string) @file_get_contents($log), $what);
        $first = $start('first', "{$this->folder}/go");
        Process::waitUntil('It took too long.', fn (): bool => $said("first in\n"));
        $second = $start('second', '');
        $other = (new BlobStore($this->files(), new Locks($this->folder)))->alone('other bytes, no waiting', fn (): string => 'done');
        self::assertSame('done', $other);
        touch("{$this->folder}/go");
        Process::waitUntil('It took too long.', fn (): bool => $said("second out\n"));
        $first->end();
        $second->end();
        self::assertSame("first in\nfirst out\nsecond in\nsecond out\n", file_get_contents($log));
    }

    public function test_a_lock_ends_with_what_failed_under_it(): void
    {
        $kept = new BlobStore($this->files(), new Locks($this->folder));
        try {
            $kept->alone('bytes', fn () => throw new RuntimeException('It failed.'));
        } catch (RuntimeException $e) {
            self::assertSame('It failed.', $e->getMessage());
        }
        self::assertSame(7, $kept->alone('bytes', fn (): int => 7));
    }

    public function test_what_a_disk_does_not_take_leaves_nothing_and_says_so(): void
    {
        $files = $this->files();
        $files->put('a/file', 'first');
        $files->put('a/file', 'second');
        self::assertSame(['second', true, null, false], [$files->get('a/file'), $files->has('a/file'), $files->get('a/none'), $files->has('a/none')]);
        try {
            $files->put('a/file/below', 'bytes');
            self::fail('It was written.');
        } catch (RuntimeException $e) {
            self::assertStringContainsString('cannot be written', $e->getMessage());
        }
        self::assertSame(['file'], array_values(array_diff((array) scandir("{$this->folder}/a"), ['.', '..'])));
    }

    private function files(): WholeFiles
    {
        $adapter = new LocalFilesystemAdapter($this->folder);

        return new WholeFiles(new FilesystemAdapter(new Filesystem($adapter), $adapter, ['throw' => false]));
    }
}
