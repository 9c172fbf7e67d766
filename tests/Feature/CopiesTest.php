<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Copies\CopiedLibrary;
use App\Copies\LibraryCopies;
use App\Copies\LibraryFile;
use App\Copies\LibraryHash;
use App\Copies\PutBack;
use App\Models\Brush;
use App\Models\Sheet;
use App\Store\BlobStore;
use App\Store\LibraryCheck;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use PDO;
use Symfony\Component\Process\Process;
use Yarrowfog\Core\InvalidInput;
use ZipArchive;

/** The whole library out and in: its database is a file here, as it is where painters work. */
final class CopiesTest extends FeatureTestCase
{
    use OnDisk;

    private function paint(): Sheet
    {
        $brush = $this->brush();
        $sheet = Sheet::blank('Page', 200, 120);
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", ['brushId' => $brush->id, 'stroke' => '0a7b0f0e-7c0e-4ea5-9d8e-0123456789ab', 'layer' => $sheet->layers()->firstOrFail()->id, 'roll' => 3, 'trace' => ['realPressure' => true, 'samples' => [[0, 20, 60, 0.5, 0, 0, 0], [40, 90, 60, 0.9, 0, 0, 0], [80, 180, 60, 0.5, 0, 0, 0]]]]);

        return $sheet;
    }

    public function test_a_copy_that_is_put_back_is_the_same_library_by_its_hash(): void
    {
        $this->paint();
        $was = $this->hash();
        $name = app(LibraryCopies::class)->take('by hand');
        self::assertSame($was, LibraryHash::of(app(LibraryCopies::class)->path($name).'/library.sqlite'));

        Brush::query()->firstOrFail()->update(['name' => 'Another']);
        $hash = Brush::query()->with('tip')->firstOrFail()->tip->hash;
        unlink(Storage::disk('library')->path(substr($hash, 0, 2)."/{$hash}"));
        self::assertNotSame($was, $this->hash());
        $this->postJson("/library/copies/{$name}/back", [])->assertOk();
        self::assertSame($was, $this->hash());
        self::assertSame([], app(LibraryCheck::class)->look()['missing'], 'the file that was lost is back');
        $copies = (array) $this->getJson('/keep/library')->assertOk()->viewData('data')['copies'];
        self::assertSame(['before a copy was put back', 'by hand'], array_column($copies, 'why'));
        $this->postJson('/library/copies/'.$copies[0]['name'].'/back', [])->assertOk();
        self::assertSame('Another', Brush::query()->firstOrFail()->name, 'and that can be taken back');
        $this->deleteJson("/library/copies/{$name}")->assertOk();
        $this->postJson("/library/copies/{$name}/back", [])->assertUnprocessable();
        $this->deleteJson('/library/copies/..')->assertNotFound();
    }

    public function test_a_library_is_carried_to_another_machine_in_one_file(): void
    {
        $this->paint();
        $was = $this->hash();
        $file = $this->postJson('/library/pack', [])->assertCreated()->json('file');
        $path = "{$this->folder}/carried.foglibrary";
        copy($this->get((string) $file)->assertOk()->baseResponse->getFile()->getPathname(), $path);
        self::assertSame([], app(LibraryCopies::class)->all(), 'nothing is left behind');

        Storage::disk('library')->deleteDirectory('.');
        foreach (Storage::disk('library')->allFiles() as $kept) {
            Storage::disk('library')->delete($kept);
        }
        app(PutBack::class)->startOver(false);
        self::assertSame(0, Brush::library()->count());
        $this->post('/library/bring', ['file' => new UploadedFile($path, 'carried.foglibrary', test: true)], ['Accept' => 'application/json'])->assertOk();
        self::assertSame($was, $this->hash());
        $found = app(LibraryCheck::class)->look();
        self::assertSame([[], [], []], [$found['missing'], $found['damaged'], $found['database']]);
    }

