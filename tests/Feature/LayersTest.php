<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Brush;
use App\Models\Change;
use App\Models\Layer;
use App\Models\Sheet;
use App\Models\Source;
use App\Models\Stroke;
use App\Painting\HistoryBudget;
use App\Painting\LayerActions;
use App\Pictures\PictureFile;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Tests\Core\Pictures;
use Yarrowfog\Core\Raster\Bitmap;

/** Layers, strokes that are taken up again, and the one history of a sheet. */
final class LayersTest extends FeatureTestCase
{
    private Sheet $sheet;

    private Brush $pen;

    protected function setUp(): void
    {
        parent::setUp();
        $this->sheet = Sheet::blank('Test', 400, 300);
        $this->pen = $this->brush(['size' => ['base' => 40]]);
    }

    public function test_layers_are_added_changed_ordered_copied_and_deleted_and_all_of_it_is_undone(): void
    {
        $lowest = $this->sheet->layer()->id;
        $this->paint([[0, 60, 60, 1], [40, 200, 90, 1]]);
        $ink = $this->postJson("/sheets/{$this->sheet->id}/layers", ['name' => 'Ink']);
        $ink = self::patches($ink)['words'];
        self::assertSame(['Paint', 'Ink'], array_column($ink['layers'], 'name'));
        $id = $ink['made'];
        $states = [$this->stack()];
        $steps = [
            'Layer “Ink” hidden' => ['isHidden' => true],
            'Layer “Ink” shown' => ['isHidden' => false],
            'Layer “Ink” at 40 %' => ['opacity' => 0.4],
            'Layer “Ink”: soft-light' => ['mode' => 'soft-light'],
            'Layer “Ink” locked' => ['isLocked' => true],
            'Layer “Ink” unlocked' => ['isLocked' => false],
            'Layer “Ink”: only where there is paint' => ['keepsAlpha' => true],
            'Layer “Ink”: only over the layer below' => ['isClipped' => true],
            'Layer “Ink” recoloured' => ['recolour' => ['hue' => 40, 'chroma' => 1.2]],
            'Layer “Ink” renamed' => ['name' => 'Line'],
        ];
        foreach ($steps as $words => $change) {
            $answer = self::patches($this->patchJson("/sheets/{$this->sheet->id}/layers/{$id}", $change))['words'];
            self::assertSame($words, $answer['undo']);
            self::assertEquals($change, array_intersect_key($answer['layers'][1], $change) === $change ? $change : ['recolour' => ['hue' => 40, 'chroma' => 1.2]]);
            $states[] = $this->stack();
        }
        // What changes nothing is no step.
        self::assertSame('Layer “Ink” renamed', self::patches($this->patchJson("/sheets/{$this->sheet->id}/layers/{$id}", ['name' => 'Line']))['words']['undo']);
        $this->putJson("/sheets/{$this->sheet->id}/layers", ['order' => [$id, $lowest]])->assertOk();
        $states[] = $this->stack();
        self::assertSame(['Line', 'Paint'], array_column($this->stack(), 'name'));
        $copy = self::patches($this->postJson("/sheets/{$this->sheet->id}/layers/{$lowest}/duplicate"))['words'];
        self::assertSame(['Line', 'Paint', 'Paint copy'], array_column($copy['layers'], 'name'));
        self::assertSame($this->pixels($lowest), $this->pixels($copy['made']));
        self::assertSame(1, Layer::query()->findOrFail($copy['made'])->standing()->count());
        $states[] = $this->stack();
        $this->deleteJson("/sheets/{$this->sheet->id}/layers/{$id}")->assertOk();
        $states[] = $this->stack();
        self::assertSame(['Paint', 'Paint copy'], array_column($this->stack(), 'name'));
        foreach (['undo' => array_reverse(array_slice($states, 0, -1)), 'redo' => array_slice($states, 1)] as $way => $expected) {
            foreach ($expected as $state) {
                $answer = self::patches($this->postJson("/sheets/{$this->sheet->id}/{$way}"))['words'];
                self::assertEquals($state, $this->stack());
                self::assertEquals($state, $answer['layers']);
            }
        }
    }

    public function test_a_layer_that_is_cleared_or_deleted_comes_back_to_the_bit(): void
    {
        $this->paint([[0, 60, 60, 1], [40, 200, 90, 0.4]]);
        $id = $this->sheet->layer()->id;
        $before = $this->pixels($id);
        $answer = self::patches($this->postJson("/sheets/{$this->sheet->id}/layers/{$id}/clear"));
        self::assertNotSame([], $answer['patches']);
        self::assertSame(0, array_sum(array_map(fn (array $patch): int => count(array_filter($patch['picture']->pixels)), $answer['patches'])));
        self::assertSame(0, DB::table('tiles')->count());
        self::assertSame(0, $this->sheet->layer()->standing()->count());
        $this->postJson("/sheets/{$this->sheet->id}/undo")->assertOk();
        self::assertSame($before, $this->pixels($id));
        self::assertSame(1, $this->sheet->layer()->standing()->count());
        $this->postJson("/sheets/{$this->sheet->id}/redo")->assertOk();
        self::assertSame(0, DB::table('tiles')->count());
        $this->postJson("/sheets/{$this->sheet->id}/undo")->assertOk();
        self::assertSame($before, $this->pixels($id));
        $this->deleteJson("/sheets/{$this->sheet->id}/layers/{$id}")->assertUnprocessable()->assertJsonPath('errors.layer.0', 'A sheet has one layer at least. Clear this one instead.');
    }

    public function test_where_nothing_may_be_painted_a_sentence_says_why(): void
    {
        $id = $this->sheet->layer()->id;
        $this->patchJson("/sheets/{$this->sheet->id}/layers/{$id}", ['isLocked' => true])->assertOk();
        $send = fn (array $more = []) => $this->postJson("/sheets/{$this->sheet->id}/pen/strokes", [...$this->order(), 'samples' => [[0, 50, 50, 1]], ...$more]);
        $send()->assertUnprocessable()->assertJsonPath('message', 'The layer “Paint” is locked. Unlock it, or paint on another one.');
        $this->postJson("/sheets/{$this->sheet->id}/pen/pieces", [...$this->order(), 'samples' => [[0, 50, 50, 1]]])->assertUnprocessable();
        $this->postJson("/sheets/{$this->sheet->id}/layers/{$id}/clear")->assertUnprocessable();
        $this->patchJson("/sheets/{$this->sheet->id}/layers/{$id}", ['isLocked' => false, 'isHidden' => true])->assertOk();
        $send()->assertUnprocessable()->assertJsonPath('message', 'The layer “Paint” is hidden. Show it, or paint on another one.');
        $send(['layer' => $id + 99])->assertUnprocessable()->assertJsonPath('message', 'This layer is gone. Choose another one.');
        // A layer of another sheet is none of this one.
        $send(['layer' => Sheet::blank('Other', 50, 50)->layer()->id])->assertUnprocessable();
        self::assertSame(0, Stroke::query()->count());
        foreach ([['opacity' => 1.5], ['mode' => 'dissolve'], ['name' => ' '], ['name' => str_repeat('x', 121)], ['recolour' => ['hue' => 999]], ['colour' => 'red'], ['isHidden' => 1]] as $wrong) {
            $this->patchJson("/sheets/{$this->sheet->id}/layers/{$id}", $wrong)->assertUnprocessable();
        }
        $this->putJson("/sheets/{$this->sheet->id}/layers", ['order' => [$id, $id + 1]])->assertUnprocessable();
    }

