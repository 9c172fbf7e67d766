<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Bundles\BundleFile;
use App\Bundles\BundleOrder;
use App\Bundles\BundlePacker;
use App\Bundles\BundleReader;
use App\Bundles\BundleTaker;
use App\Bundles\ZipWriter;
use App\Gathering\SourceIntake;
use App\Models\Brush;
use App\Models\BrushSet;
use App\Models\FrameSet;
use App\Models\Maker;
use App\Models\PenRecording;
use App\Models\Source;
use App\Models\Tip;
use App\Models\Tooth;
use App\Painting\BrushStrip;
use App\Pictures\DeepGrey;
use App\Store\BlobStore;
use Illuminate\Support\Facades\DB;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;
use PHPUnit\Framework\Attributes\DataProvider;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Core\Pictures;
use Yarrowfog\Core\Form\ChoiceField;
use Yarrowfog\Core\Format\Bundle\Manifest;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Stroke\SettingsTable;
use ZipArchive;

final class BundleTest extends FeatureTestCase
{
    private function pack(?BundleOrder $order = null, string $name = 'out'): string
    {
        $path = "{$this->folder}/{$name}.fogbundle";
        app(BundlePacker::class)->pack($order ?? BundleOrder::ofAll(), $path);

        return $path;
    }

    private function open(string $path): BundleReader
    {
        return new BundleReader(BundleFile::open($path));
    }

    /** A library with all that a bundle can carry. */
    private function library(): void
    {
        $maker = Maker::query()->create(['name' => 'Ines Tarn', 'licence' => 'CC-BY-4.0', 'note' => '<b>sea</b>', 'mark' => app(BlobStore::class)->put($this->scan(40, 40))]);
        $heights = pack('v*', ...array_map(fn (int $i): int => $i * 7919 % 65536, range(0, 63)));
        $tooth = Tooth::query()->create(['name' => 'Sand', 'hash' => app(BlobStore::class)->put($heights), 'side' => 8]);
        $one = $this->brush(['tooth' => ['base' => 'own'], 'scatterAcross' => ['base' => 0.3]]);
        $one->update(['name' => 'Crème & co', 'note' => "Two\nlines", 'tags' => ['wet', 'shore'], 'maker_id' => $maker->id, 'licence' => 'MIT', 'tooth_id' => $tooth->id, 'at_hand' => ['flow'], 'roll' => 77]);
        $two = $this->brush(['size' => ['base' => 31]]);
        $two->update(['bite_id' => $one->tip_id, 'strip_movement' => 'slow swell', 'name' => '海']);
        $this->postJson("/brushes/{$two->id}/hand", ['with' => ['flow' => ['base' => 0.4]]])->assertOk();
        $set = BrushSet::query()->create(['name' => 'Shore', 'note' => 'By the water', 'maker_id' => $maker->id, 'position' => 1]);
        $this->postJson("/sets/{$set->id}/brushes", ['do' => 'on', 'ids' => [$two->id, $one->id]])->assertOk();
        $this->postJson('/recordings', ['name' => 'Slow hand', 'strokes' => [['samples' => [[0, 1.5, 2, 0.25], [16, 20, 9.125, 1]], 'realPressure' => true]]])->assertCreated();
    }

    /** A library that is new, in the same place. */
    private function startEmpty(): void
    {
        foreach (['set_members', 'brush_sets', 'brush_versions', 'strokes', 'brushes', 'tip_makings', 'tips', 'teeth', 'makers', 'sources', 'frame_sets', 'recordings', 'keep_steps'] as $table) {
            DB::table($table)->delete();
        }
        DB::table('sqlite_sequence')->delete();
    }

