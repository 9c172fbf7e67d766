<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Store\AtomicFile;
use App\Store\BlobStore;
use App\Store\Cleaning;
use App\Store\DerivativeCache;
use App\Store\FileDamaged;
use App\Store\Locks;
use App\Store\Scratch;
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
            self::assertMatchesRegularExpression('/cannot be (made|written)/', $e->getMessage());
        }
        self::assertSame(['file'], array_values(array_diff((array) scandir("{$this->folder}/a"), ['.', '..'])));
    }

    public function test_a_file_that_was_damaged_is_told_and_healed_by_the_same_bytes(): void
    {
        $kept = new BlobStore($this->files(), new Locks($this->folder));
        $hash = $kept->put('a barnacle');
        file_put_contents("{$this->folder}/".substr($hash, 0, 2)."/{$hash}", 'a barnacl');
        try {
            $kept->get($hash);
            self::fail('It was taken for whole.');
        } catch (FileDamaged $e) {
            self::assertStringContainsString('is damaged', $e->getMessage());
        }
        self::assertSame($hash, $kept->put('a barnacle'));
        self::assertSame('a barnacle', $kept->get($hash));
    }

    /** In a folder that everybody may write to, what somebody else has put there is not taken for one's own. */
    public function test_scratch_is_ones_own_or_on_the_disk(): void
    {
        $before = getenv('XDG_RUNTIME_DIR');
        putenv("XDG_RUNTIME_DIR={$this->folder}");
        $disk = "{$this->folder}/storage";
        $own = Scratch::root($disk);
        self::assertStringStartsWith($this->folder.'/yarrowfog-', $own);
        self::assertSame(0700, fileperms($own) & 0777);
        self::assertSame($own, Scratch::root($disk), 'taken again');
        chmod($own, 0777);
        self::assertStringStartsNotWith($this->folder.'/yarrowfog-', Scratch::root($disk), 'others may enter it');
        rmdir($own);
        mkdir("{$this->folder}/precious");
        symlink("{$this->folder}/precious", $own);
        self::assertStringStartsNotWith($this->folder.'/yarrowfog-', Scratch::root($disk), 'a link is not followed');
        putenv($before === false ? 'XDG_RUNTIME_DIR' : "XDG_RUNTIME_DIR={$before}");
        @rmdir('/dev/shm/'.basename($own));
    }

    public function test_cleaning_takes_what_can_be_made_again_and_leaves_the_rest(): void
    {
        foreach (['yarrowfog/derived/ab', 'yarrowfog/kept/cd', 'yarrowfog/outgoing', 'yarrowfog/incoming/a', 'yarrowfog/copies/.one.part/files', 'yarrowfog/copies/one/files', 'framework/sessions', 'logs'] as $part) {
            mkdir("{$this->folder}/{$part}", 0777, true);
        }
        $put = function (string $path, int $size, int $age): void {
            file_put_contents("{$this->folder}/{$path}", str_repeat('x', $size));
            touch("{$this->folder}/{$path}", time() - $age);
        };
        $put('yarrowfog/derived/ab/old', 600, 500);
        $put('yarrowfog/derived/ab/older', 600, 900);
        $put('yarrowfog/derived/ab/new', 600, 5);
        $put('yarrowfog/kept/cd/original', 9000, 90 * 86400);
        $put('yarrowfog/kept/cd/half.12ab.part', 70, 4000);
        $put('yarrowfog/kept/cd/being-written.12ab.part', 70, 10);
        $put('yarrowfog/outgoing/old.fogbundle', 40, 90000);
        $put('yarrowfog/outgoing/new.fogbundle', 40, 9);
        $put('yarrowfog/incoming/a/1.file', 50, 8 * 86400);
        $put('yarrowfog/copies/.one.part/files/half', 60, 4000);
        $put('yarrowfog/copies/one/files/whole', 60, 400 * 86400);
        $put('framework/sessions/lapsed', 30, 40 * 86400);
        $put('framework/sessions/in-use', 30, 86400);
        $put('framework/sessions/.gitignore', 3, 400 * 86400);
        $put('logs/small.log', 100, 86400);
        file_put_contents("{$this->folder}/logs/large.log", str_repeat('x', 10 * 1024 * 1024 + 1));
        $gone = (new Cleaning($this->folder, 1300))->clean();
        self::assertSame([[1, 600], [1, 70], [1, 60], [1, 40], [1, 50], [1, 30], [1, 0]], array_values($gone));
        $left = [];
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($this->folder, \FilesystemIterator::SKIP_DOTS)) as $file) {
            $left[] = substr((string) $file, strlen($this->folder) + 1);
        }
        sort($left);
        self::assertSame(['framework/sessions/.gitignore', 'framework/sessions/in-use', 'logs/large.log', 'logs/large.log.before', 'logs/small.log', 'yarrowfog/copies/one/files/whole', 'yarrowfog/derived/ab/new', 'yarrowfog/derived/ab/old', 'yarrowfog/kept/cd/being-written.12ab.part', 'yarrowfog/kept/cd/original', 'yarrowfog/outgoing/new.fogbundle'], $left);
        self::assertSame([false, false], [is_dir("{$this->folder}/yarrowfog/copies/.one.part"), is_dir("{$this->folder}/yarrowfog/incoming/a")]);
        self::assertSame([0, 10 * 1024 * 1024 + 1], [filesize("{$this->folder}/logs/large.log"), filesize("{$this->folder}/logs/large.log.before")]);
    }

    private function files(): WholeFiles
    {
        $adapter = new LocalFilesystemAdapter($this->folder);

        return new WholeFiles(new FilesystemAdapter(new Filesystem($adapter), $adapter, ['throw' => false, 'root' => $this->folder]));
    }
}