    /** Two layers, one of them blended, clipped or recoloured: the saved picture is that of the stack. */
    public function test_a_sheet_is_saved_as_its_layers_are_shown(): void
    {
        $this->paint([[0, 100, 100, 1]], ['size' => 120, 'inks' => ['main' => '#3c78b4', 'second' => '#ffffff']]);
        $id = self::patches($this->postJson("/sheets/{$this->sheet->id}/layers", ['name' => 'Wash']))['words']['made'];
        $this->paint([[0, 140, 100, 1]], ['layer' => $id, 'size' => 120, 'inks' => ['main' => '#c86432', 'second' => '#ffffff']]);
        self::assertSame([0x3C78B4FF, 0xC86432FF, 0xC86432FF], $this->at([70, 100], [120, 100], [180, 100]));
        $set = fn (array $change) => $this->patchJson("/sheets/{$this->sheet->id}/layers/{$id}", $change)->assertOk();
        $set(['mode' => 'multiply']);
        // 0x3C · 0xC8 / 255 = 47, 0x78 · 0x64 / 255 = 47, 0xB4 · 0x32 / 255 = 35.
        self::assertSame([0x3C78B4FF, 0x2F2F23FF, 0xC86432FF], $this->at([70, 100], [120, 100], [180, 100]));
        $set(['mode' => 'normal', 'opacity' => 0.5]);
        self::assertSame([0x3C78B4FF, 0x826E73FF, 0xC8643280], $this->at([70, 100], [120, 100], [180, 100]));
        $set(['opacity' => 1, 'isClipped' => true]);
        self::assertSame([0x3C78B4FF, 0xC86432FF, 0], $this->at([70, 100], [120, 100], [180, 100]));
        $set(['isHidden' => true]);
        self::assertSame([0x3C78B4FF, 0x3C78B4FF, 0], $this->at([70, 100], [120, 100], [180, 100]));
        $alone = PictureFile::read((string) $this->get("/sheets/{$this->sheet->id}/picture?layer={$id}")->assertOk()->getContent())->bitmap();
        self::assertSame([0, 0xC86432FF], [$alone->at(70, 100), $alone->at(180, 100)]);
    }

    public function test_a_layer_that_keeps_its_alpha_is_painted_on_only_where_there_is_paint_also_while_the_pen_is_down(): void
    {
        $id = $this->sheet->layer()->id;
        $this->paint([[0, 100, 100, 1]], ['size' => 100, 'inks' => ['main' => '#3c78b4', 'second' => '#ffffff']]);
        $this->patchJson("/sheets/{$this->sheet->id}/layers/{$id}", ['keepsAlpha' => true])->assertOk();
        $order = [...$this->order(), 'size' => 100, 'inks' => ['main' => '#c86432', 'second' => '#ffffff'], 'samples' => [[0, 150, 100, 1], [20, 160, 100, 1], [40, 170, 100, 1]]];
        $live = self::patches($this->postJson("/sheets/{$this->sheet->id}/pen/pieces", $order));
        self::assertSame([0xC86432FF, 0], self::pixelsOf($live['patches'], [130, 100], [190, 100]));
        $this->postJson("/sheets/{$this->sheet->id}/pen/strokes", $order)->assertOk();
        self::assertSame([0x3C78B4FF, 0xC86432FF, 0], $this->at([70, 100], [130, 100], [190, 100]));
        // Erasing takes nothing away there.
        $eraser = $this->brush(['does' => ['base' => 'erases'], 'size' => ['base' => 60]]);
        $this->paint([[0, 100, 100, 1]], ['brush' => $eraser->id]);
        self::assertSame([0x3C78B4FF, 0xC86432FF, 0], $this->at([70, 100], [130, 100], [190, 100]));
    }

    public function test_a_stroke_sees_what_is_shown_beneath_its_layer(): void
    {
        $this->paint([[0, 100, 100, 1]], ['size' => 160, 'inks' => ['main' => '#80c040', 'second' => '#ffffff']]);
        $id = self::patches($this->postJson("/sheets/{$this->sheet->id}/layers", []))['words']['made'];
        $order = [...$this->order(), 'layer' => $id, 'size' => 60, 'blendMode' => 'multiply', 'inks' => ['main' => '#c08020', 'second' => '#ffffff'], 'samples' => [[0, 100, 100, 1], [20, 104, 100, 1], [40, 108, 100, 1]]];
        // 0x80 · 0xC0 / 255 = 96, 0xC0 · 0x80 / 255 = 96, 0x40 · 0x20 / 255 = 8.
        self::assertSame([0x606008FF], self::pixelsOf(self::patches($this->postJson("/sheets/{$this->sheet->id}/pen/pieces", $order))['patches'], [100, 100]));
        $this->postJson("/sheets/{$this->sheet->id}/pen/strokes", $order)->assertOk();
        self::assertSame([0x606008FF], $this->at([100, 100]));
        // A smudge on a layer of its own carries what is shown, and leaves the layer below as it is.
        $below = $this->pixels($this->sheet->layer()->id);
        $smudge = $this->brush(['does' => ['base' => 'smudges'], 'size' => ['base' => 40], 'smudgeStrength' => ['base' => 1]]);
        $own = self::patches($this->postJson("/sheets/{$this->sheet->id}/layers", []))['words']['made'];
        $this->paint(array_map(fn (int $i): array => [$i * 10, 150 + 3 * $i, 60, 1], range(0, 20)), ['brush' => $smudge->id, 'layer' => $own]);
        self::assertSame($below, $this->pixels($this->sheet->layer()->id));
        [$carried] = $this->at([192, 60]);
        self::assertGreaterThan(40, $carried & 255);
        self::assertEqualsWithDelta(0xC0, $carried >> 16 & 255, 3);
        // And one that lends takes the colour of the layer below.
        $lends = $this->brush(['lends' => ['base' => 1], 'size' => ['base' => 30]]);
        $this->paint([[0, 60, 130, 1]], ['brush' => $lends->id, 'layer' => $own]);
        self::assertSame([0x80C040FF], $this->at([60, 130]));
    }

