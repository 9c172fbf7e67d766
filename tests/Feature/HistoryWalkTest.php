<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Brush;
use App\Models\Layer;
use App\Models\Sheet;
use App\Models\Stroke;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\TestWith;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Raster\RowCopy;

/**
 * Whatever is done on a sheet, in whatever order: each step back gives the very state before it, each step forward the one after it, and
 * a page that laid what the answers told it shows what a page shows that is opened anew.
 */
final class HistoryWalkTest extends FeatureTestCase
{
    private const SIDES = [200, 150];

    private const STEPS = 40;

    /** Tries, of which some change nothing and some are refused. */
    private const MOST = 90;

    private const BRUSHES = [
        ['size' => ['base' => 24]],
        ['size' => ['base' => 18], 'tooth' => ['base' => 'slate'], 'toothPer' => ['base' => 'stroke'], 'noise' => ['base' => 0.5]],
        ['size' => ['base' => 30], 'opacity' => ['base' => 0.6], 'rim' => ['base' => 0.8], 'taperOut' => ['base' => 30]],
        ['size' => ['base' => 20], 'does' => ['base' => 'erases'], 'opacity' => ['base' => 0.7]],
        ['size' => ['base' => 26], 'does' => ['base' => 'smudges']],
        ['size' => ['base' => 22], 'lends' => ['base' => 0.8]],
        ['size' => ['base' => 22], 'blendMode' => ['base' => 'multiply'], 'driftHue' => ['base' => 50]],
        ['size' => ['base' => 40], 'laidAs' => ['base' => 'band, stretched once']],
        ['size' => ['base' => 16, 'spread' => 0.5], 'scatterAcross' => ['base' => 1], 'castShadow' => ['base' => 0.5]],
        ['size' => ['base' => 22], 'tooth' => ['base' => 'of the sheet'], 'toothDepth' => ['base' => 1]],
    ];

    private Sheet $sheet;

    private Randomizer $chance;

    /** @var list<Brush> */
    private array $brushes;

    /** What can be taken back, as the last answer told it. */
    private int $steps = 0;

    /** @var array<int, array<int, int>> what a page shows: of each layer 0xRRGGBBAA, row by row */
    private array $shown = [];

    #[TestWith([1])]
    #[TestWith([2])]
    public function test_every_step_back_and_forward_is_exact(int $seed): void
    {
        $this->atAWorker();
        $this->chance = new Randomizer(new Mt19937($seed));
        $this->sheet = Sheet::blank('Walked', ...self::SIDES);
        $this->brushes = array_map($this->brush(...), self::BRUSHES);
        $this->hear($this->getJson("/sheets/{$this->sheet->id}/pixels"));
        $states = [$this->state()];
        $done = ['nothing'];
        for ($n = 0; $n < self::MOST && count($states) < self::STEPS; $n++) {
            $what = $this->something();
            $state = $this->state();
            // What changed nothing is no step, and what was refused neither.
            if ($this->steps === count($states)) {
                $states[] = $state;
                $done[] = $what;
            } else {
                self::assertSame($states[count($states) - 1], $state, $what);
            }
            $this->assertShows(implode(', ', array_slice($done, -3)));
        }
        $at = $last = count($states) - 1;
        self::assertGreaterThan(self::STEPS / 2, $last);
        $ways = [...array_fill(0, $last, -1), ...array_fill(0, $last, 1), ...array_map(fn (): int => $this->chance->getInt(0, 2) === 0 ? 1 : -1, range(1, 40))];
        foreach ($ways as $n => $way) {
            $to = max(0, min($last, $at + $way));
            $this->hear($this->postJson("/sheets/{$this->sheet->id}/".($way < 0 ? 'undo' : 'redo')));
            $step = "step {$n}, ".($way < 0 ? "back from {$done[$at]}" : "forward to {$done[$to]}");
            self::assertSame($states[$to], $this->state(), $step);
            $this->assertShows($step);
            $at = $to;
        }
    }