    public function test_starting_over_is_only_done_when_it_is_asked_for_rightly(): void
    {
        $this->brush();
        $was = $this->hash();
        foreach (['{"demo": 1}', '{"demo": "yes"}', '{"all": true}', '[1]', '{', '{"job": 7}'] as $body) {
            $answer = $this->call('POST', '/library/over', [], [], [], ['CONTENT_TYPE' => 'application/json', 'HTTP_ACCEPT' => 'application/json'], $body);
            self::assertSame(422, $answer->getStatusCode(), $body);
        }
        self::assertSame($was, $this->hash());
    }

    public function test_starting_over_sets_everything_aside_and_can_be_taken_back(): void
    {
        $this->paint();
        $was = $this->hash();
        $before = $this->postJson('/library/over', ['demo' => false])->assertOk()->json('before');
        self::assertSame([0, 0], [Brush::query()->count(), Sheet::query()->count()]);
        $this->get('/keep')->assertOk()->assertSee('No brushes kept yet');
        $this->postJson("/library/copies/{$before}/back", [])->assertOk();
        self::assertSame($was, $this->hash());
    }

    public function test_a_file_that_is_not_what_it_says_changes_nothing(): void
    {
        $this->paint();
        app(LibraryCopies::class)->take('by hand');
        $folder = app(LibraryCopies::class)->path(app(LibraryCopies::class)->all()[0]['name']);
        $whole = "{$this->folder}/whole.foglibrary";
        LibraryFile::write("{$folder}/library.sqlite", "{$folder}/files", $whole);
        $was = $this->hash();
        $copies = count(app(LibraryCopies::class)->all());
        $spoil = function (callable $how) use ($whole): string {
            $path = "{$this->folder}/spoilt.foglibrary";
            copy($whole, $path);
            $zip = new ZipArchive;
            $zip->open($path);
            $how($zip);
            $zip->close();

            return $path;
        };
        $name = fn (ZipArchive $z): string => (string) $z->getNameIndex(2);
        $newer = function (ZipArchive $z) use ($folder): void {
            copy("{$folder}/library.sqlite", "{$this->folder}/newer.sqlite");
            (new PDO("sqlite:{$this->folder}/newer.sqlite"))->exec("INSERT INTO migrations (migration, batch) VALUES ('2099_01_01_000099_more', 9)");
            $z->addFile("{$this->folder}/newer.sqlite", 'library.sqlite');
        };
        foreach ([
            [fn (ZipArchive $z) => $z->addFromString('library.json', '{"format": "yarrowfog-library", "version": 2}'), 'in a newer form'],
            [fn (ZipArchive $z) => $z->addFromString('library.json', '[]'), 'does not say that it is a library'],
            [fn (ZipArchive $z) => $z->addFromString('../../x', 'x'), 'is no place in it'],
            [fn (ZipArchive $z) => $z->addFromString('library.sqlite', 'no database'), 'is damaged'],
            [fn (ZipArchive $z) => $z->deleteName('library.sqlite'), 'is missing'],
            [fn (ZipArchive $z) => $z->addFromString($name($z), 'other bytes'), 'is not what was copied'],
            [fn (ZipArchive $z) => $z->setExternalAttributesName($name($z), ZipArchive::OPSYS_UNIX, 0120777 << 16), 'is a link'],
            [$newer, 'newer Yarrowfog'],
        ] as [$how, $words]) {
            foreach (Storage::disk('library')->allFiles() as $file) {
                // So that each file is taken from the copy, and looked at.
                Storage::disk('library')->delete($file);
            }
            $this->post('/library/bring', ['file' => new UploadedFile($spoil($how), 'x.foglibrary', test: true)], ['Accept' => 'application/json'])->assertUnprocessable()->assertSee($words, false);
            self::assertSame($was, $this->hash(), $words);
        }
        file_put_contents("{$this->folder}/short.foglibrary", substr((string) file_get_contents($whole), 0, -40));
        $this->post('/library/bring', ['file' => new UploadedFile("{$this->folder}/short.foglibrary", 'x.foglibrary', test: true)], ['Accept' => 'application/json'])->assertUnprocessable()->assertSee('cut short');
        self::assertSame($was, $this->hash());
        self::assertGreaterThanOrEqual($copies, count(app(LibraryCopies::class)->all()));
    }