    public function test_the_topmost_stroke_at_a_place_is_taken_up(): void
    {
        $first = $this->paint([[0, 60, 100, 1], [40, 300, 100, 1]]);
        $second = $this->paint([[0, 180, 40, 1], [40, 180, 200, 1]]);
        self::assertSame([$second], $this->taken(180, 100));
        self::assertSame([$first], $this->taken(80, 100));
        self::assertSame([], $this->taken(30, 250));
        self::assertSame([], $this->taken(-50, 900));
        $found = $this->postJson("/sheets/{$this->sheet->id}/taken", ['x' => 80, 'y' => 100])->json('strokes.0');
        self::assertSame(['Blot', 40, '#24434c'], [$found['brush'], (int) $found['size'], strtolower($found['inks']['main'])]);
        self::assertNotNull($found['at']);
        self::assertSame([$first, $second], array_column($this->postJson("/sheets/{$this->sheet->id}/taken", ['frame' => ['x' => 0, 'y' => 0, 'width' => 400, 'height' => 300]])->json('strokes'), 'id'));
        self::assertSame([$second], array_column($this->postJson("/sheets/{$this->sheet->id}/taken", ['frame' => ['x' => 140, 'y' => 0, 'width' => 90, 'height' => 300]])->json('strokes'), 'id'));
        $this->patchJson("/sheets/{$this->sheet->id}/layers/{$this->sheet->layer()->id}", ['isHidden' => true])->assertOk();
        self::assertSame([], $this->taken(180, 100));
    }

    public function test_a_stroke_moved_by_whole_px_is_the_same_pixels_and_put_back_all_is_as_it_was(): void
    {
        $under = $this->paint([[0, 60, 100, 1], [40, 300, 100, 0.3]], ['size' => 30]);
        $stroke = $this->paint([[0, 100, 60, 1], [50, 140, 160, 0.5], [90, 180, 90, 1]], ['size' => 24, 'opacity' => 0.7]);
        $over = $this->paint([[0, 90, 140, 1], [40, 250, 60, 1]], ['size' => 20]);
        $before = $this->sheetPixels();
        $alone = $this->printOf($stroke);
        $answer = $this->change([$stroke], ['move' => ['dx' => 57, 'dy' => 33]]);
        self::assertSame('Moved a stroke', $answer['words']['undo']);
        $moved = $this->printOf($stroke);
        self::assertNotSame([], $alone);
        foreach ($alone as $place => $pixel) {
            [$x, $y] = array_map(intval(...), explode(' ', $place));
            self::assertSame($pixel, $moved[($x + 57).' '.($y + 33)] ?? 0);
        }
        self::assertCount(count(array_filter($alone)), array_filter($moved));
        self::assertNotSame($before, $this->sheetPixels());
        $after = $this->sheetPixels();
        $this->postJson("/sheets/{$this->sheet->id}/undo")->assertOk();
        self::assertSame($before, $this->sheetPixels());
        $this->postJson("/sheets/{$this->sheet->id}/redo")->assertOk();
        self::assertSame($after, $this->sheetPixels());
        // Moved back by hand it is the same too, and so is the order of strokes, changed and restored.
        $this->change([$stroke], ['move' => ['dx' => -57, 'dy' => -33]]);
        self::assertSame($before, $this->sheetPixels());
        $this->change([$under], ['order' => 'top']);
        self::assertNotSame($before, $this->sheetPixels());
        self::assertSame([$stroke, $over, $under], $this->order4());
        $this->change([$under], ['order' => 'down']);
        self::assertSame([$stroke, $under, $over], $this->order4());
        $this->change([$under], ['order' => 'bottom']);
        self::assertSame([$under, $stroke, $over], $this->order4());
        self::assertSame($before, $this->sheetPixels());
        $this->change([$under, $stroke], ['order' => 'up']);
        self::assertSame([$over, $under, $stroke], $this->order4());
        $this->change([$over], ['order' => 'top']);
        self::assertSame($before, $this->sheetPixels());
    }

    /** Everything that can be done to a stroke and put back again leaves the bytes as they were. */
    public function test_a_stroke_gets_another_brush_size_ink_roll_or_layer_and_back(): void
    {
        $this->paint([[0, 60, 120, 1], [40, 330, 120, 1]]);
        $stroke = $this->paint([[0, 80, 60, 1], [50, 200, 160, 0.5], [90, 320, 90, 1]], ['size' => 24]);
        $before = $this->sheetPixels();
        $others = [$this->brush(['size' => ['base' => 70], 'scatterAcross' => ['base' => 1]]), $this->brush(['laidAs' => ['base' => 'band, repeated']]), $this->brush(['driftHue' => ['base' => 120]])];
        $seen = [];
        foreach ($others as $brush) {
            $words = $this->change([$stroke], ['brush' => $brush->id])['words'];
            self::assertSame("Painted a stroke with {$brush->name}", $words['undo']);
            self::assertSame([24.0, $brush->id], [(float) $words['strokes'][0]['size'], $words['strokes'][0]['brushId']]);
            $seen[] = $this->sheetPixels();
        }
        $this->change([$stroke], ['brush' => $this->pen->id]);
        self::assertSame($before, $this->sheetPixels());
        self::assertCount(4, array_unique([$before, ...$seen]));
        $changes = [
            [['size' => 50], ['size' => 24]],
            [['opacity' => 0.3], ['opacity' => 1]],
            [['inks' => ['main' => '#b03a2e']], ['inks' => ['main' => '#24434c']]],
            [['mode' => 'multiply'], ['mode' => 'normal']],
            [['move' => ['turn' => 90]], ['move' => ['turn' => -90]]],
            [['move' => ['mirrored' => true, 'dx' => 400]], ['move' => ['mirrored' => true, 'dx' => 400]]],
        ];
        foreach ($changes as [$there, $back]) {
            $this->change([$stroke], $there);
            self::assertNotSame($before, $this->sheetPixels(), json_encode($there));
            $this->change([$stroke], $back);
            self::assertSame($before, $this->sheetPixels(), json_encode($back));
        }
        $id = self::patches($this->postJson("/sheets/{$this->sheet->id}/layers", []))['words']['made'];
        self::assertSame('A stroke put on layer “Layer 2”', $this->change([$stroke], ['layer' => $id])['words']['undo']);
        self::assertSame(1, Layer::query()->findOrFail($id)->standing()->count());
        $this->change([$stroke], ['layer' => $this->sheet->layer()->id]);
        self::assertSame($before, $this->sheetPixels());
        $this->change([$stroke], ['delete' => true]);
        self::assertSame([], $this->taken(80, 60));
        $this->postJson("/sheets/{$this->sheet->id}/undo")->assertOk();
        self::assertSame($before, $this->sheetPixels());
    }

    /** A smudge above a stroke that moves away has less to carry, and all of it is painted anew, far beyond the tiles of the stroke. */
    public function test_strokes_that_take_up_what_lies_under_them_are_painted_anew(): void
    {
        $stroke = $this->paint([[0, 40, 40, 1]], ['size' => 60]);
        $smudge = $this->brush(['does' => ['base' => 'smudges'], 'size' => ['base' => 30], 'smudgeStrength' => ['base' => 1]]);
        $this->paint(array_map(fn (int $i): array => [$i * 10, 40 + 8 * $i, 40, 1], range(0, 40)), ['brush' => $smudge->id]);
        $before = $this->sheetPixels();
        self::assertGreaterThan(0, $this->at([150, 40])[0] & 255);
        $this->change([$stroke], ['move' => ['dx' => 0, 'dy' => 160]]);
        self::assertSame(0, $this->at([150, 40])[0]);
        $this->change([$stroke], ['move' => ['dx' => 0, 'dy' => -160]]);
        self::assertSame($before, $this->sheetPixels());
    }