    public function test_out_in_and_out_again_are_the_same_bytes_and_what_travelled_paints_the_same(): void
    {
        foreach ([[false, false, false], [true, true, true]] as $with) {
            $this->startEmpty();
            $this->library();
            $strips = array_map(fn (Brush $b): string => app(BrushStrip::class)->png($b), Brush::library()->with('tip')->oldest('id')->get()->all());
            $first = $this->pack(BundleOrder::ofAll(...$with), 'first');
            self::assertSame(hash_file('sha256', $first), hash_file('sha256', $this->pack(BundleOrder::ofAll(...$with), 'again')));
            $this->startEmpty();
            self::assertCount(2, app(BundleTaker::class)->take($this->open($first)));
            self::assertSame(hash_file('sha256', $first), hash_file('sha256', $this->pack(BundleOrder::ofAll(...$with), 'second')));
        }
        $brushes = Brush::library()->with(['tip', 'maker'])->oldest('id')->get()->all();
        self::assertSame($strips, array_map(fn (Brush $b): string => app(BrushStrip::class)->png($b), $brushes));
        [$one, $two] = $brushes;
        self::assertSame(['Crème & co', "Two\nlines", ['wet', 'shore'], 'MIT', ['flow'], 77, 'Ines Tarn'], [$one->name, $one->note, $one->tags, $one->licence, $one->at_hand, $one->roll, $one->maker?->name]);
        self::assertSame(2, $two->versions()->count());
        self::assertSame([$two->id, $one->id], BrushSet::query()->firstOrFail()->brushIds());
        self::assertSame(1, Source::query()->count(), 'what both tips were cut from is one source');
        self::assertSame(Source::query()->firstOrFail()->id, $one->tip->source_id);
        self::assertNotNull($one->tip->cut_list);
        $this->get("/tune/{$one->id}")->assertOk();
        $this->get("/cut/{$one->tip->source_id}?tip={$one->tip_id}")->assertOk();
    }

    public function test_frames_parted_from_one_picture_share_their_list_when_they_have_travelled(): void
    {
        $source = app(SourceIntake::class)->takeIn(CutTest::blots([[60, 60, 30], [180, 60, 20]]), 'Blots');
        $this->postJson("/cut/{$source->id}/part", ['list' => ['steps' => [['step' => 'clear-paper']]]])->assertCreated();
        $set = FrameSet::query()->firstOrFail();
        $this->postJson("/cut-sets/{$set->id}/tip", ['name' => 'Two blots'])->assertCreated();
        $path = $this->pack(BundleOrder::ofAll(false, true));
        $this->startEmpty();
        app(BundleTaker::class)->take($this->open($path));
        $taken = FrameSet::query()->firstOrFail();
        self::assertSame(1, Source::query()->count());
        self::assertSame([null, null], array_column($taken->frames, 'own'));
        self::assertEquals(array_column($set->frames, 'place'), array_column($taken->frames, 'place'));
        self::assertEquals($set->listOf(1), $taken->listOf(1));
        self::assertNotEquals($taken->listOf(0), $taken->listOf(1));
    }

    public function test_a_bundle_that_is_taken_again_brings_nothing_twice(): void
    {
        $this->library();
        $path = $this->pack(BundleOrder::ofAll(true, true, true));
        $count = fn (): array => [Brush::library()->count(), BrushSet::query()->count(), PenRecording::query()->count(), Maker::query()->count(), Tip::query()->count()];
        $before = $count();
        app(BundleTaker::class)->take($this->open($path));
        self::assertSame($before, $count(), 'all of it stands here');
        BrushSet::query()->oldest('id')->firstOrFail()->update(['note' => 'Another note']);
        app(BundleTaker::class)->take($this->open($path));
        self::assertSame([$before[0], $before[1] + 1, ...array_slice($before, 2)], $count(), 'a set that was changed is another one');
    }

    public function test_a_damaged_recording_is_left_out_and_stops_no_bundle(): void
    {
        $this->library();
        $whole = PenRecording::query()->count();
        DB::insert("INSERT INTO recordings (name, strokes, created_at, updated_at) VALUES ('Broken', '{\"x\":', datetime(), datetime())");
        self::assertCount($whole, $this->open($this->pack(BundleOrder::ofAll(withRecordings: true)))->file->manifest->recordings);
    }

    public function test_what_is_packed_is_as_the_schemas_say(): void
    {
        $this->library();
        $path = $this->pack(BundleOrder::ofAll(true, true, true));
        $validator = new Validator;
        $validator->resolver()?->registerPrefix('https://yarrowfog.invalid/', base_path('docs/schema').'/');
        $zip = new ZipArchive;
        $zip->open($path, ZipArchive::RDONLY);
        $seen = [];
        for ($i = 0; $i < $zip->numFiles; $i++) {
            $name = (string) $zip->getNameIndex($i);
            $schema = ['bundle.json' => 'bundle', 'brushes' => 'bundled-brush', 'makers' => 'bundled-maker', 'sources' => 'bundled-origin'][explode('/', $name)[0]] ?? null;
            if ($schema !== null && str_ends_with($name, '.json')) {
                $seen[$schema] = true;
                $error = $validator->validate(json_decode((string) $zip->getFromIndex($i)), "https://yarrowfog.invalid/{$schema}.json")->error();
                self::assertNull($error, "{$name}: ".($error === null ? '' : json_encode((new ErrorFormatter)->format($error))));
            }
        }
        self::assertCount(4, $seen);
    }

