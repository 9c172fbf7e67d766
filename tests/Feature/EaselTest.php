<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Cutting\Halfway;
use App\Gathering\Gatherer;
use App\Http\Easel\Easel;
use App\Http\Easel\Messenger;
use App\Http\Easel\Parcel;
use App\Http\LiveDoor;
use App\Models\Sheet;
use App\Painting\LiveCache;
use App\Store\Memory;
use Illuminate\Foundation\Application;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use stdClass;
use Tests\Browser\Process;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Practice\Movements;

final class EaselTest extends FeatureTestCase
{
    private const UUID = '0f8fad5b-d9cb-469f-a165-70867728950e';

    public function test_a_memory_that_lasts_holds_what_was_used_last_and_another_holds_nothing(): void
    {
        $lasting = new Memory(lasts: true);
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

        $other = new Memory;
        $other->hold('drawer', 'thing', $things[0], 3);
        self::assertNull($other->recall('drawer', 'thing', stdClass::class));
    }

    /** @return array<string, array{array<string, mixed>, string}> */
    public static function parcels(): array
    {
        return [
            'nothing' => [[], ''],
            'words and bytes' => [['status' => 200, 'headers' => ['A' => ['b', 'c']], 'name' => 'Sél “marsh”'], "\0\xFF\n".random_bytes(50)],
            'a picture of 3 MB' => [['status' => 200], str_repeat("\1\2\3\0", 750000)],
        ];
    }

    /** @param  array<string, mixed>  $head */
    #[DataProvider('parcels')]
    public function test_a_parcel_arrives_as_it_was_sent(array $head, string $body): void
    {
        $file = fopen('php://temp', 'w+') ?: self::fail();
        self::assertTrue((new Parcel($head, $body))->send($file));
        rewind($file);
        $came = Parcel::receive($file);
        self::assertSame($head, $came?->head);
        self::assertSame($body, $came->body);
        self::assertNull(Parcel::receive($file));
    }

