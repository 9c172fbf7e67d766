<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Sheet;
use App\Painting\StrokeLaying;
use App\Painting\UnlaidStrokes;
use App\Store\ProcessCache;
use Closure;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use RuntimeException;

/** Strokes are stored first and laid later: nobody can tell when, whoever lays them, and however often they were stopped at it. */
final class UnlaidTest extends FeatureTestCase
{
    use LivePieces;

    private const OTHER = 'aaaaaaaa-d9cb-469f-a165-70867728950e';

    private const BRUSH = ['size' => ['base' => 90, 'drives' => [['input' => 'pressure', 'from' => 0.3, 'to' => 1]]], 'opacity' => ['base' => 0.6]];

    /** @return array<string, list<string>> hashes of all pixels of the library, and what each change keeps of them */
    private static function kept(): array
    {
        $hashes = fn (string $table, string $of): array => DB::table($table)->orderBy($of)->orderBy('place')->get([$of, 'place', 'pixels', 'rest'])->map(fn (object $row): string => implode(' ', [$row->{$of}, $row->place, hash('xxh64', "{$row->pixels} {$row->rest}")]))->all();

        return ['tiles' => $hashes('tiles', 'layer_id'), 'changes' => $hashes('change_tiles', 'change_id')];
    }

    private static function left(): int
    {
        return DB::table('unlaid_strokes')->count();
    }

    /** A process that has nothing at hand, where the one before it is no more. */
    private function inAnotherProcess(): void
    {
        // Its number belongs to another process by now.
        DB::table('unlaid_strokes')->update(['process' => posix_getppid().' 1 0']);
        app()->instance(ProcessCache::class, new ProcessCache);
        app()->forgetInstance(UnlaidStrokes::class);
        foreach (DB::table('unlaid_strokes')->pluck('stroke_id') as $stroke) {
            self::assertFalse(app(UnlaidStrokes::class)->isAtHand((int) $stroke), 'nobody is waited for');
        }
    }

    private function picture(Sheet $sheet): string
    {
        return hash('xxh64', (string) $this->get("/sheets/{$sheet->id}/picture")->assertOk()->getContent());
    }

