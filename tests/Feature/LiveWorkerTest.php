<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Cutting\ReplayCheckpoints;
use App\Gathering\SourceImages;
use App\Http\Gone;
use App\Models\Brush;
use App\Models\Sheet;
use App\Models\Stroke;
use App\Painting\LiveStrokes;
use App\Painting\OpenTile;
use App\Painting\OpenTiles;
use App\Painting\TilePacking;
use App\Serving\WarmUp;
use App\Store\ProcessCache;
use Illuminate\Contracts\Http\Kernel;
use Illuminate\Foundation\Http\Events\RequestHandled;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use stdClass;
use Yarrowfog\Core\Cut\CutList;

/** A worker: what it has at hand from one request to the next, and that its answers are those of a page. */
final class LiveWorkerTest extends FeatureTestCase
{
    use LivePieces;

    public function test_a_memory_that_lasts_holds_what_was_used_last_and_another_holds_nothing(): void
    {
        $lasting = new ProcessCache(lasts: true);
        $things = array_map(fn (): stdClass => new stdClass, range(0, 3));
        foreach ([0, 1, 2] as $i) {
            $lasting->hold('drawer', "thing {$i}", $things[$i], 3);
        }
        self::assertSame($things[0], $lasting->recall('drawer', 'thing 0', stdClass::class));
        $lasting->hold('drawer', 'thing 3', $things[3], 3);
        self::assertNull($lasting->recall('drawer', 'thing 1', stdClass::class));
        self::assertSame($things[0], $lasting->recall('drawer', 'thing 0', stdClass::class));
        self::assertNull($lasting->recall('drawer', 'thing 0', Sheet::class));
        self::assertNull($lasting->recall('other drawer', 'thing 0', stdClass::class));

        $other = new ProcessCache;
        $other->hold('drawer', 'thing', $things[0], 3);
        self::assertNull($other->recall('drawer', 'thing', stdClass::class));
    }

    /** @return array<string, array{array<string, mixed>}> */
    public static function brushes(): array
    {
        return [
            'one colour' => [['size' => ['base' => 40, 'drives' => [['input' => 'pressure', 'from' => 0.1, 'to' => 1]]], 'flow' => ['base' => 0.4]]],
            'drifting colours, a tooth' => [['size' => ['base' => 40, 'spread' => 0.4], 'driftHue' => ['base' => 60], 'tooth' => ['base' => 'slate']]],
            'a smudge' => [['size' => ['base' => 36], 'does' => ['base' => 'smudges']]],
            'a band' => [['size' => ['base' => 24], 'laidAs' => ['base' => 'band, repeated']]],
        ];
    }

