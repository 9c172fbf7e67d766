<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Brush;
use App\Models\Sheet;
use App\Models\Stroke;
use App\Pictures\PictureFile;
use App\Store\Blob;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Illuminate\Testing\TestResponse;
use Imagick;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Core\Pictures;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Practice\Movements;

final class PaintTest extends FeatureTestCase
{
    use LivePieces;

    private const UUID = '0f8fad5b-d9cb-469f-a165-70867728950e';

    /** @return array<string, array{array<string, mixed>}> */
    public static function brushes(): array
    {
        $presses = [['input' => 'pressure', 'from' => 0.1, 'to' => 1]];

        return [
            'one colour, size by pressure' => [['size' => ['base' => 40, 'drives' => $presses], 'flow' => ['base' => 0.4]]],
            'many colours, scattered, turned' => [['size' => ['base' => 40, 'spread' => 0.4], 'scatterAcross' => ['base' => 0.8], 'angle' => ['spread' => 180], 'driftHue' => ['base' => 60], 'spacing' => ['base' => 0.3, 'spread' => 0.4]]],
            'adds up, follows heading' => [['size' => ['base' => 30], 'opacity' => ['base' => 0.3, 'drives' => $presses], 'overlap' => ['base' => 'adds up'], 'angleFollows' => ['base' => 'heading']]],
            'colour per stroke, taper in' => [['size' => ['base' => 30], 'driftHue' => ['base' => 90], 'driftPer' => ['base' => 'stroke'], 'taperIn' => ['base' => 80]]],
        ];
    }