    /**
     * A stroke sent in pieces by a page that has shown them.
     *
     * @param  array<string, mixed>  $order
     * @param  list<list<float>>  $samples
     * @return array{words: array<string, mixed>, patches: list<array{x: int, y: int, picture: \Yarrowfog\Core\Raster\Bitmap}>}
     */
    private function live(Sheet $sheet, array $order, array $samples): array
    {
        $seen = [];
        if (app(ProcessCache::class)->lasts) {
            $this->pieces($sheet, $order, array_slice($samples, 0, -3));
            $seen = ['seen' => $this->state['state']['piece']];
        }

        return self::patches($this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'samples' => $samples, ...$seen])->assertOk());
    }

    public function test_a_stroke_is_answered_before_it_is_laid_and_laid_in_parts(): void
    {
        [$sheet, $order, $samples] = $this->begun(self::BRUSH);
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'samples' => $samples])->assertOk();
        $whole = self::kept();
        self::assertSame(0, self::left());
        $picture = $this->picture($sheet);
        $this->postJson("/sheets/{$sheet->id}/undo")->assertOk();

        $this->atAWorker();
        $seen = [];
        foreach ($this->pieces($sheet, [...$order, 'stroke' => self::OTHER], array_slice($samples, 0, -3)) as $patches) {
            $seen = array_reduce($patches, self::laid(...), $seen);
        }
        $answer = self::patches($this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'stroke' => self::OTHER, 'samples' => $samples, 'seen' => $this->state['state']['piece']])->assertOk());
        self::assertSame(['Painted with Blot', 1], [$answer['words']['undo'], self::left()]);
        self::assertSame([], self::kept()['tiles'], 'nothing is laid yet');
        $steps = 0;
        while (app(StrokeLaying::class)->some()) {
            $steps++;
        }
        self::assertGreaterThan(1, $steps);
        self::assertSame(0, self::left());
        self::assertEquals($whole['tiles'], self::kept()['tiles']);
        self::assertSame(DB::table('change_tiles')->sum(DB::raw('coalesce(length(pixels), 0) + coalesce(length(rest), 0)')), DB::table('changes')->value('bytes'));
        self::assertSame($picture, $this->picture($sheet));
        // With what the end added, the page shows all that was laid.
        $seen = array_reduce($answer['patches'], self::laid(...), $seen);
        $all = array_reduce(self::patches($this->getJson("/sheets/{$sheet->id}/pixels"))['patches'], self::laid(...), []);
        self::assertSame([], array_diff_assoc(array_filter($seen), $all));
        self::assertSame([], array_filter(array_diff_assoc($all, $seen)));
        $this->postJson("/sheets/{$sheet->id}/undo")->assertOk();
        self::assertSame([], self::kept()['tiles']);
    }

    public function test_a_page_that_lacks_a_piece_is_sent_all_of_the_stroke(): void
    {
        [$sheet, $order, $samples] = $this->begun(self::BRUSH);
        $this->atAWorker();
        $pieces = $this->pieces($sheet, $order, array_slice($samples, 0, -3));
        $answer = self::patches($this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'samples' => $samples, 'seen' => $this->state['state']['piece'] - 1])->assertOk());
        $shown = array_reduce($answer['patches'], self::laid(...), []);
        self::assertSame([], array_diff_key(array_filter(array_reduce(array_merge(...$pieces), self::laid(...), [])), $shown));
        self::assertSame(0, self::left());
    }

    /** @return array<string, array{Closure(self, Sheet): void}> whatever asks for the pixels of the sheet */
    public static function asking(): array
    {
        return [
            'another page' => [fn (self $t, Sheet $sheet) => $t->getJson("/sheets/{$sheet->id}/pixels")->assertOk()],
            'a page that fell behind' => [fn (self $t, Sheet $sheet) => $t->getJson("/sheets/{$sheet->id}/since/0")->assertOk()],
            'a picture of it' => [fn (self $t, Sheet $sheet) => $t->get("/sheets/{$sheet->id}/picture")->assertOk()],
            'one that copies it' => [fn (self $t, Sheet $sheet) => $t->postJson("/sheets/{$sheet->id}/duplicate")->assertCreated()],
            'one that copies the layer' => [fn (self $t, Sheet $sheet) => $t->postJson("/sheets/{$sheet->id}/layers/{$sheet->layer()->id}/duplicate")->assertOk()],
            'one that cleans up' => [fn (self $t, Sheet $sheet) => app(UnlaidStrokes::class)->settleOldest(-1)],
        ];
    }

    /** @param  Closure(self, Sheet): void  $ask */
    #[DataProvider('asking')]
    public function test_another_process_goes_on_with_what_was_laid_in_part(Closure $ask): void
    {
        [$sheet, $order, $samples] = $this->begun(self::BRUSH);
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'samples' => $samples])->assertOk();
        $whole = self::kept();
        $this->postJson("/sheets/{$sheet->id}/undo")->assertOk();
        $this->atAWorker();
        $this->live($sheet, [...$order, 'stroke' => self::OTHER], $samples);
        app(StrokeLaying::class)->some();
        $part = count(self::kept()['tiles']);
        self::assertGreaterThan(0, $part);
        self::assertLessThan(count($whole['tiles']), $part);

        $worker = app(ProcessCache::class);
        $this->inAnotherProcess();
        $ask($this, $sheet);
        self::assertSame(0, self::left());
        $tiles = array_values(array_filter(self::kept()['tiles'], fn (string $tile): bool => str_starts_with($tile, "{$sheet->layer()->id} ")));
        self::assertEquals($whole['tiles'], $tiles);
        // The first process, which still has it at hand, finds that it is done.
        $kept = self::kept();
        app()->instance(ProcessCache::class, $worker);
        self::assertTrue(app(StrokeLaying::class)->some());
        self::assertFalse(app(StrokeLaying::class)->some());
        self::assertEquals($kept, self::kept());
    }

    public function test_the_next_stroke_sees_the_one_before_it_and_undo_takes_back_the_last(): void
    {
        [$sheet, $order, $samples] = $this->begun(self::BRUSH);
        $smudge = ['stroke' => self::OTHER, 'brush' => $this->brush(['size' => ['base' => 60], 'does' => ['base' => 'smudges']])->id, 'roll' => 3, 'realPressure' => true];
        $across = array_map(fn (array $s): array => [$s[0], 500 - $s[1], $s[2] + 10, $s[3]], $samples);
        $paint = function () use ($sheet, &$order, $samples, &$smudge, $across): array {
            $this->live($sheet, $order, $samples);
            $between = self::left();
            $this->live($sheet, $smudge, $across);

            return [$between, $this->picture($sheet)];
        };
        [$left, $once] = $paint();
        self::assertSame(0, $left, 'a page of its own lays at once');
        $this->postJson("/sheets/{$sheet->id}/undo")->assertOk();
        $under = $this->picture($sheet);
        $this->postJson("/sheets/{$sheet->id}/undo")->assertOk();
        $order['stroke'] = 'cccccccc-d9cb-469f-a165-70867728950e';
        $smudge['stroke'] = 'dddddddd-d9cb-469f-a165-70867728950e';
        $this->atAWorker();
        [$left, $picture] = $paint();
        self::assertSame(1, $left);
        self::assertSame($once, $picture);
        self::assertSame('Smudged with Blot', self::patches($this->postJson("/sheets/{$sheet->id}/redo"))['words']['undo']);
        $this->postJson("/sheets/{$sheet->id}/undo")->assertOk();
        self::assertSame($under, $this->picture($sheet));
    }

    /** @return array<string, array{array<string, mixed>}> */
    public static function followers(): array
    {
        return [
            'a twin, which is sent whole' => [['size' => ['base' => 50], 'opacity' => ['base' => 0.7]]],
            'one that tapers out' => [['size' => ['base' => 50], 'taperOut' => ['base' => 90]]],
            'one that multiplies' => [['size' => ['base' => 50], 'blendMode' => ['base' => 'multiply']]],
            'a smudge' => [['size' => ['base' => 50], 'does' => ['base' => 'smudges']]],
        ];
    }

    /**
     * A stroke that is laid at once comes after those that wait, though none of its pieces was ever looked at.
     *
     * @param  array<string, mixed>  $settings
     */
    #[DataProvider('followers')]
    public function test_a_stroke_that_is_laid_at_once_comes_after_those_that_wait(array $settings): void
    {
        [$sheet, $order, $samples] = $this->begun(self::BRUSH);
        $top = self::patches($this->postJson("/sheets/{$sheet->id}/layers", ['name' => 'Top']))['words']['made'];
        $follower = ['brush' => $this->brush($settings)->id, 'roll' => 3, 'realPressure' => true];
        $across = array_map(fn (array $s): array => [$s[0], 500 - $s[1], $s[2] + 10, $s[3]], $samples);
        $pictures = [];
        foreach ([false, true] as $isWorker) {
            $isWorker ? $this->atAWorker() : $this->inAnotherProcess();
            $digit = $isWorker ? 'a' : 'b';
            $this->live($sheet, [...$order, 'stroke' => str_repeat($digit, 8).'-d9cb-469f-a165-70867728950e'], $samples);
            self::assertSame($isWorker ? 1 : 0, self::left());
            foreach ([null, $top] as $i => $layer) {
                $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$follower, ...$layer === null ? [] : ['layer' => $layer], 'stroke' => str_repeat($digit, 8)."-d9cb-469f-a165-70867728950{$i}", 'samples' => $across])->assertOk();
            }
            $pictures[] = $this->picture($sheet);
            self::assertSame(0, self::left());
            for ($i = 0; $i < 3; $i++) {
                $this->postJson("/sheets/{$sheet->id}/undo")->assertOk();
            }
            self::assertSame([], self::kept()['tiles']);
        }
        self::assertSame($pictures[0], $pictures[1]);
    }

    public function test_what_was_laid_within_something_that_failed_is_laid_again(): void
    {
        [$sheet, $order, $samples] = $this->begun(self::BRUSH);
        $this->atAWorker();
        $this->live($sheet, $order, $samples);
        try {
            DB::connection()->transaction(function () use ($sheet): void {
                app(UnlaidStrokes::class)->settleSheet($sheet);
                self::assertSame(0, self::left());
                throw new RuntimeException('The disk is full.');
            });
            self::fail('It should have failed.');
        } catch (RuntimeException $e) {
            self::assertSame('The disk is full.', $e->getMessage());
        }
        self::assertSame([1, []], [self::left(), self::kept()['tiles']]);
        self::assertFalse(app(StrokeLaying::class)->some(StrokeLaying::FEW));
        self::assertTrue(app(StrokeLaying::class)->some(), 'what this process let go of is its own to lay');
        self::assertFalse(app(StrokeLaying::class)->some());
        $picture = $this->picture($sheet);
        self::assertSame(0, self::left());
        $this->postJson("/sheets/{$sheet->id}/undo")->assertOk();
        $this->inAnotherProcess();
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'stroke' => self::OTHER, 'samples' => $samples])->assertOk();
        self::assertSame($picture, $this->picture($sheet));
    }

    /** @return array<string, int> what is shown, by place */
    private function pixels(Sheet $sheet): array
    {
        return array_filter(array_reduce(self::patches($this->getJson("/sheets/{$sheet->id}/pixels"))['patches'], self::laid(...), []));
    }

    /** @return array<string, array{int, array<string, mixed>, Closure(): void, bool}> strokes that wait, how they are painted, what happens to them meanwhile, and whether the pen lays them */
    public static function beneath(): array
    {
        $nothing = fn (): null => null;

        return [
            'one' => [1, [], $nothing, false],
            'three' => [3, [], $nothing, false],
            'one that was laid in part' => [2, [], fn () => app(StrokeLaying::class)->some(), false],
            'one that erases' => [2, ['does' => ['base' => 'erases']], $nothing, false],
            'more than are put over one another' => [5, [], $nothing, false],
            'one that multiplies, and so does not wait' => [1, ['blendMode' => ['base' => 'multiply']], $nothing, false],
            'one that was laid by another process' => [1, [], function (): void {
                $worker = app(ProcessCache::class);
                app()->instance(ProcessCache::class, new ProcessCache);
                app(UnlaidStrokes::class)->settleOldest(-1);
                app()->instance(ProcessCache::class, $worker);
            }, false],
            'one that this process has lost' => [1, [], fn () => app()->instance(ProcessCache::class, new ProcessCache(lasts: true)), true],
        ];
    }

    /**
     * @param  array<string, mixed>  $settings
     * @param  Closure(): void  $meanwhile
     */
    #[DataProvider('beneath')]
    public function test_a_pen_sees_what_waits_and_does_not_lay_it(int $count, array $settings, Closure $meanwhile, bool $lays): void
    {
        [$sheet, $order, $samples] = $this->begun([...self::BRUSH, ...$settings]);
        $pen = ['brush' => $this->brush(['size' => ['base' => 40], 'opacity' => ['base' => 0.4]])->id, 'roll' => 3, 'realPressure' => true];
        $across = array_map(fn (array $s): array => [$s[0], 300 - $s[1], $s[2] + 10, $s[3]], $samples);
        [$before, $after] = [[], []];
        foreach ([false, true] as $isWorker) {
            $digit = $isWorker ? 'a' : 'b';
            if ($isWorker) {
                $this->atAWorker();
            }
            $this->live($sheet, ['stroke' => "{$digit}fffffff-d9cb-469f-a165-708677289500", 'brush' => $this->brush(self::BRUSH)->id, 'roll' => 1, 'realPressure' => true], $across);
            app(UnlaidStrokes::class)->settleSheet($sheet);
            for ($i = 0; $i < $count; $i++) {
                $this->live($sheet, [...$order, 'stroke' => "{$digit}aaaaaaa-d9cb-469f-a165-70867728951{$i}"], array_map(fn (array $s): array => [$s[0], $s[1] + 5 * $i, $s[2], $s[3]], $samples));
            }
            $stroke = [...$pen, 'stroke' => "{$digit}eeeeeee-d9cb-469f-a165-708677289505", 'samples' => $across];
            if (! $isWorker) {
                $before = $this->pixels($sheet);
                $this->postJson("/sheets/{$sheet->id}/pen/strokes", $stroke)->assertOk();
                $after = $this->pixels($sheet);
                for ($i = 0; $i < $count + 2; $i++) {
                    $this->postJson("/sheets/{$sheet->id}/undo")->assertOk();
                }
                self::assertSame([], self::kept()['tiles']);
            } else {
                $meanwhile();
                $kept = self::kept();
                $pieces = array_merge(...$this->pieces($sheet, $stroke, array_slice($across, 0, -3)));
                $end = self::patches($this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$stroke, 'seen' => $this->state['state']['piece']])->assertOk())['patches'];
                self::assertSame($lays, $kept !== self::kept());
                $live = array_filter(array_reduce([...$pieces, ...$end], self::laid(...), $before));
                self::assertSame([0, 0], [count(array_diff_assoc($live, $after)), count(array_diff_assoc($after, $live))]);
                self::assertGreaterThan(5000, count(array_diff_assoc($after, $before)));
            }
        }
    }

    public function test_many_strokes_wait_for_one_another_and_are_laid_in_their_order(): void
    {
        [, $order, $samples] = $this->begun(['size' => ['base' => 20]]);
        $sheet = Sheet::blank('Wide', 20 * 128, 300);
        $this->atAWorker();
        $most = 0;
        for ($i = 0; $i < 36; $i++) {
            $inks = ['main' => sprintf('#%02x40%02x', 7 * $i, 250 - 7 * $i), 'second' => '#000000'];
            $this->live($sheet, [...$order, 'inks' => $inks, 'stroke' => sprintf('0f8fad5b-d9cb-469f-a165-7086772895%02d', $i)], array_map(fn (array $s): array => [$s[0], 128 * ($i % 20) + 20 + $s[1] / 5, $s[2], $s[3]], $samples));
            $most = max($most, self::left());
        }
        self::assertSame(32, $most, 'so many and no more');
        // Between two answers a little is laid until few wait.
        while (app(StrokeLaying::class)->some(StrokeLaying::FEW));
        self::assertSame(4, self::left());
        $picture = $this->picture($sheet);
        for ($i = 0; $i < 36; $i++) {
            $this->postJson("/sheets/{$sheet->id}/undo")->assertOk();
        }
        self::assertSame([], self::kept()['tiles']);
        for ($i = 0; $i < 36; $i++) {
            $this->postJson("/sheets/{$sheet->id}/redo")->assertOk();
        }
        self::assertSame($picture, $this->picture($sheet));
    }

    public function test_a_stroke_that_nobody_can_paint_is_taken_away_and_told(): void
    {
        [$sheet, $order, $samples] = $this->begun(self::BRUSH);
        $this->atAWorker();
        $this->live($sheet, $order, $samples);
        DB::table('strokes')->update(['textures' => json_encode(['frames' => [str_repeat('0', 64)], 'kinds' => ['ink-mask']])]);
        $this->inAnotherProcess();
        $this->getJson("/sheets/{$sheet->id}/pixels")->assertOk();
        self::assertSame([0, 0, 0], [self::left(), DB::table('strokes')->count(), DB::table('changes')->count()]);
    }

    public function test_a_stroke_of_a_deleted_sheet_is_forgotten(): void
    {
        [$sheet, $order, $samples] = $this->begun(self::BRUSH);
        $this->atAWorker();
        $this->live($sheet, $order, $samples);
        $sheet->forceDelete();
        self::assertTrue(app(StrokeLaying::class)->some());
        self::assertFalse(app(StrokeLaying::class)->some());
        self::assertSame([0, 0], [self::left(), DB::table('change_tiles')->count()]);
    }
}