    /**
     * A process that has nothing at hand is sent the whole trace so far each time: slower, and the same.
     *
     * @param  array<string, mixed>  $settings
     */
    #[DataProvider('brushes')]
    public function test_the_whole_trace_so_far_gives_the_pixels_that_pieces_give(array $settings): void
    {
        [$sheet, $order, $samples] = $this->begun($settings);
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'stroke' => 'aaaaaaaa-d9cb-469f-a165-70867728950e', 'samples' => [[0, 40, 40, 1], [60, 460, 220, 1]]])->assertOk();
        $url = "/sheets/{$sheet->id}/pen/pieces";
        $first = self::patches($this->postJson($url, [...$order, 'samples' => array_slice($samples, 0, 20)]));
        self::assertTrue(self::patches($this->postJson($url, [...$order, 'samples' => array_slice($samples, 20, 20), 'state' => $first['words']['state']]))['words']['again']);
        $all = self::patches($this->postJson($url, [...$order, 'samples' => $samples]))['patches'];
        $this->atAWorker();
        $pieces = $this->pieces($sheet, $order, $samples);
        $seen = [];
        foreach ($pieces as $patches) {
            foreach ($patches as $patch) {
                $seen = self::laid($seen, $patch);
            }
        }
        $compared = 0;
        foreach ($all as $patch) {
            $there = array_intersect_key(self::laid([], $patch), $seen);
            self::assertSame([], array_diff_assoc($there, $seen));
            $compared += count($there);
        }
        self::assertGreaterThan(5000, $compared);
    }

    /**
     * Ended from its pieces, or painted from its whole trace: the same is kept.
     *
     * @param  array<string, mixed>  $settings
     */
    #[DataProvider('brushes')]
    public function test_a_stroke_at_hand_is_ended_as_it_would_be_painted_whole(array $settings): void
    {
        [$sheet, $order, $samples] = $this->begun($settings);
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'samples' => $samples])->assertOk();
        $kept = fn (): array => DB::table('tiles')->orderBy('place')->get(['place', 'pixels', 'rest'])->all();
        $whole = $kept();
        $this->postJson("/sheets/{$sheet->id}/undo")->assertOk();
        self::assertSame([], $kept());
        $this->atAWorker();
        foreach (['aaaaaaaa-d9cb-469f-a165-70867728950e' => $samples, 'bbbbbbbb-d9cb-469f-a165-70867728950e' => [...array_slice($samples, 0, 30), [$samples[30][0], 333, 222, 1], ...array_slice($samples, 31)]] as $uuid => $inPieces) {
            // The second time the pieces were not those of the trace that is kept.
            $this->pieces($sheet, [...$order, 'stroke' => $uuid], $inPieces);
            $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'stroke' => $uuid, 'samples' => $samples])->assertOk();
            self::assertEquals($whole, $kept());
            $this->postJson("/sheets/{$sheet->id}/undo")->assertOk();
        }
    }

    /** What a worker paints to warm up is asked for as a browser does, and changes nothing in the library. */
    public function test_warming_up_changes_nothing(): void
    {
        $kernel = app(Kernel::class);
        foreach (WarmUp::pieces($kernel) as $piece) {
            $piece();
        }
        self::assertSame(0, DB::table('sheets')->count());
        [$sheet, $order, $samples] = $this->begun(['size' => ['base' => 30]]);
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'samples' => $samples])->assertOk();
        $library = fn (): array => array_map(fn (string $table): array => DB::table($table)->get()->all(), ['sheets', 'layers', 'brushes', 'tips', 'strokes', 'tiles', 'change_tiles']);
        $before = $library();
        $this->atAWorker();
        $asked = 0;
        Event::listen(RequestHandled::class, function (RequestHandled $handled) use (&$asked): void {
            self::assertSame(200, $handled->response->getStatusCode());
            $asked++;
        });
        foreach ([...WarmUp::pieces($kernel), ...array_slice(WarmUp::strokes(), 0, 5)] as $step) {
            $step();
        }
        self::assertSame(3, $asked);
        self::assertEquals($before, $library());
    }

    /** By what they cover, not by their number: a worker has memory for many small strokes. */
    public function test_strokes_at_hand_are_let_go_by_what_they_cover(): void
    {
        [$sheet, $order, $samples] = $this->begun(['size' => ['base' => 30]]);
        $this->atAWorker();
        app()->bind(LiveStrokes::class, fn (): LiveStrokes => new LiveStrokes(app(ProcessCache::class), 12));
        $url = "/sheets/{$sheet->id}/pen/pieces";
        $small = array_map(fn (array $s): array => [$s[0], 20 + $s[1] / 20, 20 + $s[2] / 20, $s[3]], $samples);
        $uuid = fn (int $i): string => sprintf('0f8fad5b-d9cb-469f-a165-7086772895%02d', $i);
        $begin = fn (int $i, array $places): array => self::patches($this->postJson($url, [...$order, 'stroke' => $uuid($i), 'samples' => array_slice($places, 0, 60)]))['words'];
        $isThere = fn (int $i, array $state, array $places): bool => ! isset(self::patches($this->postJson($url, [...$order, 'stroke' => $uuid($i), 'samples' => array_slice($places, 60, 1), 'state' => $state]))['words']['again']);
        $states = [];
        for ($i = 0; $i < 10; $i++) {
            $states[$i] = $begin($i, $small)['state'];
        }
        for ($i = 0; $i < 10; $i++) {
            self::assertTrue($isThere($i, $states[$i], $small), "small stroke {$i}");
        }
        // One that covers much makes room for itself, and is not let go though it alone is more than there is room for.
        $state = $begin(10, $samples)['state'];
        self::assertTrue($isThere(10, $state, $samples));
        self::assertFalse($isThere(0, ['piece' => 2], $small));
    }

    public function test_a_stroke_at_hand_goes_on_only_with_its_own_next_piece_and_order(): void
    {
        [$sheet, $order, $samples] = $this->begun(['size' => ['base' => 30]]);
        $this->atAWorker();
        $url = "/sheets/{$sheet->id}/pen/pieces";
        $ask = fn (array $more): array => self::patches($this->postJson($url, [...$order, ...$more]))['words'];
        $first = $ask(['samples' => array_slice($samples, 0, 40)]);
        $second = $ask(['samples' => array_slice($samples, 40, 20), 'state' => $first['state']]);
        self::assertSame(2, $second['state']['piece']);
        foreach ([['state' => $first['state']], ['state' => $second['state'], 'size' => 60], ['state' => $second['state'], 'roll' => 8], ['state' => $second['state'], 'stroke' => 'bbbbbbbb-d9cb-469f-a165-70867728950e']] as $wrong) {
            self::assertTrue($ask(['samples' => array_slice($samples, 60, 20), ...$wrong])['again']);
        }
        self::assertSame(3, $ask(['samples' => array_slice($samples, 60, 20), 'state' => $second['state']])['state']['piece']);
    }

    /**
     * Tiles at hand are those of the library, to the bit, and are taken only where they are.
     *
     * @param  array<string, mixed>  $settings
     */
    #[DataProvider('brushes')]
    public function test_tiles_at_hand_are_those_that_are_stored(array $settings): void
    {
        [$sheet, $order, $samples] = $this->begun($settings);
        $this->atAWorker();
        $painted = ['aaaaaaaa-d9cb-469f-a165-70867728950e' => ['inks' => ['main' => '#7a3d12'], 'with' => ['does' => ['base' => 'paints']]], 'bbbbbbbb-d9cb-469f-a165-70867728950e' => ['opacity' => 0.02], 'cccccccc-d9cb-469f-a165-70867728950e' => ['with' => ['does' => ['base' => 'erases']]]];
        foreach ($painted as $uuid => $hand) {
            $this->pieces($sheet, [...$order, ...$hand, 'stroke' => $uuid], $samples);
            $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, ...$hand, 'stroke' => $uuid, 'samples' => $samples])->assertOk();
        }
        $memory = app(ProcessCache::class);
        $layer = $sheet->layer();
        $tiles = DB::table('tiles')->where('layer_id', $layer->id)->get(['place', 'pixels', 'rest']);
        self::assertGreaterThan(10, count($tiles));
        foreach ($tiles as $row) {
            $packed = ['pixels' => $row->pixels, 'rest' => $row->rest];
            $held = $memory->recall('tiles', "{$layer->id} {$row->place}", OpenTile::class);
            self::assertEquals(OpenTile::of($packed), $held);
            self::assertSame($held, app(OpenTiles::class)->open($layer->id, $row->place, $packed));
            $other = TilePacking::pack(['pixels' => str_repeat('abcd', 4096), 'rest' => null]);
            self::assertEquals(OpenTile::of($other), app(OpenTiles::class)->open($layer->id, $row->place, $other));
        }
    }

    /** What the brush is when a stroke begins is what its pieces are painted with; its end is painted with what the brush is then. */
    public function test_a_brush_that_changes_while_a_stroke_is_painted_changes_its_end(): void
    {
        [$sheet, $order, $samples] = $this->begun(['size' => ['base' => 30]]);
        $this->atAWorker();
        $url = "/sheets/{$sheet->id}/pen/pieces";
        $first = self::patches($this->postJson($url, [...$order, 'samples' => array_slice($samples, 0, 30)]));
        $brush = Brush::query()->findOrFail($order['brush']);
        $brush->update(['kept' => $brush->kept->withBase('size', 60), 'draft' => null]);
        $second = self::patches($this->postJson($url, [...$order, 'samples' => array_slice($samples, 30, 30), 'state' => $first['words']['state']]));
        self::assertSame(2, $second['words']['state']['piece']);
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'samples' => $samples, 'seen' => 2])->assertOk();
        $kept = fn (): array => DB::table('tiles')->orderBy('place')->get(['place', 'pixels', 'rest'])->all();
        $sheetWithPieces = $kept();
        self::assertEquals(60.0, Stroke::query()->where('uuid', $order['stroke'])->firstOrFail()->brush->base('size'));
        $this->postJson("/sheets/{$sheet->id}/undo")->assertOk();
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'stroke' => 'bbbbbbbb-d9cb-469f-a165-70867728950e', 'samples' => $samples])->assertOk();
        self::assertEquals($kept(), $sheetWithPieces);
    }

    public function test_a_piece_painted_on_the_swatch_goes_on_at_hand(): void
    {
        $brush = $this->brush(['size' => ['base' => 40]]);
        $samples = [[0, 200, 100, 0.5], [20, 260, 120, 0.7], [40, 320, 110, 0.8], [60, 380, 100, 0.6], [80, 420, 140, 0.9]];
        $ask = fn (array $samples, array $state): array => self::patches($this->postJson("/tune/{$brush->id}/pen/pieces", ['brush' => $brush->current()->toArray(), 'roll' => 3, 'stroke' => self::UUID, 'realPressure' => true, 'samples' => $samples, ...$state]));
        $whole = $ask($samples, []);
        $this->atAWorker();
        $state = $seen = [];
        foreach ([array_slice($samples, 0, 2), array_slice($samples, 2, 2), array_slice($samples, 4)] as $piece) {
            $answer = $ask($piece, $state);
            $state = ['state' => $answer['words']['state']];
            foreach ($answer['patches'] as $patch) {
                $seen = self::laid($seen, $patch);
            }
        }
        self::assertNotSame([], $whole['patches']);
        foreach ($whole['patches'] as $patch) {
            self::assertSame([], array_diff_assoc(array_intersect_key(self::laid([], $patch), $seen), $seen));
        }
        self::assertGreaterThan(5000, count($seen));
    }

    public function test_a_replay_at_hand_is_that_of_its_own_steps_only(): void
    {
        $this->atAWorker();
        $source = $this->source();
        $list = fn (float $white): array => ['steps' => [['step' => 'clear-paper', 'numbers' => ['whitePoint' => $white]], ['step' => 'blur', 'numbers' => ['sigma' => 3]]]];
        $pixels = fn (array $list, int $at): array => self::showing(self::preview($this->postJson("/cut/{$source->id}/look/preview", ['list' => $list, 'at' => $at])));
        foreach ([[200, 1], [200, 0], [120, 1], [120, 1], [200, 1]] as [$white, $at]) {
            $whole = CutList::read($list($white))->replay(app(SourceImages::class)->preview($source)->bitmap());
            self::assertTrue(self::showing($whole) === $pixels($list($white), $at));
        }
        self::assertNotNull(app(ReplayCheckpoints::class)->find($source, 'end', CutList::read($list(200)), 2));
        self::assertNull(app(ReplayCheckpoints::class)->find($source, 'end', CutList::read($list(201)), 2));
    }

    /** What is not there any more is told in words that help. */
    #[TestWith(['/sheets/999/pen/pieces', 'This sheet is gone.'])]
    #[TestWith(['/tune/999/pen/pieces', 'This brush is gone.'])]
    #[TestWith(['/tune/999/look/swatch', 'This brush is gone.'])]
    #[TestWith(['/tune/999/ask/advice', 'This brush is gone.'])]
    #[TestWith(['/tune/999/ask/influence', 'This brush is gone.'])]
    #[TestWith(['/tune/999/ask/range', 'This brush is gone.'])]
    #[TestWith(['/tune/999/ask/beginnings', 'This brush is gone.'])]
    #[TestWith(['/cut/999/look/preview', Gone::SENTENCE])]
    #[TestWith(['/cut/999/look/checks', Gone::SENTENCE])]
    public function test_what_is_gone_is_said_so(string $path, string $words): void
    {
        $this->postJson($path)->assertStatus(404)->assertExactJson(['message' => $words]);
    }
}