    /** Whatever is in a library: out, in and out again give the same bytes. */
    public function test_libraries_made_by_chance_travel_unchanged(): void
    {
        for ($seed = 1; $seed <= 8; $seed++) {
            $this->startEmpty();
            $chance = new Randomizer(new Mt19937($seed));
            $pick = fn (array $of): mixed => $of[$chance->getInt(0, count($of) - 1)];
            $words = fn (): string => (string) $pick(['', 'Salt & <b>', 'a"b\\c', "two\nlines", '海草', '%s', str_repeat('x', 100), '0', 'null']);
            $makers = [null, Maker::query()->create(['name' => "M{$seed}", 'note' => $words()])->id, Maker::query()->create(['name' => "N{$seed}", 'signature' => app(BlobStore::class)->put($this->scan(30 + $seed, 20))])->id];
            for ($i = $chance->getInt(1, 4); $i > 0; $i--) {
                $settings = [];
                foreach (array_slice($chance->shuffleArray(array_keys(SettingsTable::all())), 0, 12) as $id) {
                    $setting = SettingsTable::get((string) $id);
                    if ($setting->field instanceof ChoiceField) {
                        $settings[$id] = ['base' => $pick(array_values(array_diff($setting->field->choices, ['own'])))];
                    } elseif (! $setting->isCurve()) {
                        $field = $setting->numberField();
                        $settings[$id] = ['base' => $field->least + ($field->most - $field->least) * $chance->getInt(0, 1000) / 1000, 'spread' => $setting->spreadMost * $chance->getInt(0, 10) / 10];
                    }
                }
                $brush = $this->brush($settings);
                $brush->update(['name' => 'B'.$words(), 'note' => $words(), 'tags' => $pick([null, [], ['a', 'b']]), 'maker_id' => $pick($makers), 'licence' => $pick(['', 'MIT', 'Ask me']), 'made_on' => $pick([null, '2020-02-29']), 'roll' => $chance->getInt(0, 0x7FFFFFFF), 'bite_id' => $pick([null, $brush->tip_id]), 'strip_movement' => $pick([null, 'dots', 'loops'])]);
            }
            $ids = Brush::library()->oldest('id')->get()->modelKeys();
            foreach (range(1, $chance->getInt(1, 3)) as $n) {
                $set = BrushSet::query()->create(['name' => "Set {$n}", 'note' => $words(), 'maker_id' => $pick($makers), 'position' => $n]);
                foreach (array_slice($chance->shuffleArray($ids), 0, $chance->getInt(0, count($ids))) as $place => $id) {
                    $set->members()->create(['brush_id' => $id, 'position' => $place]);
                }
            }
            $with = [$chance->getInt(0, 1) === 1, $chance->getInt(0, 1) === 1, false];
            $first = $this->pack(BundleOrder::ofAll(...$with), 'first');
            $this->startEmpty();
            app(BundleTaker::class)->take($this->open($first));
            self::assertSame(hash_file('sha256', $first), hash_file('sha256', $this->pack(BundleOrder::ofAll(...$with), 'second')), "seed {$seed}");
        }
    }

    public function test_heights_of_sixteen_bits_go_through_a_png_and_back(): void
    {
        $heights = pack('v*', ...array_map(fn (int $i): int => $i * 257 + $i % 5, range(0, 254)));
        self::assertSame([17, 15, $heights], DeepGrey::read(DeepGrey::png(17, 15, $heights)));
    }

    public function test_what_is_here_already_is_skipped_and_one_of_the_same_name_is_asked_about(): void
    {
        $this->library();
        $path = $this->pack();
        $before = Brush::library()->count();
        $met = app(BundleTaker::class)->compare($this->open($path));
        self::assertSame([Brush::library()->oldest('id')->firstOrFail()->id], [$met[0]['same']?->id]);
        app(BundleTaker::class)->take($this->open($path));
        self::assertSame($before, Brush::library()->count(), 'the very same are not taken twice');
        self::assertSame(1, BrushSet::query()->count(), 'nor is their set');

        $two = Brush::library()->where('name', '海')->firstOrFail();
        $this->postJson('/keep/do', ['do' => 'resize', 'factor' => 2, 'ids' => [$two->id]])->assertOk();
        $met = app(BundleTaker::class)->compare($this->open($path));
        self::assertNull($met[1]['same']);
        self::assertSame($two->id, $met[1]['named']?->id);
        app(BundleTaker::class)->take($this->open($path), [1 => BundleTaker::REPLACE]);
        self::assertSame($before, Brush::library()->count());
        self::assertSame(31.0, $two->refresh()->kept->base('size'));
        $this->postJson('/keep/undo')->assertOk();
        self::assertSame(62.0, $two->refresh()->kept->base('size'));
        app(BundleTaker::class)->take($this->open($path));
        self::assertSame($before + 1, Brush::library()->count(), 'both are kept where nothing else is said');
        self::assertSame(1, Tip::query()->where('name', $two->tip->name)->where('hash', $two->tip->hash)->where('dpi', $two->tip->dpi)->count() > 0 ? 1 : 0);
    }