    public function test_a_parcel_that_is_cut_off_or_none_is_no_parcel(): void
    {
        $file = fopen('php://temp', 'w+') ?: self::fail();
        (new Parcel(['a' => 1], 'body'))->send($file);
        $whole = (string) stream_get_contents($file, -1, 0);
        foreach ([...array_map(fn (int $n): string => substr($whole, 0, $n), range(0, strlen($whole) - 1)), pack('NN', 0x7FFFFFFF, 0).'x', pack('NN', 4, 0xFFFFFFFF).'null', pack('NN', 4, 0).'null', pack('NN', 3, 0).'{"a'] as $bytes) {
            $cut = fopen('php://temp', 'w+') ?: self::fail();
            fwrite($cut, $bytes);
            rewind($cut);
            self::assertNull(Parcel::receive($cut), bin2hex($bytes));
        }
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

    /** @param  array<string, mixed>  $settings */
    #[DataProvider('brushes')]
    public function test_a_stroke_at_hand_gives_the_pixels_that_one_taken_up_from_the_cache_gives(array $settings): void
    {
        [$sheet, $order, $samples] = $this->begun($settings);
        $this->postJson("/sheets/{$sheet->id}/strokes", [...$order, 'stroke' => 'aaaaaaaa-d9cb-469f-a165-70867728950e', 'samples' => [[0, 40, 40, 1], [60, 460, 220, 1]]])->assertOk();
        $fromCache = $this->pieces($sheet, $order, $samples);
        $this->atAnEasel();
        self::assertSame($fromCache, $this->pieces($sheet, $order, $samples));
        self::assertSame(-1, app(LiveCache::class)->piece(self::UUID));
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
        $this->postJson("/sheets/{$sheet->id}/strokes", [...$order, 'samples' => $samples])->assertOk();
        $kept = fn (): array => DB::table('tiles')->orderBy('place')->get(['place', 'pixels', 'rest'])->all();
        $whole = $kept();
        $this->postJson("/sheets/{$sheet->id}/undo")->assertOk();
        self::assertSame([], $kept());
        $this->atAnEasel();
        foreach (['aaaaaaaa-d9cb-469f-a165-70867728950e' => $samples, 'bbbbbbbb-d9cb-469f-a165-70867728950e' => [...array_slice($samples, 0, 30), [$samples[30][0], 333, 222, 1], ...array_slice($samples, 31)]] as $uuid => $inPieces) {
            // The second time the pieces were not those of the trace that is kept.
            $this->pieces($sheet, [...$order, 'stroke' => $uuid], $inPieces);
            $this->postJson("/sheets/{$sheet->id}/strokes", [...$order, 'stroke' => $uuid, 'samples' => $samples])->assertOk();
            self::assertEquals($whole, $kept());
            $this->postJson("/sheets/{$sheet->id}/undo")->assertOk();
        }
    }

    public function test_a_stroke_at_hand_goes_on_only_with_its_own_next_piece_and_order(): void
    {
        [$sheet, $order, $samples] = $this->begun(['size' => ['base' => 30]]);
        $this->atAnEasel();
        $url = "/sheets/{$sheet->id}/pieces";
        $ask = fn (array $more): array => self::patches($this->postJson($url, [...$order, ...$more]))['words'];
        $first = $ask(['samples' => array_slice($samples, 0, 40)]);
        $second = $ask(['samples' => array_slice($samples, 40, 20), 'state' => $first['state']]);
        self::assertSame(2, $second['state']['piece']);
        foreach ([['state' => $first['state']], ['state' => $second['state'], 'size' => 60], ['state' => $second['state'], 'roll' => 8], ['state' => $second['state'], 'stroke' => 'bbbbbbbb-d9cb-469f-a165-70867728950e']] as $wrong) {
            self::assertTrue($ask(['samples' => array_slice($samples, 60, 20), ...$wrong])['again']);
        }
        self::assertSame(3, $ask(['samples' => array_slice($samples, 60, 20), 'state' => $second['state']])['state']['piece']);
    }

    public function test_a_piece_painted_on_the_swatch_is_the_same_at_hand(): void
    {
        $brush = $this->brush(['size' => ['base' => 40]]);
        $paint = function () use ($brush): array {
            $state = [];
            $seen = [];
            foreach ([[[0, 200, 100, 0.5], [20, 260, 120, 0.7]], [[40, 320, 110, 0.8], [60, 380, 100, 0.6]], [[80, 420, 140, 0.9]]] as $samples) {
                $answer = self::patches($this->postJson("/tune/{$brush->id}/pieces", ['brush' => $brush->current()->toArray(), 'roll' => 3, 'stroke' => self::UUID, 'realPressure' => true, 'samples' => $samples, ...$state]));
                $state = ['state' => $answer['words']['state']];
                $seen[] = [$answer['words']['readings'], array_map(self::seen(...), $answer['patches'])];
            }

            return $seen;
        };
        $fromCache = $paint();
        $this->atAnEasel();
        self::assertSame($fromCache, $paint());
    }

    public function test_a_replay_at_hand_is_that_of_its_own_steps_only(): void
    {
        $this->atAnEasel();
        $source = $this->source();
        $list = fn (float $white): array => ['steps' => [['step' => 'clear-paper', 'numbers' => ['whitePoint' => $white]], ['step' => 'blur', 'numbers' => ['sigma' => 3]]]];
        $pixels = fn (array $list, int $at): Bitmap => self::patches($this->postJson("/cut/{$source->id}/preview", ['list' => $list, 'at' => $at]))['patches'][0]['picture'];
        foreach ([[200, 1], [200, 0], [120, 1], [120, 1], [200, 1]] as [$white, $at]) {
            $whole = CutList::read($list($white))->replay(app(Gatherer::class)->preview($source)->bitmap());
            self::assertSame(hash('xxh128', $whole->toBytes()), hash('xxh128', $pixels($list($white), $at)->toBytes()));
        }
        self::assertNotNull(app(Halfway::class)->find($source, 'end', CutList::read($list(200)), 2));
        self::assertNull(app(Halfway::class)->find($source, 'end', CutList::read($list(201)), 2));
    }

    public function test_pieces_go_to_the_pen_previews_to_the_views_and_the_rest_to_none(): void
    {
        self::assertSame(Easel::PEN, LiveDoor::easels('/sheets/3/pieces'));
        self::assertSame(Easel::PEN, LiveDoor::easels('/sheets/3/strokes'));
        self::assertSame(Easel::PEN, LiveDoor::easels('/tune/3/pieces'));
        self::assertSame(Easel::VIEW, LiveDoor::easels('/tune/3/swatch'));
        self::assertSame(Easel::VIEW, LiveDoor::easels('/cut/3/preview'));
        self::assertSame(Easel::VIEW, LiveDoor::easels('/cut/3/checks'));
        foreach (['/tune/3/influence', '/tune/3/advice', '/inks', '/cut/3', '/cut/x/preview'] as $path) {
            self::assertNull(LiveDoor::easels($path), $path);
        }
    }

    public function test_an_easel_answers_as_a_worker_does_and_one_that_ended_is_away(): void
    {
        $folder = "{$this->folder}/easels";
        mkdir($folder, 0700);
        putenv(Easel::FOLDER."={$folder}");
        $messenger = Messenger::toEasels() ?? self::fail();
        $request = Request::create('/inks', 'POST', server: ['HTTP_SEC_FETCH_SITE' => 'same-origin'], content: (string) json_encode(['ink' => '#336699']));
        self::assertNull($messenger->ask(['first'], $request));
        [$first, $second] = array_map(fn (string $name): Process => new Process(['php', 'easel.php', $name], [], "{$this->folder}/logs/{$name}.log"), ['first', 'second']);
        try {
            $until = microtime(true) + 20;
            while (($answer = $messenger->ask(['first'], $request)) === null || $messenger->ask(['second'], $request) === null) {
                self::assertLessThan($until, microtime(true), (string) file_get_contents("{$this->folder}/logs/first.log"));
                usleep(20000);
            }
            $worker = $this->postJson('/inks', ['ink' => '#336699']);
            self::assertSame($worker->getStatusCode(), $answer->getStatusCode());
            self::assertSame($worker->getContent(), $answer->getContent());
            self::assertSame($worker->headers->get('Content-Security-Policy'), $answer->headers->get('Content-Security-Policy'));
            // Of another origin, as everywhere.
            $request->headers->set('Sec-Fetch-Site', 'cross-site');
            $request->server->set('HTTP_SEC_FETCH_SITE', 'cross-site');
            self::assertSame(403, $messenger->ask(['first'], $request)?->getStatusCode());
            $request->server->set('HTTP_SEC_FETCH_SITE', 'same-origin');
            // Where the first is at work, the second is asked.
            $first->end();
            self::assertNull($messenger->ask(['first', 'second'], $request));
            $busy = fopen("{$folder}/first.lock", 'c') ?: self::fail();
            flock($busy, LOCK_EX);
            self::assertSame($worker->getContent(), $messenger->ask(['first', 'second'], $request)?->getContent());
        } finally {
            $first->end();
            $second->end();
            putenv(Easel::FOLDER);
        }
        self::assertNull($messenger->ask(['second'], $request));
        self::assertNull(Messenger::toEasels());
    }

    /** This application goes on after its requests, as an easel does. */
    private function atAnEasel(): void
    {
        app()->instance(Memory::class, new Memory(lasts: true));
    }

    /**
     * @param  array<string, mixed>  $settings
     * @return array{Sheet, array<string, mixed>, list<list<float>>}
     */
    private function begun(array $settings): array
    {
        $samples = array_map(fn ($s): array => [round($s->t, 3), round($s->x, 3), round($s->y, 3), round($s->pressure, 4)], Movements::swell(new Rect(40, 60, 400, 160))->samples);

        return [Sheet::blank('Test', 500, 300), ['stroke' => self::UUID, 'brush' => $this->brush($settings)->id, 'roll' => 7, 'realPressure' => true], $samples];
    }

    /**
     * @param  array<string, mixed>  $order
     * @param  list<list<float>>  $samples
     * @return list<list<string>> the pixels of each piece
     */
    private function pieces(Sheet $sheet, array $order, array $samples): array
    {
        $state = [];
        $seen = [];
        // The first piece is too short for a dab, as that of a real pen is.
        foreach ([array_slice($samples, 0, 1), ...array_chunk(array_slice($samples, 1), 17)] as $piece) {
            $answer = self::patches($this->postJson("/sheets/{$sheet->id}/pieces", [...$order, 'samples' => $piece, ...$state]));
            $state = ['state' => $answer['words']['state']];
            $seen[] = array_map(self::seen(...), $answer['patches']);
        }

        return $seen;
    }

    /** @param  array{x: int, y: int, picture: Bitmap}  $patch */
    private static function seen(array $patch): string
    {
        return "{$patch['x']} {$patch['y']} ".hash('xxh128', $patch['picture']->toBytes());
    }

    /** What is not there any more is told in the same words whichever way is asked. */
    #[TestWith(['/sheets/999/pieces', 'This sheet is gone.'])]
    #[TestWith(['/tune/999/pieces', 'This brush is gone.'])]
    #[TestWith(['/tune/999/swatch', 'This brush is gone.'])]
    #[TestWith(['/tune/999/advice', 'This brush is gone.'])]
    #[TestWith(['/tune/999/influence', 'This brush is gone.'])]
    #[TestWith(['/tune/999/range', 'This brush is gone.'])]
    #[TestWith(['/tune/999/beginnings', 'This brush is gone.'])]
    #[TestWith(['/cut/999/preview', LiveDoor::GONE])]
    #[TestWith(['/cut/999/checks', LiveDoor::GONE])]
    public function test_both_ways_say_the_same_of_what_is_gone(string $path, string $words): void
    {
        $this->postJson($path)->assertStatus(404)->assertExactJson(['message' => $words]);
        $short = (new LiveDoor($this->application()))->handle(Request::create("http://localhost{$path}", 'POST', server: ['HTTP_SEC_FETCH_SITE' => 'same-origin', 'HTTP_ORIGIN' => 'http://localhost'], content: '{}'));
        self::assertSame(404, $short->getStatusCode());
        self::assertSame(['message' => $words], json_decode((string) $short->getContent(), true));
    }

    private function application(): Application
    {
        self::assertInstanceOf(Application::class, $this->app);

        return $this->app;
    }
}