    public function test_what_cannot_be_done_to_strokes_is_said_and_changes_nothing(): void
    {
        $stroke = $this->paint([[0, 60, 100, 1], [40, 300, 100, 1]]);
        $other = Sheet::blank('Other', 400, 300);
        $before = $this->sheetPixels();
        $send = fn (array $body, ?Sheet $sheet = null) => $this->postJson('/sheets/'.($sheet ?? $this->sheet)->id.'/pen/taken', $body)->assertUnprocessable();
        $send(['strokes' => [], 'delete' => true])->assertJsonPath('message', 'No stroke is taken up.');
        $send(['strokes' => [$stroke], 'delete' => true], $other)->assertJsonPath('message', 'A stroke that was taken up is gone: it was deleted or taken back elsewhere.');
        $send(['strokes' => [$stroke], 'move' => ['scale' => 90]])->assertJsonPath('message', 'Dabs would be 3600 px large; they can be from 1 to 2,000 px.');
        $send(['strokes' => [$stroke], 'brush' => 9999])->assertJsonPath('message', 'This brush is gone. Choose another one.');
        $send(['strokes' => [$stroke], 'order' => 'sideways']);
        $send(['strokes' => 'all', 'delete' => true]);
        $send(['strokes' => [1.5], 'delete' => true]);
        $send(['strokes' => [$stroke], 'colour' => 'red']);
        self::assertSame(1, Change::query()->count());
        $this->patchJson("/sheets/{$this->sheet->id}/layers/{$this->sheet->layer()->id}", ['isLocked' => true])->assertOk();
        $send(['strokes' => [$stroke], 'delete' => true])->assertJsonPath('message', 'The layer “Paint” is locked. Unlock it first.');
        self::assertSame($before, $this->sheetPixels());
    }

    /** Whoever serves it may ask for it twice: a stroke is moved once. */
    public function test_a_change_of_strokes_that_arrives_twice_is_done_once(): void
    {
        $stroke = $this->paint([[0, 60, 100, 1], [40, 200, 100, 1]]);
        $change = ['change' => (string) Str::uuid(), 'move' => ['dx' => 30]];
        $once = $this->change([$stroke], $change)['words'];
        $pixels = $this->sheetPixels();
        $twice = $this->change([$stroke], $change)['words'];
        self::assertSame([$once['revision'], $once['strokes']], [$twice['revision'], $twice['strokes']]);
        self::assertSame($pixels, $this->sheetPixels());
        $this->postJson("/sheets/{$this->sheet->id}/pen/taken", ['change' => 'mine', 'strokes' => [$stroke], 'size' => 30])->assertUnprocessable()->assertJsonPath('message', '“change” must be a UUID in lower case.');
    }

    /** Numbers that nothing can have, and bodies of the wrong kind, get an answer of 4xx. */
    public function test_no_address_and_no_body_makes_the_server_fail(): void
    {
        $stroke = $this->paint([[0, 60, 100, 1]]);
        $sheet = "/sheets/{$this->sheet->id}";
        $layer = $this->sheet->layer()->id;
        foreach (['99999999999999999999', '18446744073709551616', '0', '999999'] as $number) {
            foreach ([['GET', "taken/{$number}/print"], ['GET', "taken/{$number}/strip?brush=1"], ['PATCH', "layers/{$number}"], ['DELETE', "layers/{$number}"], ['POST', "layers/{$number}/clear"], ['POST', "layers/{$number}/merge"], ['POST', "layers/{$number}/duplicate"], ['GET', "picture?layer={$number}"], ['GET', "taken/{$stroke}/strip?brush={$number}"]] as [$method, $path]) {
                $status = $this->json($method, "{$sheet}/{$path}", ['opacity' => 0.5])->getStatusCode();
                self::assertTrue($status >= 400 && $status < 500, "{$method} {$path}: {$status}");
            }
            self::assertContains($this->getJson("{$sheet}/since/{$number}")->getStatusCode(), [200, 404]);
        }
        foreach (['taken' => 'POST', 'pen/taken' => 'POST', 'area/cut' => 'POST', 'area/copy' => 'POST', 'area/clear' => 'POST', 'layers' => 'PUT', "layers/{$layer}" => 'PATCH', 'pictures' => 'POST'] as $path => $method) {
            foreach (['null', '[]', '7', '"text"', '{"x": 1e999}', '{"x": "a", "y": [], "width": {}, "height": -5, "layer": 1.5}', '{"strokes": {"a": 1}, "order": [[]]}', "{\"name\": \"\x00\xff\"}", '{'] as $body) {
                $status = $this->call($method, "{$sheet}/{$path}", [], [], [], ['CONTENT_TYPE' => 'application/json', 'HTTP_ACCEPT' => 'application/json', 'HTTP_SEC_FETCH_SITE' => 'same-origin'], $body)->getStatusCode();
                self::assertTrue($status < 500, "{$method} {$path} {$body}: {$status}");
            }
        }
        self::assertSame(1, $this->sheet->layer()->standing()->count());
    }

    /** A brush that is changed, made anew or deleted later changes no stroke that is down. */
    public function test_a_stroke_is_moved_with_the_brush_that_it_was_painted_with(): void
    {
        $stroke = $this->paint([[0, 60, 100, 1], [40, 200, 100, 1]]);
        $alone = $this->printOf($stroke);
        $this->postJson("/tips/{$this->pen->tip_id}/remake", ['list' => ['steps' => [['step' => 'clear-paper'], ['step' => 'trim', 'numbers' => ['margin' => 30]]]]])->assertOk();
        $this->pen->update(['draft' => null]);
        $this->deleteJson("/brushes/{$this->pen->id}")->assertOk();
        $this->change([$stroke], ['move' => ['dx' => 100, 'dy' => 100]]);
        foreach ($this->printOf($stroke) as $place => $pixel) {
            [$x, $y] = array_map(intval(...), explode(' ', $place));
            self::assertSame($alone[($x - 100).' '.($y - 100)] ?? 0, $pixel);
        }
    }

    public function test_something_new_ends_the_way_to_what_was_undone_and_deletes_what_only_that_had_made(): void
    {
        $this->paint([[0, 60, 100, 1]]);
        $this->postJson("/sheets/{$this->sheet->id}/layers", ['name' => 'Gone'])->assertOk();
        $this->postJson("/sheets/{$this->sheet->id}/undo")->assertOk();
        $this->postJson("/sheets/{$this->sheet->id}/undo")->assertOk();
        self::assertSame([1, 2], [Stroke::query()->count(), Layer::query()->count()]);
        $this->paint([[0, 90, 100, 1]]);
        self::assertSame([1, 1, 1], [Stroke::query()->count(), Layer::query()->count(), Change::query()->count()]);
        self::assertSame(1, $this->sheet->layer()->standing()->count());
    }