    public function test_one_step_back_takes_a_whole_bringing_in_back(): void
    {
        $this->library();
        $path = $this->pack(BundleOrder::ofAll(true, true));
        $this->startEmpty();
        app(BundleTaker::class)->take($this->open($path), onSet: 'New here');
        self::assertSame(['Shore', 'New here'], BrushSet::query()->oldest('id')->pluck('name')->all());
        $this->postJson('/keep/undo')->assertOk()->assertJson(['was' => 'Took in “All brushes”: 2 brushes']);
        self::assertSame([0, 0, 0, 0, 0], [Brush::library()->count(), Tip::query()->count(), BrushSet::query()->count(), Maker::query()->count(), Source::query()->count()]);
        $this->postJson('/keep/redo')->assertOk();
        self::assertSame(hash_file('sha256', $path), hash_file('sha256', $this->pack(new BundleOrder([1, 2], 'All brushes', [BrushSet::query()->where('name', 'Shore')->firstOrFail()], true, true), 'again')));
    }

    public function test_what_a_newer_version_says_is_kept_and_written_again(): void
    {
        $this->library();
        $with = fn (): BundleOrder => BundleOrder::ofAll(true, true);
        $path = $this->change($this->pack($with()), function (string $name, string $bytes): string {
            $json = json_decode($bytes, true);
            if (str_starts_with($name, 'brushes/')) {
                $json['smell'] = ['of' => 'salt'];
                $json['settings']['settings']['glitter'] = ['base' => 0.5];
                $json['tip']['weight'] = 7;
                $json['tip']['frames'][0]['side'] = 'left';
                if ($json['tooth'] !== null) {
                    $json['tooth']['grain'] = 'long';
                }
                if (isset($json['versions'])) {
                    $json['versions'][0]['mood'] = 'calm';
                    $json['versions'][0]['settings']['settings']['glitter'] = ['base' => 0.25];
                }
            } elseif (str_starts_with($name, 'makers/')) {
                $json['town'] = 'Saltmarsh';
            } elseif ($name === Manifest::FILE) {
                $json['version'] = '1.7';
                $json['sets'][0]['shelfColour'] = 'blue';
            }

            return json_encode($json, JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION)."\n";
        });
        $this->startEmpty();
        app(BundleTaker::class)->take($this->open($path));
        $again = new ZipArchive;
        $again->open($this->pack($with(), 'again'), ZipArchive::RDONLY);
        $manifest = json_decode((string) $again->getFromName(Manifest::FILE), true);
        self::assertSame('blue', $manifest['sets'][0]['shelfColour']);
        [$one, $two] = array_map(fn (string $place): array => json_decode((string) $again->getFromName($place), true), $manifest['brushes']);
        self::assertSame(['of' => 'salt'], $one['smell']);
        self::assertSame(['base' => 0.5], $one['settings']['settings']['glitter']);
        self::assertSame([7, 'left', 'long'], [$one['tip']['weight'], $one['tip']['frames'][0]['side'], $one['tooth']['grain']]);
        self::assertSame(['calm', ['base' => 0.25]], [$two['versions'][0]['mood'], $two['versions'][0]['settings']['settings']['glitter']]);
        self::assertArrayNotHasKey('mood', $two['versions'][1]);
        self::assertSame('Saltmarsh', json_decode((string) $again->getFromName($one['maker']), true)['town']);
    }

