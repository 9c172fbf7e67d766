<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Sheet;
use App\Models\Stroke;
use Illuminate\Support\Facades\DB;
use PDO;

/** A disk that takes nothing more, a library that may only be read, or that somebody else writes to: a sentence each, and nothing half done. */
final class StoreTroubleTest extends FeatureTestCase
{
    use LivePieces;
    use OnDisk;

    public function test_a_full_disk_is_said_and_a_stroke_is_taken_when_there_is_room_again(): void
    {
        [$sheet, $order, $samples] = $this->begun(['size' => ['base' => 60]]);
        $pages = DB::scalar('PRAGMA page_count');
        self::assertIsInt($pages);
        $refused = 0;
        for ($more = 0; $more < 40 && Stroke::query()->doesntExist(); $more++) {
            // Room for a page more each time, so that another write is the one that fails.
            DB::statement('PRAGMA max_page_count = '.($pages + $more));
            $answer = $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'samples' => $samples]);
            if ($answer->getStatusCode() === 200) {
                break;
            }
            $refused++;
            $answer->assertStatus(507);
            self::assertStringContainsString('is full', (string) $answer->json('message'));
            self::assertStringContainsString('Make room', (string) $answer->json('message'));
        }
        self::assertGreaterThan(0, $refused);
        // It may be stored and not laid: asked for, it is laid as soon as there is room.
        DB::statement('PRAGMA max_page_count = 1000000');
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'samples' => $samples])->assertOk();
        self::assertSame([1, 0], [Stroke::query()->count(), DB::table('unlaid_strokes')->count()]);
        $picture = (string) $this->get("/sheets/{$sheet->id}/picture")->getContent();
        $this->postJson("/sheets/{$sheet->id}/undo")->assertOk();
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'stroke' => 'aaaaaaaa-d9cb-469f-a165-70867728950e', 'samples' => $samples])->assertOk();
        self::assertSame($picture, (string) $this->get("/sheets/{$sheet->id}/picture")->getContent());
    }

    public function test_a_library_that_may_only_be_read_is_said(): void
    {
        $sheet = Sheet::blank('Sheet', 100, 100);
        DB::statement('PRAGMA query_only = ON');
        $answer = $this->postJson("/sheets/{$sheet->id}/layers", ['name' => 'Wash'])->assertStatus(507);
        self::assertStringContainsString('may only be read', (string) $answer->json('message'));
        $this->getJson("/sheets/{$sheet->id}/pixels")->assertOk();
    }

    public function test_a_library_that_somebody_else_writes_to_is_said(): void
    {
        $sheet = Sheet::blank('Sheet', 100, 100);
        DB::statement('PRAGMA busy_timeout = 1');
        $other = new PDO("sqlite:{$this->database}");
        $other->exec('BEGIN IMMEDIATE');
        $answer = $this->postJson("/sheets/{$sheet->id}/layers", ['name' => 'Wash'])->assertStatus(423);
        self::assertStringContainsString('in a moment', (string) $answer->json('message'));
        $other->exec('ROLLBACK');
        $this->postJson("/sheets/{$sheet->id}/layers", ['name' => 'Wash'])->assertOk();
    }

    public function test_a_damaged_library_is_said_with_what_to_do(): void
    {
        $sheet = Sheet::blank('Sheet', 100, 100);
        DB::statement('PRAGMA wal_checkpoint(TRUNCATE)');
        DB::purge();
        $bytes = (string) file_get_contents($this->database);
        file_put_contents($this->database, substr_replace($bytes, str_repeat('x', 3000), 100, 3000));
        $answer = $this->postJson("/sheets/{$sheet->id}/layers", ['name' => 'Wash']);
        self::assertSame(503, $answer->getStatusCode(), (string) $answer->getContent());
        self::assertStringContainsString('damaged', (string) $answer->json('message'));
        $page = $this->get('/keep');
        self::assertSame(503, $page->getStatusCode());
        self::assertStringContainsString('which copy can be put back', (string) $page->getContent());
        DB::purge();
    }
}