    /** A twin is the same stroke carried elsewhere: its mirror image to the bit, while the pen is down and after. */
    public function test_the_twin_of_a_stroke_is_its_mirror_image(): void
    {
        $samples = array_map(fn (int $i): array => [$i * 8, 40.3 + 2.1 * $i, 90 + 50 * sin($i / 9), 0.4 + 0.5 * sin($i / 14) ** 2], range(0, 60));
        foreach ([['mirrored' => true, 'dx' => 400], ['mirrored' => true, 'turn' => 180, 'dy' => 300], ['turn' => 180, 'dx' => 400, 'dy' => 300]] as $n => $moved) {
            $sheet = Sheet::blank('Twins', 400, 300);
            $brush = $this->brush(['size' => ['base' => 34, 'spread' => 0.4], 'scatterAcross' => ['base' => 0.7], 'driftHue' => ['base' => 50]]);
            foreach ([[], ['moved' => $moved]] as $more) {
                $order = [...$this->order(), 'brush' => $brush->id, 'roll' => 11, ...$more];
                $this->postJson("/sheets/{$sheet->id}/pen/pieces", [...$order, 'samples' => array_slice($samples, 0, 30)])->assertOk();
                $this->postJson("/sheets/{$sheet->id}/pen/strokes", [...$order, 'samples' => $samples])->assertOk();
            }
            [$own, $twin] = $sheet->layer()->standing()->get()->all();
            self::assertNull($own->moved);
            $this->sheet = $sheet;
            $there = $this->printOf($twin->id);
            $far = 0;
            foreach ($this->printOf($own->id) as $place => $pixel) {
                [$x, $y] = array_map(intval(...), explode(' ', $place));
                $other = $there[[399 - $x, $x, 399 - $x][$n].' '.[$y, 299 - $y, 299 - $y][$n]] ?? 0;
                foreach ([24, 16, 8, 0] as $shift) {
                    $far = max($far, abs(($pixel >> $shift & 255) - ($other >> $shift & 255)));
                }
            }
            self::assertLessThanOrEqual(2, $far);
            self::assertGreaterThan(3000, count($there));
        }
    }

    /** A page that has fallen behind is told what changed since, of recoloured layers and those that came back all, and nothing where nothing did. */
    public function test_a_page_hears_what_others_did_since(): void
    {
        $since = fn (int $revision): array => self::patches($this->getJson("/sheets/{$this->sheet->id}/since/{$revision}"));
        $this->paint([[0, 60, 60, 1]]);
        $first = $since(0);
        self::assertSame(1, $first['words']['revision']);
        self::assertSame([[0, 0], [64, 0], [0, 64], [64, 64]], array_map(fn (array $p): array => [$p['x'], $p['y']], $first['patches']));
        self::assertSame(['revision' => 1, 'patches' => []], $since(1)['words']);
        $this->paint([[0, 350, 250, 1]]);
        $second = $since(1);
        self::assertNotContains([0, 0], array_map(fn (array $p): array => [$p['x'], $p['y']], $second['patches']));
        self::assertNotSame([], $second['patches']);
        $id = $this->sheet->layer()->id;
        $this->patchJson("/sheets/{$this->sheet->id}/layers/{$id}", ['recolour' => ['hue' => 120]])->assertOk();
        $recoloured = $since(2);
        $px = fn (array $answer): int => array_sum(array_map(fn (array $p): int => count($p['picture']->pixels), $answer['patches']));
        self::assertSame($px($first) + $px($second), $px($recoloured));
        self::assertNotSame(self::pixelsOf($first['patches'], [60, 60]), self::pixelsOf($recoloured['patches'], [60, 60]));
        $undone = self::patches($this->postJson("/sheets/{$this->sheet->id}/undo"));
        self::assertSame(self::pixelsOf($first['patches'], [60, 60]), self::pixelsOf($undone['patches'], [60, 60]));
        self::assertSame(4, $undone['words']['revision']);
        self::assertSame(self::pixelsOf($first['patches'], [60, 60]), self::pixelsOf($since(3)['patches'], [60, 60]));
        // One that is dragged is one step.
        foreach ([10, 20, 30] as $hue) {
            $this->patchJson("/sheets/{$this->sheet->id}/layers/{$id}", ['recolour' => ['hue' => $hue]])->assertOk();
        }
        self::assertSame(3, $since(0)['words']['steps']);
        self::assertSame('Painted with Blot', self::patches($this->postJson("/sheets/{$this->sheet->id}/undo"))['words']['undo']);
    }

    public function test_an_area_is_copied_cleared_and_cut_into_a_source(): void
    {
        $stroke = $this->paint([[0, 100, 100, 1]], ['size' => 120, 'inks' => ['main' => '#3c78b4', 'second' => '#ffffff']]);
        $id = $this->sheet->layer()->id;
        $before = $this->sheetPixels();
        $box = ['x' => 70, 'y' => 80, 'width' => 50, 'height' => 40, 'layer' => $id];
        $send = fn (string $what, array $more = []) => $this->postJson("/sheets/{$this->sheet->id}/area/{$what}", [...$box, ...$more]);
        $made = self::patches($send('copy'))['words'];
        self::assertSame(['A part of layer “Paint” copied', ['Paint', 'Part of Paint']], [$made['undo'], array_column($made['layers'], 'name')]);
        $copy = PictureFile::read((string) $this->get("/sheets/{$this->sheet->id}/picture?layer={$made['made']}")->getContent())->bitmap();
        self::assertSame([0x3C78B4FF, 0x3C78B4FF, 0, 0], [$copy->at(70, 80), $copy->at(119, 119), $copy->at(69, 80), $copy->at(119, 120)]);
        $this->postJson("/sheets/{$this->sheet->id}/undo")->assertOk();
        self::assertSame('A part of layer “Paint” cleared', self::patches($send('clear'))['words']['undo']);
        self::assertSame([0, 0, 0x3C78B4FF, 0x3C78B4FF], $this->at([70, 80], [119, 119], [69, 80], [119, 120]));
        // It stays cleared when the stroke under it is painted anew, and what comes later lies over it.
        $this->change([$stroke], ['inks' => ['main' => '#c86432']]);
        self::assertSame([0, 0xC86432FF], $this->at([80, 90], [69, 80]));
        $this->paint([[0, 85, 90, 1]], ['size' => 20]);
        self::assertGreaterThan(200, $this->at([85, 90])[0] & 255);
        for ($i = 0; $i < 3; $i++) {
            $this->postJson("/sheets/{$this->sheet->id}/undo")->assertOk();
        }
        self::assertSame($before, $this->sheetPixels());
        $cut = $send('cut')->assertCreated()->json('cut');
        $source = Source::query()->latest('id')->firstOrFail();
        self::assertSame([route('cut', $source), 'From Test', 50, 40], [$cut, $source->name, $source->width, $source->height]);
        $this->get($cut)->assertOk();
        $send('copy', ['x' => 300, 'y' => 200])->assertUnprocessable()->assertJsonPath('message', 'The layer “Paint” holds no paint there.');
        $send('clear', ['x' => 900])->assertUnprocessable()->assertJsonPath('message', 'This area lies outside of the sheet. Draw it over the paint.');
        $send('clear', ['width' => 0])->assertUnprocessable();
    }