    /**
     * Packs a bundle anew with its words changed, and all that is said of them made true.
     *
     * @param  callable(string, string): string  $change  given the place and the bytes of each file of words
     */
    private function change(string $path, callable $change, bool $isTrue = true): string
    {
        $zip = new ZipArchive;
        $zip->open($path, ZipArchive::RDONLY);
        $entries = [];
        for ($i = 1; $i < $zip->numFiles; $i++) {
            $name = (string) $zip->getNameIndex($i);
            $bytes = (string) $zip->getFromIndex($i);
            $entries[$name] = str_ends_with($name, '.json') ? $change($name, $bytes) : $bytes;
        }
        $manifest = json_decode((string) $zip->getFromName(Manifest::FILE), true);
        foreach ($isTrue ? $manifest['entries'] : [] as $i => $entry) {
            $manifest['entries'][$i] = ['path' => $entry['path'], 'sha256' => hash('sha256', $entries[$entry['path']]), 'bytes' => strlen($entries[$entry['path']])];
        }
        $out = "{$this->folder}/changed.fogbundle";
        ZipWriter::write($out, [Manifest::FILE => $change(Manifest::FILE, (string) json_encode($manifest)), ...$entries]);

        return $out;
    }

    /** @param  callable(ZipArchive): void  $spoil */
    private function spoil(string $path, callable $spoil): string
    {
        $out = "{$this->folder}/spoilt.fogbundle";
        copy($path, $out);
        $zip = new ZipArchive;
        $zip->open($out);
        $spoil($zip);
        $zip->close();

        return $out;
    }

    /** @return array<string, array{callable(ZipArchive): void, string}> */
    public static function spoilt(): array
    {
        return [
            'a place outside' => [fn (ZipArchive $z) => $z->addFromString('../evil.png', 'x'), 'is no place in it'],
            'a place from the root' => [fn (ZipArchive $z) => $z->addFromString('/tmp/evil.png', 'x'), 'is no place in it'],
            'a folder further down' => [fn (ZipArchive $z) => $z->addFromString('tips/a/b.png', 'x'), 'is no place in it'],
            'another system’s slash' => [fn (ZipArchive $z) => $z->addFromString('tips\\..\\b.png', 'x'), 'is no place in it'],
            'a name in an odd encoding' => [fn (ZipArchive $z) => $z->addFromString("tips/caf\xe9.png", 'x'), 'is no place in it'],
            'a file that is not listed' => [fn (ZipArchive $z) => $z->addFromString('tips/more.png', 'x'), 'is not listed in it'],
            'no list' => [fn (ZipArchive $z) => $z->deleteName(Manifest::FILE), 'holds no bundle.json'],
            'a brush less' => [fn (ZipArchive $z) => $z->deleteName((string) $z->getNameIndex(1)), 'is missing'],
            'another picture' => [function (ZipArchive $z): void {
                $name = array_values(array_filter(array_map(fn (int $i): string => (string) $z->getNameIndex($i), range(0, $z->numFiles - 1)), fn (string $n): bool => str_starts_with($n, 'tips/')))[0];
                $z->addFromString($name, str_repeat('x', (int) ($z->statName($name)['size'] ?? 0)), ZipArchive::FL_OVERWRITE);
            }, 'is not what was packed'],
            'a link' => [fn (ZipArchive $z) => $z->setExternalAttributesName((string) $z->getNameIndex(1), ZipArchive::OPSYS_UNIX, 0120777 << 16), 'is a link and no file'],
            'a password' => [function (ZipArchive $z): void {
                $z->setEncryptionName((string) $z->getNameIndex(1), ZipArchive::EM_AES_256, 'sea');
            }, 'locked with a password'],
        ];
    }

    /** @param  callable(ZipArchive): void  $spoil */
    #[DataProvider('spoilt')]
    public function test_nothing_is_taken_of_a_bundle_that_is_not_what_it_says(callable $spoil, string $words): void
    {
        $this->brush();
        $path = $this->spoil($this->pack(), $spoil);
        $this->startEmpty();
        $this->assertRefused($path, $words);
    }

    private function assertRefused(string $path, string $words): void
    {
        try {
            app(BundleTaker::class)->take($this->open($path));
            self::fail('This bundle was taken.');
        } catch (InvalidInput|\App\Pictures\PictureRefused $e) {
            self::assertStringContainsString($words, $e->getMessage());
            self::assertStringEndsWith('.', $e->getMessage());
        }
        self::assertSame([0, 0, 0], [Brush::library()->count(), Tip::query()->count(), DB::table('keep_steps')->count()]);
    }