    /** A library that is damaged is told at the start, with what to do about it; and what it says can be done. */
    public function test_a_damaged_library_is_told_with_advice_and_put_back(): void
    {
        $this->paint();
        $was = $this->hash();
        self::assertSame(0, $this->command(['library', 'check', '--quick'])->run());
        $name = app(LibraryCopies::class)->take('by hand');
        DB::purge();
        @unlink("{$this->database}-wal");
        @unlink("{$this->database}-shm");
        foreach ([[100, 3000], [0, 100]] as [$at, $length]) {
            $file = fopen($this->database, 'r+b');
            self::assertNotFalse($file);
            fseek($file, $at);
            fwrite($file, str_repeat("\x7f", $length));
            fclose($file);
            $told = $this->command(['library', 'check', '--quick']);
            self::assertSame(2, $told->run());
            self::assertStringContainsString("is damaged and cannot be worked in ({$this->database}). The last copy is “{$name}”: bin/yarrowfog library restore {$name} puts it back", $told->getErrorOutput());
            self::assertStringContainsString('is the copy damaged-', $this->command(['library', 'restore', $name])->mustRun()->getOutput());
            DB::purge();
            self::assertSame($was, $this->hash());
            DB::purge();
            @unlink("{$this->database}-wal");
            @unlink("{$this->database}-shm");
        }
        self::assertCount(2, glob(app(LibraryCopies::class)->folder.'/damaged-*.sqlite') ?: [], 'nothing is thrown away');
        chmod($this->database, 0400);
        if (posix_geteuid() !== 0) {
            $told = $this->command(['library', 'check', '--quick']);
            self::assertSame(2, $told->run());
            self::assertStringContainsString('may only be read', $told->getErrorOutput());
        }
    }

    public function test_seven_copies_that_were_taken_by_themselves_are_kept(): void
    {
        $copies = app(LibraryCopies::class);
        $copies->take('by hand');
        for ($i = 0; $i < 9; $i++) {
            $copies->take("number {$i}", true);
        }
        $whys = array_column($copies->all(), 'why');
        self::assertCount(8, $whys);
        self::assertContains('by hand', $whys);
        self::assertContains('number 8', $whys);
        self::assertNotContains('number 1', $whys);
        self::assertNull($copies->takeDaily(), 'the last one is not a day old');
    }

    public function test_a_copy_a_day_is_taken_where_something_changed(): void
    {
        $copies = app(LibraryCopies::class);
        self::assertNotNull($copies->takeDaily());
        $about = $copies->path($copies->all()[0]['name']).'/about.json';
        $told = (array) json_decode((string) file_get_contents($about), true);
        file_put_contents($about, json_encode([...$told, 'at' => now()->subDays(2)->toIso8601String()]));
        touch($this->database, time() - 3 * 86400);
        @touch("{$this->database}-wal", time() - 3 * 86400);
        clearstatcache();
        self::assertNull($copies->takeDaily(), 'nothing changed since');
        touch($this->database);
        clearstatcache();
        self::assertNotNull($copies->takeDaily());
    }

    public function test_what_is_lost_is_healed_from_a_copy_and_what_nothing_names_is_let_go(): void
    {
        $hash = $this->brush()->tip->hash;
        app(LibraryCopies::class)->take('by hand');
        $path = Storage::disk('library')->path(substr($hash, 0, 2)."/{$hash}");
        unlink($path);
        $stray = app(BlobStore::class)->put('nobody names this');
        $fresh = app(BlobStore::class)->put('nor this, yet');
        touch(Storage::disk('library')->path(substr($stray, 0, 2)."/{$stray}"), time() - 7200);
        self::assertSame(['healed' => 1, 'letGo' => 1], app(LibraryCheck::class)->mend(app(LibraryCopies::class)->folder));
        self::assertFileExists($path);
        self::assertSame([[], [$fresh]], [app(LibraryCheck::class)->look()['missing'], app(LibraryCheck::class)->look()['leftOver']]);
    }