    /** The oldest steps are forgotten when all hold too much; what they did stays, and what they took away is deleted for good. */
    public function test_the_history_has_a_budget(): void
    {
        $kept = $this->paint([[0, 60, 100, 1]]);
        $gone = $this->paint([[0, 160, 100, 1]]);
        $this->change([$gone], ['delete' => true]);
        $pixels = $this->sheetPixels();
        Change::query()->update(['bytes' => HistoryBudget::BYTES + 1]);
        $this->paint([[0, 260, 200, 1]]);
        self::assertSame(1, Change::query()->count());
        self::assertNull(Stroke::query()->find($gone));
        self::assertNotNull(Stroke::query()->find($kept));
        self::assertSame(1, self::patches($this->getJson("/sheets/{$this->sheet->id}/pixels"))['words']['steps']);
        $this->postJson("/sheets/{$this->sheet->id}/undo")->assertOk();
        self::assertSame($pixels, $this->sheetPixels());
        self::assertNull(self::patches($this->postJson("/sheets/{$this->sheet->id}/undo"))['words']['undo']);
    }

    /** A stroke gives up the pixels that it covered before a step is forgotten: taken back, they are painted anew, to the bit. */
    public function test_strokes_whose_pixels_are_not_kept_any_more_are_taken_back_all_the_same(): void
    {
        $states = [$this->sheetPixels()];
        $orders = [['opacity' => 0.6], ['with' => ['does' => ['base' => 'smudges']]], ['opacity' => 0.8], ['with' => ['does' => ['base' => 'erases']]], ['opacity' => 1]];
        foreach ($orders as $i => $order) {
            $this->paint([[0, 60 + 20 * $i, 90, 1], [40, 200 - 10 * $i, 90 + 15 * $i, 0.6]], [...$order, 'inks' => ['main' => sprintf('#%02x60a0', 40 * $i), 'second' => '#ffffff']]);
            $states[] = $this->sheetPixels();
        }
        $kept = DB::table('change_tiles')->count();
        Change::query()->update(['bytes' => HistoryBudget::BYTES]);
        $this->paint([[0, 150, 150, 1], [30, 170, 160, 1]]);
        self::assertSame([count($orders), 1], [Change::query()->where('is_bare', true)->count(), Change::query()->where('bytes', '>', 0)->count()]);
        self::assertLessThan($kept, DB::table('change_tiles')->count());
        self::assertSame(count($orders) + 1, self::patches($this->getJson("/sheets/{$this->sheet->id}/pixels"))['words']['steps']);
        // A page that fell behind is told where they lie.
        self::assertNotSame([], self::patches($this->getJson("/sheets/{$this->sheet->id}/since/1"))['patches']);
        $last = $this->sheetPixels();
        foreach (array_reverse($states) as $state) {
            $answer = self::patches($this->postJson("/sheets/{$this->sheet->id}/undo")->assertOk());
            self::assertNotSame([], $answer['patches']);
            self::assertSame($state, $this->sheetPixels());
        }
        self::assertSame(0, DB::table('tiles')->count());
        self::assertSame(0, Change::query()->where('is_bare', true)->count());
        foreach ([...array_slice($states, 1), $last] as $state) {
            $this->postJson("/sheets/{$this->sheet->id}/redo")->assertOk();
            self::assertSame($state, $this->sheetPixels());
        }
        $this->postJson("/sheets/{$this->sheet->id}/undo")->assertOk();
        self::assertSame($states[count($orders)], $this->sheetPixels());
    }

    /** However long the history of a sheet is, a stroke looks at a few of its changes. */
    public function test_a_stroke_does_not_go_through_the_whole_history(): void
    {
        $this->paint([[0, 60, 60, 1], [40, 200, 90, 0.6]]);
        $change = (array) DB::table('changes')->latest('id')->first();
        unset($change['id']);
        for ($i = 0; $i < 400; $i++) {
            DB::table('changes')->insert([...$change, 'uuid' => sprintf('%08x-d9cb-469f-a165-000000000000', $i), 'bytes' => intdiv(HistoryBudget::BYTES, 401)]);
        }
        foreach (['within the budget', 'at its end', 'beyond it'] as $where) {
            $seen = 0;
            Change::retrieved(function () use (&$seen): void {
                $seen++;
            });
            $this->paint([[0, 60, 90, 1], [40, 200, 120, 0.6]]);
            self::assertLessThan(20, $seen, $where);
            DB::table('changes')->where('uuid', '00000000-d9cb-469f-a165-000000000000')->update(['bytes' => intdiv(HistoryBudget::BYTES, 300)]);
        }
        $this->paint([[0, 60, 120, 1], [40, 200, 150, 0.6]]);
        self::assertLessThanOrEqual(HistoryBudget::BYTES, (int) DB::table('changes')->sum('bytes'));
        self::assertGreaterThan(HistoryBudget::BYTES - intdiv(HistoryBudget::BYTES, 50), (int) DB::table('changes')->sum('bytes'), 'no more is given up than must be');
    }

    /** Laid into the one below, what is shown stays as it is to within a rounding, and the strokes of plain layers stay alive. */
    public function test_layers_are_merged_and_flattened_and_what_is_shown_stays(): void
    {
        $lowest = $this->sheet->layer()->id;
        $this->paint([[0, 60, 60, 1], [40, 200, 90, 0.6]], ['opacity' => 0.7, 'inks' => ['main' => '#3c78b4', 'second' => '#ffffff']]);
        $top = self::patches($this->postJson("/sheets/{$this->sheet->id}/layers", ['name' => 'Top']))['words']['made'];
        $stroke = $this->paint([[0, 90, 120, 1], [40, 180, 30, 0.6]], ['layer' => $top, 'opacity' => 0.8, 'inks' => ['main' => '#c86432', 'second' => '#ffffff']]);
        $alive = $this->shown();
        $this->postJson("/sheets/{$this->sheet->id}/layers/{$top}/merge")->assertOk();
        $this->assertShown($alive);
        self::assertSame([$lowest], array_column($this->stack(), 'id'));
        self::assertSame(2, $this->sheet->layer()->standing()->count());
        self::assertSame([$stroke], $this->taken(90, 120));
        $this->postJson("/sheets/{$this->sheet->id}/undo")->assertOk();
        $this->assertShown($alive, 0);
        foreach ([['mode' => 'multiply', 'opacity' => 0.6], ['isClipped' => true], ['recolour' => ['hue' => 80]], ['isClipped' => true, 'mode' => 'luminosity']] as $change) {
            $this->patchJson("/sheets/{$this->sheet->id}/layers/{$top}", ['mode' => 'normal', 'opacity' => 1, 'isClipped' => false, 'recolour' => [], ...$change])->assertOk();
            $this->patchJson("/sheets/{$this->sheet->id}/layers/{$lowest}", ['opacity' => isset($change['opacity']) ? 0.5 : 1])->assertOk();
            $before = $this->shown();
            $bits = $this->sheetPixels();
            $this->postJson("/sheets/{$this->sheet->id}/layers/{$top}/merge")->assertOk();
            // Where the lower layer is thin, what blended with the paper too now blends with the layer alone.
            $this->assertShown($before, isset($change['opacity']) ? 3 : 1);
            self::assertSame([Stroke::PICTURE], $this->sheet->layer()->standing()->pluck('kind')->all());
            // Painted anew from its picture it is the same to the bit.
            $merged = $this->pixels($lowest);
            $picture = $this->sheet->layer()->standing()->firstOrFail()->id;
            $this->change([$picture], ['move' => ['dx' => 30]]);
            self::assertNotSame($merged, $this->pixels($lowest));
            $this->change([$picture], ['move' => ['dx' => -30]]);
            self::assertSame($merged, $this->pixels($lowest));
            for ($i = 0; $i < 3; $i++) {
                $this->postJson("/sheets/{$this->sheet->id}/undo")->assertOk();
            }
            self::assertSame($bits, $this->sheetPixels());
        }
        $hidden = self::patches($this->postJson("/sheets/{$this->sheet->id}/layers", ['name' => 'Hidden']))['words']['made'];
        $this->patchJson("/sheets/{$this->sheet->id}/layers/{$hidden}", ['isHidden' => true])->assertOk();
        $before = $this->shown();
        $this->postJson("/sheets/{$this->sheet->id}/flatten")->assertOk();
        $this->assertShown($before);
        self::assertSame(['All in one', 'Hidden'], array_column($this->stack(), 'name'));
        $this->postJson("/sheets/{$this->sheet->id}/undo")->assertOk();
        $this->assertShown($before, 0);
        self::assertCount(3, $this->stack());
        $this->postJson("/sheets/{$this->sheet->id}/layers/{$lowest}/merge")->assertUnprocessable()->assertJsonPath('message', 'There is no layer below this one.');
    }