    /** @param  array<string, mixed>  $settings */
    #[DataProvider('brushes')]
    public function test_live_pixels_are_those_of_the_finished_stroke(array $settings): void
    {
        $this->atAWorker();
        [$sheet, $order, $samples] = $this->begun($settings);
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'stroke' => 'aaaaaaaa-d9cb-469f-a165-70867728950e', 'samples' => [[0, 40, 40, 1], [30, 260, 120, 1]]])->assertOk();
        $live = [];
        $state = null;
        foreach (array_chunk($samples, 9) as $piece) {
            $answer = self::patches($this->postJson("/sheets/{$sheet->id}/pen/pieces", [...$order, 'samples' => $piece, ...($state === null ? [] : ['state' => $state])]));
            $state = $answer['words']['state'];
            $live = self::shown($live, $answer['patches']);
        }
        $final = self::shown([], self::patches($this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'samples' => $samples]))['patches']);
        // The last piece of path is certain only when the pen lifts.
        $last = $samples[count($samples) - 1];
        $compared = 0;
        foreach ($final as $place => $pixel) {
            [$x, $y] = array_map(intval(...), explode(' ', $place));
            if (hypot($x - $last[1], $y - $last[2]) > 80 && isset($live[$place])) {
                $compared++;
                foreach ([24, 16, 8, 0] as $shift) {
                    self::assertEqualsWithDelta($pixel >> $shift & 255, $live[$place] >> $shift & 255, 2);
                }
            }
        }
        self::assertGreaterThan(3000, $compared);
    }

    public function test_losing_the_worker_costs_time_and_nothing_else(): void
    {
        $this->atAWorker();
        [$sheet, $order, $samples] = $this->begun(['size' => ['base' => 30], 'driftHue' => ['base' => 60]]);
        $url = "/sheets/{$sheet->id}/pen/pieces";
        $first = self::patches($this->postJson($url, [...$order, 'samples' => array_slice($samples, 0, 40)]));
        $second = self::patches($this->postJson($url, [...$order, 'samples' => array_slice($samples, 40, 40), 'state' => $first['words']['state']]));
        // The same piece again, and one after another worker took the place of this one: both are asked to send all.
        self::assertTrue(self::patches($this->postJson($url, [...$order, 'samples' => array_slice($samples, 40, 40), 'state' => $first['words']['state']]))['words']['again']);
        $this->atAWorker();
        self::assertTrue(self::patches($this->postJson($url, [...$order, 'samples' => array_slice($samples, 80, 20), 'state' => $second['words']['state']]))['words']['again']);
        $all = self::patches($this->postJson($url, [...$order, 'samples' => array_slice($samples, 0, 80)]));
        $pieces = self::shown(self::shown([], $first['patches']), $second['patches']);
        $whole = self::shown([], $all['patches']);
        self::assertEquals(array_filter($whole), array_filter(array_intersect_key($pieces, $whole)));
    }

    public function test_pieces_are_taken_from_own_pages_only(): void
    {
        [$sheet, $order, $samples] = $this->begun();
        $send = fn (array $headers): int => $this->withHeaders($headers)->postJson("/sheets/{$sheet->id}/pen/pieces", [...$order, 'samples' => $samples])->getStatusCode();
        self::assertSame(403, $send(['Sec-Fetch-Site' => 'cross-site']));
        self::assertSame(403, $send(['Sec-Fetch-Site' => 'same-site']));
        $this->flushHeaders();
        self::assertSame(403, $send([]));
        self::assertSame(403, $send(['Origin' => 'http://harbour.example']));
        self::assertSame(200, $send(['Origin' => 'http://127.0.0.1:8080']));
    }

    public function test_a_stroke_that_arrives_twice_is_laid_once(): void
    {
        [$sheet, $order, $samples] = $this->begun();
        $once = self::patches($this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'samples' => $samples]));
        $twice = self::patches($this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'samples' => $samples]));
        self::assertSame(1, Stroke::query()->count());
        $all = fn (array $patches): array => array_reduce($patches, self::laid(...), []);
        self::assertNotSame([], $once['patches']);
        self::assertSame([], array_diff_assoc($all($once['patches']), $all($twice['patches'])));
    }

    public function test_undo_and_redo_bring_back_the_very_pixels(): void
    {
        [$sheet, $order, $samples] = $this->begun(['size' => ['base' => 30], 'opacity' => ['base' => 0.5]]);
        $picture = fn (): string => hash('xxh128', (string) $this->get("/sheets/{$sheet->id}/picture")->assertOk()->getContent());
        $states = [$picture()];
        foreach (['a', 'b', 'c'] as $i => $letter) {
            $moved = array_map(fn (array $s): array => [$s[0], $s[1] + 20 * $i, $s[2], $s[3]], $samples);
            $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'stroke' => str_repeat($letter, 8).'-d9cb-469f-a165-70867728950e', 'samples' => $moved])->assertOk();
            $states[] = $picture();
        }
        self::assertCount(4, array_unique($states));
        foreach ([2, 1, 0] as $i) {
            $answer = self::patches($this->postJson("/sheets/{$sheet->id}/undo"));
            self::assertSame($states[$i], $picture());
            self::assertSame($i > 0 ? 'Painted with Blot' : null, $answer['words']['undo']);
        }
        self::assertSame([], self::patches($this->postJson("/sheets/{$sheet->id}/undo"))['patches']);
        self::assertSame(0, DB::table('tiles')->count());
        foreach ([1, 2] as $i) {
            $this->postJson("/sheets/{$sheet->id}/redo")->assertOk();
            self::assertSame($states[$i], $picture());
        }
        // A new stroke ends the way forward.
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'stroke' => 'dddddddd-d9cb-469f-a165-70867728950e', 'samples' => [[0, 50, 50, 1]]])->assertOk();
        self::assertNull(self::patches($this->getJson("/sheets/{$sheet->id}/pixels"))['words']['redo']);
        self::assertSame([], self::patches($this->postJson("/sheets/{$sheet->id}/redo"))['patches']);
    }

    public function test_a_stroke_is_stored_with_all_it_takes_to_paint_it_again(): void
    {
        [$sheet, $order, $samples] = $this->begun();
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'size' => 44, 'samples' => $samples])->assertOk();
        $stroke = Stroke::query()->firstOrFail();
        self::assertSame(44.0, $stroke->brush->base('size'));
        self::assertSame(7, $stroke->roll);
        $trace = json_decode((string) gzuncompress($stroke->trace), true);
        self::assertCount(count($samples), $trace['samples']);
        self::assertEquals($samples[5][1], $trace['samples'][5][1]);
    }

    public function test_a_sheet_is_saved_with_and_without_its_paper(): void
    {
        [$sheet, $order, $samples] = $this->begun(['size' => ['base' => 30]]);
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'samples' => $samples])->assertOk();
        $with = PictureFile::read((string) $this->get("/sheets/{$sheet->id}/picture?paper=1")->assertOk()->getContent())->bitmap();
        $without = PictureFile::read((string) $this->get("/sheets/{$sheet->id}/picture")->assertOk()->getContent())->bitmap();
        self::assertSame([$sheet->width, $sheet->height], [$with->width, $with->height]);
        self::assertSame(0xFBFBF9FF, $with->at(0, 0));
        self::assertSame(0, $without->at(0, 0));
        $x = (int) $samples[60][1];
        $y = (int) $samples[60][2];
        self::assertSame($without->at($x, $y) >> 8, $with->at($x, $y) >> 8);
        self::assertSame(255, $without->at($x, $y) & 255);
    }

    /** Every value of a soft stroke, as ImageMagick reads it: finer than 8 bits, and the same when rounded to them. */
    public function test_a_sheet_is_saved_with_16_bits_a_channel(): void
    {
        [$sheet, $order, $samples] = $this->begun(['size' => ['base' => 60], 'opacity' => ['base' => 0.13]]);
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'inks' => ['main' => '#804020', 'second' => '#ffffff'], 'samples' => $samples])->assertOk();
        $png = (string) $this->get("/sheets/{$sheet->id}/picture?bits=16")->assertOk()->getContent();
        self::assertSame([16, 6], [ord($png[24]), ord($png[25])], 'depth and colour type of the PNG header: 16 bits, RGBA');
        $picture = new Imagick;
        $picture->readImageBlob($png);
        $eight = PictureFile::read((string) $this->get("/sheets/{$sheet->id}/picture")->assertOk()->getContent())->bitmap();
        $alphas = [];
        foreach ($picture->exportImagePixels(0, 0, $sheet->width, $sheet->height, 'RGBA', Imagick::PIXEL_SHORT) as $i => $value) {
            $pixel = $eight->pixels[intdiv($i, 4)];
            if ($i % 4 === 3) {
                self::assertEqualsWithDelta($pixel & 255, $value / 257, 0.51);
                $alphas[$value] = true;
            } elseif (($pixel & 255) > 20) {
                self::assertEqualsWithDelta([0x80, 0x40, 0x20][$i % 4], $value / 257, 0.2);
            }
        }
        self::assertGreaterThan(200, count($alphas), 'more steps than the 34 of 8 bits');
    }

    public function test_a_large_sheet_costs_only_what_is_painted(): void
    {
        $brush = $this->brush();
        $id = $this->postJson('/sheets', ['width' => 6000, 'height' => 6000])->assertCreated()->json('id');
        $this->postJson("/sheets/{$id}/pen/strokes", ['stroke' => self::UUID, 'brush' => $brush->id, 'roll' => 1, 'samples' => [[0, 5990, 5990, 1], [20, 6050, 6050, 1]]])->assertOk();
        self::assertSame(1, DB::table('tiles')->count());
    }

    public function test_wrong_orders_are_refused_by_their_key(): void
    {
        [$sheet, $order] = $this->begun();
        $send = fn (array $change): array => array_keys($this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'samples' => [[0, 1, 1]], ...$change])->assertUnprocessable()->json('errors'));
        self::assertSame(['stroke'], $send(['stroke' => '../../etc']));
        self::assertSame(['brush'], $send(['brush' => 999]));
        self::assertSame(['size'], $send(['size' => 0]));
        self::assertSame(['samples'], $send(['samples' => []]));
        self::assertSame(['samples.0.3'], $send(['samples' => [[0, 1, 1, 1.5]]]));
        self::assertSame(['samples.1.0'], $send(['samples' => [[5, 1, 1], [4, 1, 1]]]));
        self::assertSame(['colour'], $send(['colour' => 'red']));
        self::assertSame(0, Stroke::query()->count());
    }

    /**
     * @param  array<string, mixed>  $settings
     * @return array{Sheet, array<string, mixed>, list<list<float>>}
     */
    /** Pixels and traces lie in the library as bytes, whole, also after undo; what an earlier version stored as text becomes so. */
    public function test_paint_is_stored_as_bytes(): void
    {
        [$sheet, $order, $samples] = $this->begun();
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'samples' => $samples])->assertOk();
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'stroke' => 'aaaaaaaa-d9cb-469f-a165-70867728950e', 'samples' => $samples])->assertOk();
        $pixels = fn (): string => self::patches($this->get("/sheets/{$sheet->id}/pixels"))['patches'][0]['picture']->toBytes();
        $painted = $pixels();
        $types = fn (): array => [
            ...DB::table('tiles')->selectRaw('distinct typeof(pixels) as t')->pluck('t')->all(),
            ...DB::table('strokes')->selectRaw('distinct typeof(trace) as t')->pluck('t')->all(),
            ...DB::table('change_tiles')->whereNotNull('pixels')->selectRaw('distinct typeof(pixels) as t')->pluck('t')->all(),
        ];
        self::assertSame(['blob', 'blob', 'blob'], $types());
        $this->postJson("/sheets/{$sheet->id}/undo")->assertOk();
        $this->postJson("/sheets/{$sheet->id}/redo")->assertOk();
        self::assertSame(['blob', 'blob', 'blob'], $types());
        self::assertSame($painted, $pixels());
        // SQLite writes out as many bytes as there are.
        $tile = DB::table('tiles')->selectRaw('quote(pixels) as q, pixels')->first();
        self::assertSame(2 * strlen((string) $tile?->pixels) + 3, strlen((string) $tile?->q));

        self::beforeLayers();
        DB::statement('UPDATE tiles SET pixels = CAST(pixels AS TEXT)');
        DB::statement('UPDATE strokes SET trace = CAST(trace AS TEXT)');
        self::migration('000006_bytes')->up();
        self::withLayers();
        self::assertSame(['blob', 'blob', 'blob'], $types());
        self::assertSame($painted, $pixels());
    }

    /** Thin glazes add up through the store, and through undo and redo: 8 bits would show nothing of any of them. */
    public function test_glazes_of_a_fifth_of_a_percent_add_up(): void
    {
        [$sheet, $order] = $this->begun();
        $glaze = fn (int $i): TestResponse => $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'size' => 60, 'opacity' => 0.002, 'stroke' => sprintf('%08x-d9cb-469f-a165-70867728950e', $i), 'samples' => [[0, 60, 60, 1]]])->assertOk();
        for ($i = 1; $i <= 20; $i++) {
            $glaze($i);
        }
        $middle = function () use ($sheet): int {
            $patch = self::patches($this->get("/sheets/{$sheet->id}/pixels"))['patches'][0];

            return $patch['picture']->at(60 - $patch['x'], 60 - $patch['y']) & 255;
        };
        self::assertEqualsWithDelta(255 * (1 - 0.998 ** 20), $middle(), 1.0);
        for ($i = 0; $i < 10; $i++) {
            $this->postJson("/sheets/{$sheet->id}/undo")->assertOk();
        }
        self::assertEqualsWithDelta(255 * (1 - 0.998 ** 10), $middle(), 1.0);
        for ($i = 0; $i < 10; $i++) {
            $this->postJson("/sheets/{$sheet->id}/redo")->assertOk();
        }
        self::assertEqualsWithDelta(255 * (1 - 0.998 ** 20), $middle(), 1.0);
    }

    /** Strokes of an earlier version, which knew the first picture of their tip only, learn the rest from the library. */
    public function test_strokes_of_an_earlier_version_learn_what_they_were_painted_with(): void
    {
        $brush = $this->brush();
        [$sheet, $order, $samples] = $this->begun();
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'brush' => $brush->id, 'samples' => $samples])->assertOk();
        $known = DB::table('strokes')->value('textures');
        $migration = self::migration('000011_stroke_textures');
        self::beforeLayers();
        $migration->down();
        self::assertSame($brush->tip->hash, DB::table('strokes')->value('tip_hash'));
        self::assertFalse(Schema::hasColumn('strokes', 'textures'));
        $migration->up();
        self::assertSame($known, DB::table('strokes')->value('textures'));
        // A tip that was made anew since is found as it was; one that is nowhere any more is looked at itself.
        foreach ([fn () => $this->postJson("/tips/{$brush->tip_id}/remake", ['list' => ['steps' => [['step' => 'clear-paper'], ['step' => 'trim', 'numbers' => ['margin' => 9]]]]])->assertOk(), fn () => DB::table('tip_makings')->delete()] as $change) {
            $migration->down();
            $change();
            $migration->up();
            self::assertSame($known, DB::table('strokes')->value('textures'));
        }
        // The brush and all that it used may be gone.
        $migration->down();
        DB::table('brushes')->delete();
        $migration->up();
        self::withLayers();
        self::assertSame($brush->tip->hash, Stroke::query()->firstOrFail()->textures?->frames[0]->hash);
    }

    /** What an earlier version kept, in tiles of 128 px and 8 bits, is there afterwards, and can be undone. */
    public function test_tiles_of_an_earlier_version_are_taken_over(): void
    {
        [$sheet, $order, $samples] = $this->begun();
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'samples' => $samples])->assertOk();
        $picture = Pictures::bitmap(128, 128, fn (int $x, int $y): int => $x << 25 | $y << 17 | 0x40FF);
        DB::table('tiles')->delete();
        $layer = $sheet->layer()->id;
        self::beforeLayers();
        DB::table('stroke_tiles')->delete();
        foreach (['tiles', 'stroke_tiles'] as $name) {
            Schema::table($name, fn (Blueprint $table) => $table->dropColumn('rest'));
        }
        $stroke = DB::table('strokes')->value('id');
        $packed = fn (Bitmap $tile): Blob => new Blob((string) gzcompress($tile->toBytes(), 1));
        $before = Pictures::bitmap(128, 128, fn (int $x, int $y): int => $y << 25 | 0x3020FF);
        $lower = $stroke;
        $stroke = DB::table('strokes')->insertGetId([...(array) DB::table('strokes')->first(['layer_id', 'brush_id', 'textures', 'brush', 'roll']), 'trace' => new Blob('-'), 'uuid' => 'aaaaaaaa-d9cb-469f-a165-70867728950e']);
        DB::table('tiles')->insert([['layer_id' => $layer, 'place' => '1 0', 'pixels' => $packed($picture)], ['layer_id' => $layer, 'place' => '0 0', 'pixels' => $packed($picture)]]);
        // The later stroke changed one tile, the one before it made that one.
        DB::table('stroke_tiles')->insert([['stroke_id' => $stroke, 'place' => '1 0', 'pixels' => $packed($before)], ['stroke_id' => $lower, 'place' => '1 0', 'pixels' => null]]);
        self::migration('000007_rest')->up();
        self::withLayers();
        $shown = function () use ($sheet): array {
            $at = [];
            foreach (self::patches($this->get("/sheets/{$sheet->id}/pixels"))['patches'] as $patch) {
                foreach ($patch['picture']->pixels as $i => $pixel) {
                    [$x, $y] = [$patch['x'] + $i % $patch['picture']->width, $patch['y'] + intdiv($i, $patch['picture']->width)];
                    $at[(128 * intdiv($x, 128)).' '.(128 * intdiv($y, 128))][128 * ($y % 128) + $x % 128] = $pixel;
                }
            }

            return array_map(function (array $pixels): array {
                ksort($pixels);

                return $pixels;
            }, $at);
        };
        $states = [
            ['0 0' => $picture->pixels, '128 0' => $picture->pixels],
            ['0 0' => $picture->pixels, '128 0' => $before->pixels],
            ['0 0' => $picture->pixels],
        ];
        self::assertEquals($states[0], $shown());
        foreach (['undo' => [1, 2], 'redo' => [1, 0]] as $way => $after) {
            foreach ($after as $state) {
                $this->postJson("/sheets/{$sheet->id}/{$way}")->assertOk();
                self::assertEquals($states[$state], $shown(), "{$way} to {$state}");
            }
        }
    }

    /** Bands, and what tapers out, may have shown more while they were live; asking what lies there never leaves the sheet. */
    public function test_every_kind_of_stroke_may_leave_a_sheet_of_odd_size_by_every_edge(): void
    {
        $kinds = [
            'band' => ['laidAs' => ['base' => 'band, repeated'], 'size' => ['base' => 110]],
            'stretched band' => ['laidAs' => ['base' => 'band, stretched once'], 'size' => ['base' => 110]],
            'tapering' => ['size' => ['base' => 110], 'taperOut' => ['base' => 50]],
            'smudge' => ['does' => ['base' => 'smudges'], 'size' => ['base' => 110]],
            'turned' => ['size' => ['base' => 110], 'angle' => ['spread' => 180], 'driftHue' => ['base' => 40]],
        ];
        $number = 0;
        foreach ($kinds as $kind => $settings) {
            $brush = $this->brush($settings);
            foreach ([[257, 129], [256, 128], [300, 77]] as [$width, $height]) {
                $sheet = Sheet::blank('Odd', $width, $height);
                foreach ([[[20, $height - 3], [$width - 5, $height + 20]], [[$width + 40, 10], [$width - 2, $height + 90]], [[-60, -20], [15, 40]], [[$width / 2, -200], [$width / 2, -180]]] as [$from, $to]) {
                    $samples = array_map(fn (int $i): array => [$i * 10, $from[0] + ($to[0] - $from[0]) * $i / 12, $from[1] + ($to[1] - $from[1]) * $i / 12, 0.8], range(0, 12));
                    $this->postJson("/sheets/{$sheet->id}/pen/strokes", ['stroke' => sprintf('%08x-d9cb-469f-a165-70867728950e', ++$number), 'brush' => $brush->id, 'roll' => 7, 'realPressure' => true, 'samples' => $samples])->assertOk();
                }
                self::assertSame(4, $sheet->layer()->strokes()->count(), $kind);
            }
        }
    }

    /** A library of the time before it had layers. */
    private static function beforeLayers(): void
    {
        foreach (['000017_bare_changes', '000016_unlaid', '000012_layers'] as $name) {
            self::migration($name)->down();
        }
    }

    private static function withLayers(): void
    {
        foreach (['000012_layers', '000016_unlaid', '000017_bare_changes'] as $name) {
            self::migration($name)->up();
        }
    }

    private static function migration(string $name): Migration
    {
        return require(glob(dirname(__DIR__, 2)."/database/migrations/*_{$name}.php") ?: [])[0];
    }

    private function begun(array $settings = []): array
    {
        $brush = $this->brush($settings);
        $sheet = Sheet::blank('Test', 500, 300);
        $samples = array_map(fn ($s): array => [round($s->t, 3), round($s->x, 3), round($s->y, 3), round($s->pressure, 4)], Movements::swell(new Rect(40, 60, 400, 160))->samples);

        return [$sheet, ['stroke' => self::UUID, 'brush' => Brush::query()->findOrFail($brush->id)->id, 'roll' => 7, 'realPressure' => true], $samples];
    }

    /**
     * @param  array<string, int>  $screen
     * @param  list<array{x: int, y: int, picture: \Yarrowfog\Core\Raster\Bitmap}>  $patches
     * @return array<string, int> pixel by “x y”
     */
    private static function shown(array $screen, array $patches): array
    {
        foreach ($patches as $patch) {
            foreach ($patch['picture']->pixels as $i => $pixel) {
                $screen[($patch['x'] + $i % $patch['picture']->width).' '.($patch['y'] + intdiv($i, $patch['picture']->width))] = $pixel;
            }
        }

        return $screen;
    }
}