    public function test_all_of_it_goes_by_the_command_line_too(): void
    {
        $brush = $this->brush();
        $brush->update(['name' => 'Blot & co', 'tags' => ['wet']]);
        foreach (['Shore', 'Pier'] as $name) {
            $this->postJson('/sets', ['name' => $name, 'ids' => [$brush->id]])->assertCreated();
        }
        $run = function (string ...$words): Process {
            $process = $this->command($words);
            $process->run();

            return $process;
        };
        $bundle = "{$this->folder}/shore.fogbundle";
        self::assertStringStartsWith('1 brush, ', $run('bundle', 'pack', '--set', 'Shore', '--out', $bundle)->mustRun()->getOutput());
        $told = json_decode($run('bundle', 'check', $bundle)->getOutput(), true);
        self::assertSame(['Shore', [['name' => 'Shore', 'brushes' => 1]], 'Blot & co'], [$told['title'], $told['sets'], $told['brushes'][0]['name']]);
        self::assertSame("0 taken, 1 skipped\n", $run('bundle', 'take', $bundle)->getOutput());
        $refused = $run('bundle', 'pack', '--set', 'None', '--out', $bundle);
        self::assertSame([2, 'There is no set “None”. Sets here: “Shore”, “Pier”.'], [$refused->getExitCode(), trim($refused->getErrorOutput())]);
        self::assertSame(2, $run('bundle', 'take', __FILE__)->getExitCode());
        self::assertSame(2, $run('bundle', 'take', $bundle, '--same-name', 'x')->getExitCode());

        $listed = json_decode($run('brush', 'list', '--json')->getOutput(), true);
        self::assertSame(['Blot & co', ['wet'], ['Shore', 'Pier']], [$listed[0]['name'], $listed[0]['tags'], $listed[0]['sets']]);
        self::assertStringContainsString('Blot & co', $run('brush', 'list', '--find', 'we')->getOutput());
        self::assertEquals($brush->kept->toArray(), json_decode($run('brush', 'show', 'Blot & co')->getOutput(), true)['brush']);
        self::assertSame(2, $run('brush', 'show', 'Nobody')->getExitCode());

        $saved = "{$this->folder}/saved.foglibrary";
        self::assertStringContainsString(' MB', $run('library', 'save', '--out', $saved)->getOutput());
        $was = json_decode($run('library', 'check')->getOutput(), true)['hash'];
        Brush::query()->findOrFail($brush->id)->update(['name' => 'Changed']);
        self::assertStringContainsString('Put back.', $run('library', 'restore', $saved)->mustRun()->getOutput());
        DB::purge();
        self::assertSame($was, $this->hash());
        $this->brush(['size' => ['base' => 9]]);
        self::assertStringContainsString('strips painted', $run('library', 'keep', '--once')->getOutput());
        self::assertSame('', $run('library', 'keep', '--once')->getOutput(), 'what is painted stays painted');
    }

    public function test_who_has_the_library_open_reads_the_one_that_was_put_back(): void
    {
        $this->brush();
        $name = app(LibraryCopies::class)->take('by hand');
        $other = new PDO("sqlite:{$this->database}");
        $other->query('SELECT name FROM brushes');
        Brush::query()->firstOrFail()->update(['name' => 'Later']);
        app(PutBack::class)->put(LibraryFile::ofFolder(app(LibraryCopies::class)->path($name)));
        self::assertSame('Blot', ($other->query('SELECT name FROM brushes') ?: null)?->fetchColumn());
        self::assertSame('ok', ($other->query('PRAGMA integrity_check') ?: null)?->fetchColumn());
        $this->expectException(InvalidInput::class);
        LibraryFile::open(__FILE__, fn (CopiedLibrary $copy): string => $copy->database);
    }
}