    public function test_a_picture_is_laid_on_a_layer_of_its_own_and_placed_without_loss(): void
    {
        $photo = Pictures::bitmap(800, 400, fn (int $x, int $y): int => ($x * 255 >> 10) << 24 | ($y * 255 >> 9) << 16 | 0x60FF);
        $file = UploadedFile::fake()->createWithContent('Quay.png', PictureFile::png($photo));
        $answer = self::patches($this->post("/sheets/{$this->sheet->id}/pictures", ['picture' => $file], ['Accept' => 'application/json']));
        $id = $answer['words']['made'];
        self::assertSame(['Paint', 'Quay'], array_column($answer['words']['layers'], 'name'));
        self::assertTrue($answer['words']['layers'][1]['isPicture']);
        self::assertSame('Picture “Quay” laid on the sheet', $answer['words']['undo']);
        // Half as large, in the middle: the sheet is 400 × 300.
        self::assertEqualsWithDelta($photo->at(200, 100) >> 24, $this->at([100, 100])[0] >> 24, 1);
        self::assertSame([0, 0], $this->at([100, 40], [100, 260]));
        $this->postJson("/sheets/{$this->sheet->id}/pen/strokes", [...$this->order(), 'layer' => $id, 'samples' => [[0, 50, 50, 1]]])->assertUnprocessable()->assertJsonPath('message', 'The layer “Quay” holds a picture, and stays as it is. Paint on another one.');
        $taken = $this->postJson("/sheets/{$this->sheet->id}/taken", ['x' => 100, 'y' => 100])->json('strokes.0');
        self::assertSame(['Picture', [0, 50, 400, 200]], [$taken['brush'], $taken['area']]);
        // Twice as large about its corner it is the picture, px for px.
        $this->change([$taken['id']], ['move' => ['scale' => 2, 'x' => 0, 'y' => 50]]);
        foreach ([[3, 60], [399, 299], [200, 51]] as [$x, $y]) {
            self::assertSame($photo->at($x, $y - 50), $this->at([$x, $y])[0]);
        }
        $this->change([$taken['id']], ['move' => ['mirrored' => true, 'x' => 400, 'y' => 50]]);
        self::assertSame($photo->at(799 - 10, 30), $this->at([10, 80])[0]);
        $this->change([$taken['id']], ['move' => ['mirrored' => true, 'x' => 400, 'y' => 50]]);
        $this->change([$taken['id']], ['move' => ['scale' => 0.5, 'x' => 0, 'y' => 50]]);
        self::assertEqualsWithDelta($photo->at(200, 100) >> 24, $this->at([100, 100])[0] >> 24, 1);
        $this->post("/sheets/{$this->sheet->id}/pictures", ['picture' => UploadedFile::fake()->createWithContent('no.png', 'no picture')], ['Accept' => 'application/json'])->assertUnprocessable();
        self::assertCount(2, $this->stack());
    }

    private function shown(): Bitmap
    {
        return PictureFile::read((string) $this->get("/sheets/{$this->sheet->id}/picture?paper=1")->assertOk()->getContent())->bitmap();
    }

    private function assertShown(Bitmap $before, int $within = 1): void
    {
        $worst = 0;
        foreach ($this->shown()->pixels as $i => $pixel) {
            foreach ([24, 16, 8] as $shift) {
                $worst = max($worst, abs(($pixel >> $shift & 255) - ($before->pixels[$i] >> $shift & 255)));
            }
        }
        self::assertLessThanOrEqual($within, $worst);
    }

    /** @return array<string, mixed> */
    private function order(): array
    {
        return ['stroke' => (string) Str::uuid(), 'brush' => $this->pen->id, 'roll' => 7, 'realPressure' => true, 'inks' => ['main' => '#24434c', 'second' => '#c8b27a']];
    }

    /** What lends from the layer beneath follows when a stroke there is moved, and goes back with it. */
    public function test_strokes_above_follow_what_they_took_up_from_a_layer_beneath(): void
    {
        $ground = $this->paint([[0, 60, 130, 1]], ['size' => 90, 'inks' => ['main' => '#c03020']]);
        $above = self::patches($this->postJson("/sheets/{$this->sheet->id}/layers", ['name' => 'Above']))['words']['made'];
        $lends = $this->brush(['lends' => ['base' => 1], 'size' => ['base' => 30]]);
        $this->paint([[0, 60, 130, 1]], ['brush' => $lends->id, 'layer' => $above, 'inks' => ['main' => '#2040c0']]);
        // The same dab on a layer that is locked stays as it is.
        $locked = self::patches($this->postJson("/sheets/{$this->sheet->id}/layers", ['name' => 'Locked']))['words']['made'];
        $this->paint([[0, 60, 130, 1]], ['brush' => $lends->id, 'layer' => $locked, 'inks' => ['main' => '#2040c0']]);
        $this->patchJson("/sheets/{$this->sheet->id}/layers/{$locked}", ['isLocked' => true])->assertOk();
        $at = fn (int $layer): int => self::patches($this->get("/sheets/{$this->sheet->id}/pixels"))['patches'] === [] ? 0 : PictureFile::read((string) $this->get("/sheets/{$this->sheet->id}/picture?layer={$layer}")->getContent())->bitmap()->at(60, 130) >> 8;
        $states = [$this->pixels($above), $this->pixels($locked)];
        self::assertSame(0xC03020, $at($above));
        self::patches($this->postJson("/sheets/{$this->sheet->id}/pen/taken?stroke=taken", ['strokes' => [$ground], 'move' => ['dx' => 200]]));
        self::assertSame(0x2040C0, $at($above), 'nothing lies there any more: it keeps its own ink');
        self::assertSame($states[1], $this->pixels($locked));
        $this->postJson("/sheets/{$this->sheet->id}/undo")->assertOk();
        self::assertSame($states, [$this->pixels($above), $this->pixels($locked)]);
    }

