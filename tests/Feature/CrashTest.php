<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Bundles\BundleOrder;
use App\Bundles\BundlePacker;
use App\Copies\LibraryCopies;
use App\Copies\PutBack;
use App\Models\Brush;
use App\Pictures\PictureFile;
use App\Store\BlobStore;
use App\Store\LibraryCheck;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Taking a bundle and putting a library back, ended by force or by a full disk at any moment: all of it or nothing. */
final class CrashTest extends FeatureTestCase
{
    use OnDisk;

    private const BRUSHES = 12;

    /** Moments at which a process is ended, by what it has written. */
    private const MOMENTS = 8;

    /** Brushes whose tips have some 100 kB each. */
    private function fill(): void
    {
        for ($i = 0; $i < self::BRUSHES; $i++) {
            $brush = $this->brush();
            $bytes = (new Randomizer(new Mt19937($i)))->getBytes(160 * 160 * 4);
            $brush->tip->update(['hash' => app(BlobStore::class)->put(PictureFile::encode(160, 160, $bytes, 'png')), 'width' => 160, 'height' => 160, 'name' => "Tip {$i}"]);
            $brush->update(['name' => "Brush {$i}"]);
        }
    }

    private function empty(): void
    {
        app(PutBack::class)->startOver(false);
        foreach (Storage::disk('library')->allFiles() as $file) {
            Storage::disk('library')->delete($file);
        }
    }

    /** Bytes of all that lies in the library's folders: it grows with everything that is written. */
    private function written(): int
    {
        clearstatcache();
        $bytes = (int) filesize($this->database) + (int) @filesize("{$this->database}-wal");
        foreach (Storage::disk('library')->allFiles() as $file) {
            $bytes += (int) @filesize(Storage::disk('library')->path($file));
        }

        return $bytes;
    }

    /**
     * Runs a command and ends it by force when it has written so much.
     *
     * @param  list<string>  $words
     */
    private function endAfter(array $words, int $bytes): void
    {
        $process = $this->command($words);
        $before = $this->written();
        $process->start();
        while ($process->isRunning() && $this->written() - $before < $bytes) {
            usleep(500);
        }
        $process->stop(0, SIGKILL);
        DB::purge();
    }

    private function assertWhole(string $when): void
    {
        $found = app(LibraryCheck::class)->look();
        self::assertSame([[], [], []], [$found['missing'], $found['damaged'], $found['database']], $when);
    }

    public function test_a_bundle_is_taken_whole_or_not_whenever_it_is_ended_by_force(): void
    {
        $this->fill();
        $bundle = "{$this->folder}/all.fogbundle";
        app(BundlePacker::class)->pack(BundleOrder::ofAll(), $bundle);
        $this->empty();
        $counts = [];
        for ($i = 0; $i < self::MOMENTS; $i++) {
            $this->endAfter(['bundle', 'take', $bundle], (int) (1300000 * $i / self::MOMENTS));
            $counts[] = $count = Brush::library()->count();
            self::assertContains($count, [0, self::BRUSHES], "moment {$i}");
            $this->assertWhole("moment {$i}");
            if ($count > 0) {
                $this->empty();
            }
        }
        self::assertContains(0, $counts, 'some were ended before their end');
        $this->command(['bundle', 'take', $bundle])->mustRun();
        DB::purge();
        self::assertContains(Brush::library()->count(), [self::BRUSHES, 2 * self::BRUSHES]);
        $this->assertWhole('at the end');
    }

    public function test_a_library_is_put_back_whole_or_not_whenever_it_is_ended_by_force(): void
    {
        $this->fill();
        $full = $this->hash();
        $saved = "{$this->folder}/saved.foglibrary";
        $this->command(['library', 'save', '--out', $saved])->mustRun();
        $this->empty();
        $new = $this->hash();
        $seen = [];
        for ($i = 0; $i < self::MOMENTS; $i++) {
            $this->endAfter(['library', 'restore', $saved], (int) (2200000 * $i / self::MOMENTS));
            $seen[] = $hash = $this->hash();
            self::assertContains($hash, [$new, $full], "moment {$i}");
            $this->assertWhole("moment {$i}");
            if ($hash === $full) {
                $this->empty();
                $new = $this->hash();
            }
        }
        self::assertContains($new, $seen);
        $this->command(['library', 'restore', $saved])->mustRun();
        DB::purge();
        self::assertSame($full, $this->hash());
        $this->assertWhole('at the end');
        foreach (app(LibraryCopies::class)->all() as $copy) {
            self::assertFileExists(app(LibraryCopies::class)->path($copy['name']).'/library.sqlite', 'a copy is whole, or is none');
        }
    }

    /** No file may grow beyond so many kB: what a full disk does, at whatever comes to be written there. */
    public function test_a_full_disk_is_said_and_leaves_the_library_as_it_was(): void
    {
        $this->fill();
        $bundle = "{$this->folder}/all.fogbundle";
        app(BundlePacker::class)->pack(BundleOrder::ofAll(), $bundle);
        $saved = "{$this->folder}/saved.foglibrary";
        $this->command(['library', 'save', '--out', $saved])->mustRun();
        $this->empty();
        DB::statement('PRAGMA wal_checkpoint(TRUNCATE)');
        $was = $this->hash();
        foreach ([1, 20, 60, 90, 120, 200, 260] as $most) {
            foreach ([['bundle', 'take', $bundle], ['library', 'restore', $saved], ['bundle', 'pack', '--all', '--out', "{$this->folder}/out.fogbundle"]] as $words) {
                $process = $this->command($words, "ulimit -f {$most}; trap '' XFSZ;");
                $process->run();
                DB::purge();
                $what = "{$words[0]} {$words[1]}, {$most} kB";
                if ($process->getExitCode() === 0) {
                    $this->empty();
                    $was = $this->hash();

                    continue;
                }
                self::assertContains($process->getExitCode(), [1, 2], $what.': '.$process->getErrorOutput());
                self::assertMatchesRegularExpression('/^[^\n]{20,400}\.\n$/u', $process->getErrorOutput(), "{$what}: one sentence");
                self::assertStringNotContainsString('#0 ', $process->getErrorOutput(), $what);
                self::assertSame($was, $this->hash(), $what);
                $this->assertWhole($what);
            }
        }
        $this->command(['library', 'restore', $saved])->mustRun();
        DB::purge();
        self::assertSame(self::BRUSHES, Brush::library()->count());
    }
}
