<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Sheet;
use App\Store\Epoch;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;

/** All paint of a sheet, kept when a page leaves it. */
final class KeptPixelsTest extends FeatureTestCase
{
    public function test_a_sheet_that_was_left_is_opened_from_what_was_kept_and_shows_the_same(): void
    {
        $sheet = $this->painted();
        $before = $this->pixels($sheet);
        $this->post("/sheets/{$sheet->id}/left")->assertNoContent();
        self::assertCount(1, $this->files());
        // What is shown now can only come from there.
        DB::table('tiles')->delete();
        self::assertTrue($before === $this->pixels($sheet));
        self::assertGreaterThan(100000, strlen($before));
    }

    public function test_whatever_changes_the_sheet_is_shown_though_something_older_is_kept(): void
    {
        $sheet = $this->painted();
        $first = $this->pixels($sheet);
        $this->post("/sheets/{$sheet->id}/left");
        $this->stroke($sheet, 200);
        $second = $this->pixels($sheet);
        self::assertFalse($first === $second);
        $this->post("/sheets/{$sheet->id}/left");
        self::assertCount(1, $this->files(), 'in place of the older one');
        self::assertTrue($second === $this->pixels($sheet));
        $this->postJson("/sheets/{$sheet->id}/undo")->assertOk();
        self::assertTrue(self::paint($first) === self::paint($this->pixels($sheet)));
    }

    /** The same sheet at the same count of changes may be another one when a copy of the library was put back. */
    public function test_nothing_of_another_library_is_shown(): void
    {
        $sheet = $this->painted();
        $this->post("/sheets/{$sheet->id}/left");
        $small = $this->get("/sheets/{$sheet->id}/thumb?ready=1")->assertOk()->getContent();
        $before = $this->pixels($sheet);
        app(Epoch::class)->begin();
        DB::table('tiles')->delete();
        $this->get("/sheets/{$sheet->id}/thumb?ready=1")->assertNoContent();
        self::assertFalse($small === $this->get("/sheets/{$sheet->id}/thumb")->getContent());
        self::assertLessThan(1000, strlen($this->pixels($sheet)));
        self::assertGreaterThan(100000, strlen($before));
    }

    public function test_a_file_that_is_damaged_or_cut_short_is_not_taken(): void
    {
        $sheet = $this->painted();
        $before = $this->pixels($sheet);
        $this->post("/sheets/{$sheet->id}/left");
        [$file] = $this->files();
        $whole = (string) Storage::disk('derived')->get($file);
        foreach ([substr($whole, 0, -4), '', 'abc', substr($whole, 0, 30), str_replace('"places":[[', '"places":[["x",', $whole), "\x7f".$whole] as $damaged) {
            Storage::disk('derived')->put($file, $damaged);
            self::assertTrue($before === $this->pixels($sheet));
        }
    }

    private function painted(): Sheet
    {
        $sheet = Sheet::blank('Left', 600, 300);
        $this->stroke($sheet, 100);

        return $sheet;
    }

    private function stroke(Sheet $sheet, int $y): void
    {
        $uuid = sprintf('%08x-4444-4444-8444-444444444444', $y);
        $this->postJson("/sheets/{$sheet->id}/pen/strokes?stroke={$uuid}", ['stroke' => $uuid, 'brush' => $this->brush(['size' => ['base' => 50]])->id, 'roll' => 3, 'samples' => [[0, 60, $y, 1], [60, 300, $y + 20, 1], [120, 500, $y, 1]]])->assertOk();
    }

    private function pixels(Sheet $sheet): string
    {
        return (string) $this->get("/sheets/{$sheet->id}/pixels")->assertOk()->getContent();
    }

    private static function paint(string $answer): string
    {
        return substr($answer, 4 + (unpack('N', $answer) ?: [1 => 0])[1]);
    }

    /** @return list<string> */
    private function files(): array
    {
        return array_values(array_filter(Storage::disk('derived')->allFiles(), fn (string $file): bool => str_contains($file, 'pixels-')));
    }
}