    public function test_a_picture_takes_other_proportions_about_its_middle(): void
    {
        $sheet = $this->sheet->id;
        $png = PictureFile::encode(100, 60, Pictures::bitmap(100, 60, fn (int $x, int $y): int => $y < 30 ? 0xC03020FF : 0x2040C0FF)->toBytes(), 'png');
        $laid = self::patches($this->post("/sheets/{$sheet}/pictures", ['picture' => UploadedFile::fake()->createWithContent('two.png', $png)], ['Accept' => 'application/json']))['words'];
        self::assertSame(1.0, (float) $laid['laid']['stretch']);
        $layer = $laid['made'];
        $before = $this->pixels($layer);
        $change = fn (array $what) => $this->postJson("/sheets/{$sheet}/pen/taken?stroke=taken", ['strokes' => [$laid['laid']['id']], ...$what]);
        $answer = self::patches($change(['stretch' => 2]))['words'];
        self::assertSame('Other proportions for a picture', $answer['undo']);
        // 100 × 60 in the middle of 400 × 300 becomes 100 × 120.
        self::assertSame([150, 90, 100, 120], $answer['strokes'][0]['area']);
        $shown = PictureFile::read((string) $this->get("/sheets/{$sheet}/picture?layer={$layer}")->getContent())->bitmap();
        self::assertSame([0xC03020FF, 0x2040C0FF, 0], [$shown->at(200, 100), $shown->at(200, 200), $shown->at(200, 85)]);
        // It is turned as it stands, its own height going across.
        $turned = self::patches($change(['move' => ['turn' => 90, 'x' => 200, 'y' => 150]]))['words'];
        self::assertSame([140, 100, 120, 100], $turned['strokes'][0]['area']);
        $back = self::patches($change(['move' => ['turn' => -90, 'x' => 200, 'y' => 150]]))['words'];
        self::assertSame([150, 90, 100, 120], $back['strokes'][0]['area']);
        self::patches($change(['stretch' => 1]));
        self::assertSame($before, $this->pixels($layer), 'the original is whole');
        $stroke = $this->paint([[0, 60, 60, 1]]);
        $this->postJson("/sheets/{$sheet}/pen/taken?stroke=taken", ['strokes' => [$stroke], 'stretch' => 2])->assertUnprocessable()->assertJsonPath('message', 'Only a picture has proportions that can be changed. A stroke is resized by its handles.');
        $change(['stretch' => 0])->assertUnprocessable();
    }

    /**
     * @param  list<list<float>>  $samples
     * @param  array<string, mixed>  $more
     * @return int the id of the stroke
     */
    private function paint(array $samples, array $more = []): int
    {
        $order = [...$this->order(), 'samples' => $samples, ...$more];
        $this->postJson("/sheets/{$this->sheet->id}/pen/strokes", $order)->assertOk();

        return Stroke::query()->where('uuid', $order['stroke'])->firstOrFail()->id;
    }

    /**
     * @param  list<int>  $strokes
     * @param  array<string, mixed>  $change
     * @return array{words: array<string, mixed>, patches: list<array{x: int, y: int, picture: Bitmap}>}
     */
    private function change(array $strokes, array $change): array
    {
        return self::patches($this->postJson("/sheets/{$this->sheet->id}/pen/taken", ['strokes' => $strokes, ...$change]));
    }

    /** @return list<int> */
    private function taken(int $x, int $y): array
    {
        return array_column($this->postJson("/sheets/{$this->sheet->id}/taken", ['x' => $x, 'y' => $y])->assertOk()->json('strokes'), 'id');
    }

    /** @return list<int> */
    private function order4(): array
    {
        return array_values($this->sheet->layer()->standing()->pluck('id')->all());
    }

    /** @return list<array<string, mixed>> */
    private function stack(): array
    {
        return self::patches($this->getJson("/sheets/{$this->sheet->id}/pixels"))['words']['layers'];
    }

    /** All bits of a layer. */
    private function pixels(int $layer): string
    {
        return hash('xxh128', (string) json_encode(DB::table('tiles')->where('layer_id', $layer)->orderBy('place')->get()->map(fn (object $t): array => [$t->place, hash('xxh128', (string) gzuncompress($t->pixels)), $t->rest === null ? '' : hash('xxh128', (string) gzuncompress($t->rest))])));
    }

    /** All bits of all layers that have any. */
    private function sheetPixels(): string
    {
        return implode(' ', $this->sheet->layers()->get()->map(fn (Layer $layer): string => $this->pixels($layer->id))->unique()->reject(fn (string $hash): bool => $hash === hash('xxh128', '[]'))->all());
    }

    /** @return list<int> of the saved picture */
    private function at(array ...$places): array
    {
        $picture = PictureFile::read((string) $this->get("/sheets/{$this->sheet->id}/picture")->assertOk()->getContent())->bitmap();

        return array_map(fn (array $place): int => $picture->at(...$place), $places);
    }

    /** @return array<string, int> what is not empty, by “x y” */
    private function printOf(int $stroke): array
    {
        $pixels = [];
        foreach (self::patches($this->getJson("/sheets/{$this->sheet->id}/taken/{$stroke}/print"))['patches'] as $patch) {
            foreach ($patch['picture']->pixels as $i => $pixel) {
                $pixels[($patch['x'] + $i % $patch['picture']->width).' '.($patch['y'] + intdiv($i, $patch['picture']->width))] = $pixel;
            }
        }

        return array_filter($pixels);
    }

    /**
     * @param  list<array{x: int, y: int, picture: Bitmap}>  $patches
     * @return list<int>
     */
    private static function pixelsOf(array $patches, array ...$places): array
    {
        return array_map(function (array $place) use ($patches): int {
            foreach ($patches as $patch) {
                [$x, $y] = [$place[0] - $patch['x'], $place[1] - $patch['y']];
                if ($x >= 0 && $y >= 0 && $x < $patch['picture']->width && $y < $patch['picture']->height) {
                    return $patch['picture']->at($x, $y);
                }
            }

            return 0;
        }, $places);
    }

    public function test_a_picture_for_which_a_sheet_has_no_layer_left_is_not_taken_in(): void
    {
        for ($i = $this->sheet->layers()->count(); $i < LayerActions::MOST_LAYERS; $i++) {
            Layer::query()->create(['sheet_id' => $this->sheet->id, 'position' => $i, 'name' => "Layer {$i}"]);
        }
        $before = Source::query()->count();
        $path = "{$this->folder}/p.png";
        file_put_contents($path, $this->scan(93, 57));
        $this->post("/sheets/{$this->sheet->id}/pictures", ['picture' => new UploadedFile($path, 'p.png', test: true)], ['Accept' => 'application/json'])
            ->assertUnprocessable()->assertJson(['message' => 'A sheet holds 100 layers at most. Merge or delete one first.']);
        self::assertSame($before, Source::query()->count());
    }
}