    /** @return array<string, array{callable(string, string): string, string}> */
    public static function wrongWords(): array
    {
        $in = fn (string $folder, callable $change): callable => fn (string $name, string $bytes): string => str_starts_with($name, $folder) ? (string) json_encode($change((array) json_decode($bytes, true))) : $bytes;

        return [
            'a newer major version' => [$in('bundle', fn (array $j) => [...$j, 'version' => '2.0']), 'Bring Yarrowfog up to date'],
            'a file of 300 MB' => [$in('bundle', fn (array $j) => [...$j, 'entries' => [[...$j['entries'][0], 'bytes' => 300 << 20], ...array_slice($j['entries'], 1)]]), 'has 300 MB, unpacked. The largest file in a bundle has 100 MB.'],
            'no version' => [$in('bundle', fn (array $j) => [...$j, 'version' => 'x']), 'which version'],
            'another format' => [$in('bundle', fn (array $j) => [...$j, 'format' => 'zip']), 'does not say that it is a bundle'],
            'a brush outside' => [$in('bundle', fn (array $j) => [...$j, 'brushes' => ['../../etc/passwd']]), 'is no place in a bundle'],
            'a brush that is not there' => [$in('bundle', fn (array $j) => [...$j, 'brushes' => ['brushes/none.json']]), 'is missing'],
            'a list that lists twice' => [$in('bundle', fn (array $j) => [...$j, 'entries' => [...$j['entries'], $j['entries'][0]]]), 'twice'],
            'no name' => [$in('brushes/', fn (array $j) => [...$j, 'name' => '  ']), 'has no name'],
            'a setting out of its range' => [$in('brushes/', fn (array $j) => array_replace_recursive($j, ['settings' => ['settings' => ['size' => ['base' => 1e9]]]])), 'it must lie between'],
            'a tip that is not there' => [$in('brushes/', fn (array $j) => array_replace_recursive($j, ['tip' => ['frames' => [['path' => 'tips/none.png']]]])), 'is missing'],
            'a tip that lies about its size' => [$in('brushes/', fn (array $j) => array_replace_recursive($j, ['tip' => ['frames' => [['width' => 3]]]])), 'is not as large as it says'],
            'a deep hole' => [fn (string $name, string $bytes): string => str_starts_with($name, 'brushes/') ? str_repeat('[', 10000).str_repeat(']', 10000) : $bytes, 'Maximum stack depth exceeded'],
            'words that are none' => [fn (string $name, string $bytes): string => str_starts_with($name, 'brushes/') ? "\xff\xfe{" : $bytes, 'This is not JSON'],
        ];
    }

    /** @param  callable(string, string): string  $change */
    #[DataProvider('wrongWords')]
    public function test_words_that_are_wrong_are_refused_with_a_sentence(callable $change, string $words): void
    {
        $this->brush();
        $path = $this->change($this->pack(), $change);
        $this->startEmpty();
        $this->assertRefused($path, $words);
    }

    public function test_a_bundle_cut_short_anywhere_is_refused_or_whole(): void
    {
        $this->brush();
        $bytes = (string) file_get_contents($this->pack());
        $this->startEmpty();
        $path = "{$this->folder}/short.fogbundle";
        foreach (range(0, 99) as $i) {
            file_put_contents($path, substr($bytes, 0, intdiv(strlen($bytes) * $i, 100)));
            $this->assertRefused($path, 'it was cut short. Nothing was taken from it.');
        }
    }

    public function test_what_unpacks_to_far_more_is_refused_before_it_is_unpacked(): void
    {
        $this->brush();
        $bomb = "{$this->folder}/bomb.fogbundle";
        $zip = new ZipArchive;
        $zip->open($bomb, ZipArchive::CREATE);
        $zip->addFromString(Manifest::FILE, str_repeat(' ', 64 * 1024 * 1024));
        $zip->close();
        self::assertLessThan(100000, filesize($bomb));
        $this->startEmpty();
        $before = memory_get_peak_usage();
        $this->assertRefused($bomb, 'which is more than is opened');
        self::assertLessThan($before + 20 * 1024 * 1024, memory_get_peak_usage());

        $many = "{$this->folder}/many.fogbundle";
        $zip->open($many, ZipArchive::CREATE);
        for ($i = 0; $i < 20002; $i++) {
            $zip->addEmptyDir("a{$i}");
        }
        $zip->close();
        $this->assertRefused($many, 'may hold 20,001 at most');
        file_put_contents($many, $this->scan());
        $this->assertRefused($many, 'it is another kind of file');
    }

    public function test_a_picture_of_heights_that_is_spoilt_is_refused(): void
    {
        $this->expectException(\App\Pictures\PictureRefused::class);
        DeepGrey::read(Pictures::bitmap(4, 4, fn (): int => 255)->toBytes());
    }
}