    /** @return string what was done */
    private function something(): string
    {
        $layers = $this->sheet->layers()->get()->all();
        $layer = $layers[$this->chance->getInt(0, count($layers) - 1)];
        $strokes = Stroke::query()->whereIn('layer_id', array_column($layers, 'id'))->pluck('id')->all();
        $url = "/sheets/{$this->sheet->id}";
        $of = "{$url}/layers/{$layer->id}";
        $any = fn (array $list): mixed => $list[$this->chance->getInt(0, count($list) - 1)];
        $box = ['x' => $this->chance->getInt(-20, 150), 'y' => $this->chance->getInt(-20, 100), 'width' => $this->chance->getInt(10, 120), 'height' => $this->chance->getInt(10, 90), 'layer' => $layer->id];
        [$what, $method, $path, $body] = match ($kind = $this->chance->getInt(0, 19)) {
            0, 1, 2, 3, 4, 5, 6 => ['a stroke', 'POST', "{$url}/pen/strokes", $this->order($layer)],
            7 => ['a layer added', 'POST', "{$url}/layers", []],
            8 => ['a layer changed', 'PATCH', $of, $any([['isHidden' => ! $layer->is_hidden], ['opacity' => $this->chance->getInt(1, 10) / 10], ['mode' => $any(BlendMode::names())], ['keepsAlpha' => ! $layer->keeps_alpha], ['isClipped' => ! $layer->is_clipped], ['recolour' => ['hue' => $this->chance->getInt(-90, 90)]], ['name' => "Named {$this->chance->getInt(1, 9)}"]])],
            9 => ['layers ordered', 'PUT', "{$url}/layers", ['order' => $this->chance->shuffleArray(array_column($layers, 'id'))]],
            10 => $any([['a layer copied', 'POST', "{$of}/duplicate", []], ['a layer cleared', 'POST', "{$of}/clear", []]]),
            11 => $any([['layers merged', 'POST', "{$of}/merge", []], ['all in one', 'POST', "{$url}/flatten", []], ['a layer deleted', 'DELETE', $of, []]]),
            12 => ['paper', 'PATCH', $url, $any([['paper' => sprintf('#%06x', $this->chance->getInt(0, 0xFFFFFF))], ['tooth' => $any(['none', 'slate', 'weave'])]])],
            13 => ['an area copied', 'POST', "{$url}/area/copy", $box],
            14 => ['an area cleared', 'POST', "{$url}/area/clear", $box],
            default => ['strokes changed', 'POST', "{$url}/pen/taken", ['strokes' => array_slice($this->chance->shuffleArray($strokes), 0, $this->chance->getInt(1, 3)), ...$any([
                ['move' => ['dx' => $this->chance->getInt(-30, 30), 'dy' => $this->chance->getInt(-30, 30)]],
                ['move' => ['turn' => $this->chance->getInt(-180, 180), 'scale' => $this->chance->getInt(5, 20) / 10, 'x' => 100, 'y' => 75, 'mirrored' => $kind === 15]],
                ['size' => $this->chance->getInt(5, 60)], ['opacity' => 0.5], ['roll' => $this->chance->getInt(1, 99)], ['inks' => ['main' => '#c83c28']], ['mode' => $any(BlendMode::names())],
                ['brush' => $any($this->brushes)->id], ['order' => $any(['top', 'up', 'down', 'bottom'])], ['layer' => $any($layers)->id], ['delete' => true],
            ])]],
        };
        $answer = $this->json($method, $path, $body);
        self::assertLessThan(500, $answer->getStatusCode(), "{$what} ".json_encode($body));
        if ($answer->getStatusCode() === 422) {
            return "{$what}, refused";
        }
        $this->hear($method === 'PATCH' && $path === $url ? $this->getJson("{$url}/since/0") : $answer);

        return "{$what} ".json_encode($body);
    }

    /** @return array<string, mixed> */
    private function order(Layer $layer): array
    {
        [$x, $y] = [$this->chance->getInt(-10, 210), $this->chance->getInt(-10, 160)];
        [$dx, $dy] = [$this->chance->getInt(-120, 120), $this->chance->getInt(-90, 90)];

        return [
            'stroke' => (string) Str::uuid(), 'layer' => $layer->id, 'brush' => $this->brushes[$this->chance->getInt(0, count($this->brushes) - 1)]->id, 'roll' => $this->chance->getInt(1, 99), 'realPressure' => true,
            'inks' => ['main' => sprintf('#%06x', $this->chance->getInt(0, 0xFFFFFF)), 'second' => '#c8b27a'],
            'samples' => array_map(fn (int $i): array => [$i * 10, $x + $dx * $i / 12, $y + $dy * sin($i / 8), 0.3 + 0.6 * $i / 12], range(0, $this->chance->getInt(0, 12))),
            ...$this->chance->getInt(0, 4) === 0 ? ['moved' => ['turn' => 180, 'dx' => 200, 'dy' => 150]] : [],
        ];
    }

    /**
     * Lays what an answer tells, as a page does.
     *
     * @param  TestResponse<\Symfony\Component\HttpFoundation\Response>  $answer
     */
    private function hear(TestResponse $answer): void
    {
        ['words' => $words, 'patches' => $patches] = self::patches($answer);
        $this->steps = $words['steps'];
        $ids = array_column($words['layers'] ?? [], 'id');
        $this->shown = $ids === [] ? $this->shown : array_intersect_key($this->shown, array_flip($ids));
        foreach ($patches as $k => ['x' => $x, 'y' => $y, 'picture' => $picture]) {
            $on = $this->shown[$words['patches'][$k][4]] ??= self::bare();
            $this->shown[$words['patches'][$k][4]] = RowCopy::put($on, new Rect(0, 0, ...self::SIDES), $picture->pixels, new Rect($x, $y, $picture->width, $picture->height));
        }
    }

    private function assertShows(string $after): void
    {
        $heard = $this->shown;
        $this->shown = [];
        $this->hear($this->getJson("/sheets/{$this->sheet->id}/pixels"));
        foreach ($heard + $this->shown as $layer => $_) {
            self::assertTrue(($heard[$layer] ?? self::bare()) === ($this->shown[$layer] ?? self::bare()), "layer {$layer} after {$after}");
        }
    }

    /** @return array<int, int> */
    private static function bare(): array
    {
        return array_fill(0, self::SIDES[0] * self::SIDES[1], 0);
    }

    /** All that is there: the stack, every bit of its pixels, which strokes lie where and how, the paper. */
    private function state(): string
    {
        $words = self::patches($this->getJson("/sheets/{$this->sheet->id}/pixels"))['words'];
        $tiles = [];
        foreach (array_column($words['layers'], 'id') as $layer) {
            foreach (DB::table('tiles')->where('layer_id', $layer)->orderBy('place')->get() as $tile) {
                $tiles[] = [$layer, $tile->place, hash('xxh128', (string) gzuncompress($tile->pixels)), $tile->rest === null ? '' : hash('xxh128', (string) gzuncompress($tile->rest))];
            }
        }
        $strokes = $this->sheet->layers()->get()->map(fn (Layer $layer): array => $layer->standing()->get()->map(fn (Stroke $stroke): array => [$stroke->id, $stroke->moved?->toArray(), $stroke->roll, hash('xxh128', (string) json_encode($stroke->brush))])->all())->all();

        return json_encode([$words['layers'], $words['paper'], $words['tooth'], $strokes, $tiles], JSON_PRETTY_PRINT | JSON_THROW_ON_ERROR);
    }
}
