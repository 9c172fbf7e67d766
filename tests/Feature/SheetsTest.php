<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Gathering\PlainPen;
use App\Models\Brush;
use App\Models\Sheet;
use App\Models\Stroke;
use App\Painting\SheetPicture;
use App\Pictures\PictureFile;
use Illuminate\Support\Str;
use Imagick;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Stroke\Choice\ToothName;

/** Sheets as a wall: made, named, copied, set aside, brought back; and saved as files. */
final class SheetsTest extends FeatureTestCase
{
    private Sheet $sheet;

    private Brush $pen;

    protected function setUp(): void
    {
        parent::setUp();
        $this->sheet = Sheet::blank('Étude nº 1', 400, 300, dpi: 150);
        $this->pen = $this->brush(['size' => ['base' => 40]]);
    }

    /** @param  array<string, mixed>  $more */
    private function paint(array $more = []): Stroke
    {
        $uuid = (string) Str::uuid();
        $this->postJson("/sheets/{$this->sheet->id}/pen/strokes", ['stroke' => $uuid, 'brush' => $this->pen->id, 'roll' => 5, 'inks' => ['main' => '#204060'], 'samples' => [[0, 60, 60, 1], [40, 200, 190, 0.6], [90, 330, 80, 0.9]], ...$more])->assertOk();

        return Stroke::query()->where('uuid', $uuid)->firstOrFail();
    }

    public function test_a_sheet_is_made_at_a_size_and_a_resolution_and_told_in_mm(): void
    {
        $id = $this->postJson('/sheets', ['name' => ' Postcard ', 'width' => 1748, 'height' => 1240, 'dpi' => 300])->assertCreated()->json('id');
        self::assertSame('1,748 × 1,240 px · 148 × 105 mm at 300 dpi', Sheet::query()->findOrFail($id)->facts());
        $this->get('/sheets')->assertOk()->assertSee('Postcard')->assertSee('105 mm at 300 dpi');
        $this->postJson('/sheets', ['width' => 6001])->assertUnprocessable();
        $this->postJson('/sheets', ['dpi' => 4])->assertUnprocessable();
        $this->postJson('/sheets', ['depth' => 4])->assertUnprocessable();
    }

    public function test_it_is_named_and_its_paper_is_a_step_of_its_history(): void
    {
        $url = "/sheets/{$this->sheet->id}";
        $this->patchJson($url, ['name' => 'Low water', 'dpi' => 300])->assertOk()->assertJsonPath('name', 'Low water')->assertJsonPath('facts', '400 × 300 px · 34 × 25 mm at 300 dpi');
        $this->patchJson($url, ['name' => '  '])->assertUnprocessable()->assertJsonPath('message', 'A sheet needs a name.');
        $this->patchJson($url, ['paper' => 'beige'])->assertUnprocessable();
        $this->patchJson($url, ['tooth' => 'own'])->assertUnprocessable();
        $this->patchJson($url, ['paper' => '#D8E2E4'])->assertOk()->assertJsonPath('paper', '#d8e2e4')->assertJsonPath('undo', 'Paper in another colour');
        $this->patchJson($url, ['tooth' => 'weave'])->assertOk()->assertJsonPath('tooth', 'weave')->assertJsonPath('undo', 'Paper: weave');
        $back = self::patches($this->postJson("{$url}/undo"))['words'];
        self::assertSame(['none', '#d8e2e4'], [$back['tooth'], $back['paper']]);
        $back = self::patches($this->postJson("{$url}/undo"))['words'];
        self::assertSame('#fbfbf9', $back['paper']);
        self::assertSame('#fbfbf9', Sheet::query()->findOrFail($this->sheet->id)->paper);
        self::assertSame('weave', (function () use ($url): string {
            self::patches($this->postJson("{$url}/redo"));

            return (string) self::patches($this->postJson("{$url}/redo"))['words']['tooth'];
        })());
    }

    /** A brush that meets the tooth of the sheet meets the one that is there when it paints, and its strokes keep it. */
    public function test_the_tooth_of_the_sheet_is_met_by_brushes_that_ask_for_it(): void
    {
        $chalk = fn (string $tooth): array => ['with' => ['tooth' => ['base' => $tooth], 'toothDepth' => ['base' => 0.9]]];
        $plain = $this->tile($this->paint());
        self::assertSame($plain, $this->tile($this->paint($chalk('of the sheet'))), 'a sheet without a tooth');
        $this->patchJson("/sheets/{$this->sheet->id}", ['tooth' => 'slate'])->assertOk();
        $met = $this->paint($chalk('of the sheet'));
        self::assertSame(ToothName::Slate, $met->brush->choices->tooth);
        self::assertNotSame($plain, $this->tile($met));
        self::assertSame($this->tile($this->paint($chalk('slate'))), $this->tile($met));
        self::assertSame(ToothName::None, $this->paint()->brush->choices->tooth, 'others do not');
        $this->patchJson("/sheets/{$this->sheet->id}", ['tooth' => 'wood'])->assertOk();
        self::assertSame(ToothName::Slate, $met->refresh()->brush->choices->tooth, 'what is down stays');
    }

    public function test_a_copy_has_all_layers_and_strokes_of_its_own_and_no_history(): void
    {
        $stroke = $this->paint();
        self::patches($this->postJson("/sheets/{$this->sheet->id}/layers", ['name' => 'Ink']));
        $this->patchJson("/sheets/{$this->sheet->id}/layers/{$stroke->layer_id}", ['opacity' => 0.5])->assertOk();
        $card = $this->postJson("/sheets/{$this->sheet->id}/duplicate")->assertCreated()->json();
        $copy = Sheet::query()->findOrFail($card['id']);
        self::assertSame(['Étude nº 1 again', 150], [$copy->name, $copy->dpi]);
        self::assertSame(['Paint', 'Ink'], $copy->layers()->pluck('name')->all());
        self::assertSame(0.5, $copy->layer()->opacity);
        self::assertNull(self::patches($this->get("/sheets/{$copy->id}/pixels"))['words']['undo']);
        self::assertSame(app(SheetPicture::class)->png($this->sheet, true, true), app(SheetPicture::class)->png($copy, true, true));
        $twin = $copy->layer()->standing()->firstOrFail();
        self::assertNotSame($stroke->uuid, $twin->uuid);
        // One is changed, the other stays.
        $before = app(SheetPicture::class)->png($copy, true, true);
        self::patches($this->postJson("/sheets/{$this->sheet->id}/pen/taken?stroke=taken", ['strokes' => [$stroke->id], 'move' => ['dx' => 20]]));
        self::assertSame($before, app(SheetPicture::class)->png($copy, true, true));
    }

    public function test_what_is_deleted_is_set_aside_and_comes_back_as_it_was(): void
    {
        $this->paint();
        $before = app(SheetPicture::class)->png($this->sheet, true);
        $this->deleteJson("/sheets/{$this->sheet->id}")->assertOk();
        $this->get("/try/{$this->sheet->id}")->assertNotFound();
        $this->postJson("/sheets/{$this->sheet->id}/undo")->assertNotFound()->assertJsonPath('message', 'This sheet is gone.');
        $this->get('/sheets')->assertOk()->assertSee('Set aside');
        $this->get("/sheets/{$this->sheet->id}/thumb")->assertOk();
        $this->postJson("/sheets/{$this->sheet->id}/restore")->assertOk()->assertJsonPath('name', 'Étude nº 1');
        $this->get("/try/{$this->sheet->id}")->assertOk();
        self::assertSame($before, app(SheetPicture::class)->png($this->sheet->refresh(), true));
        $this->postJson('/sheets/999999/restore')->assertNotFound();
    }

    public function test_its_small_picture_is_the_sheet_made_smaller(): void
    {
        $large = Sheet::blank('Large', 1310, 640);
        $this->get("/sheets/{$large->id}/thumb?ready=1")->assertNoContent();
        $this->sheet = $large;
        $this->paint(['size' => 90, 'samples' => [[0, 100, 100, 1], [50, 1200, 500, 1]]]);
        $this->patchJson("/sheets/{$large->id}/layers/{$large->layer()->id}", ['opacity' => 0.7])->assertOk();
        $small = PictureFile::read((string) $this->get("/sheets/{$large->id}/thumb")->assertOk()->getContent())->bitmap();
        self::assertSame([327, 160], [$small->width, $small->height]);
        $this->get("/sheets/{$large->id}/thumb?ready=1")->assertOk();
        $whole = PictureFile::read(app(SheetPicture::class)->png($large->refresh(), true))->bitmap();
        $worst = 0;
        for ($i = 0; $i < 327 * 160; $i += 13) {
            [$x, $y] = [$i % 327, intdiv($i, 327)];
            foreach ([24, 16, 8] as $shift) {
                $sum = 0;
                for ($k = 0; $k < 16; $k++) {
                    $sum += $whole->at(4 * $x + $k % 4, 4 * $y + intdiv($k, 4)) >> $shift & 255;
                }
                $worst = max($worst, abs($sum / 16 - ($small->at($x, $y) >> $shift & 255)));
            }
        }
        self::assertLessThanOrEqual(2.0, $worst);
    }

    public function test_it_is_saved_in_every_format_at_its_dpi(): void
    {
        $this->paint();
        $truth = PictureFile::read(app(SheetPicture::class)->png($this->sheet, true))->bitmap();
        foreach (['png' => 'PNG', 'jpeg' => 'JPEG', 'webp' => 'WEBP', 'tiff' => 'TIFF'] as $format => $type) {
            $answer = $this->get("/sheets/{$this->sheet->id}/picture?as={$format}&paper=1")->assertOk();
            self::assertSame(SheetPicture::FORMATS[$format], $answer->headers->get('Content-Type'));
            self::assertStringContainsString('filename="etude-no-1.'.($format === 'jpeg' ? 'jpg' : $format).'"', (string) $answer->headers->get('Content-Disposition'));
            $read = new Imagick;
            $read->readImageBlob((string) $answer->getContent());
            self::assertSame($type, $read->getImageFormat());
            if ($format !== 'webp') {
                $dpi = $read->getImageResolution()['x'] * ($read->getImageUnits() === Imagick::RESOLUTION_PIXELSPERCENTIMETER ? 2.54 : 1);
                self::assertEqualsWithDelta(150, $dpi, 0.5, $format);
            }
            self::assertLessThan($format === 'png' || $format === 'tiff' ? 0.01 : 4.0, self::difference($truth, PictureFile::read((string) $answer->getContent())->bitmap()), $format);
        }
        foreach (['png', 'tiff'] as $format) {
            $read = new Imagick;
            $read->readImageBlob((string) $this->get("/sheets/{$this->sheet->id}/picture?as={$format}&bits=16")->getContent());
            self::assertSame(16, $read->getImageDepth(), $format);
            self::assertTrue($read->getImageAlphaChannel());
        }
        $this->getJson("/sheets/{$this->sheet->id}/picture?as=bmp")->assertUnprocessable()->assertJsonPath('message', 'A sheet is saved as one of: png, jpeg, webp, tiff.');
        $this->getJson("/sheets/{$this->sheet->id}/picture?layer=99999")->assertUnprocessable();
        $layer = $this->sheet->layer()->id;
        self::assertSame(0, PictureFile::read((string) $this->get("/sheets/{$this->sheet->id}/picture?paper=1&layer={$layer}")->getContent())->bitmap()->at(399, 299) & 255, 'a layer alone lies on nothing');
    }

    public function test_saving_tells_how_far_it_has_come_and_is_called_off(): void
    {
        $this->paint();
        $job = (string) Str::uuid();
        $this->delete("/work/{$job}")->assertOk();
        foreach (['picture?as=png', 'openraster?', 'outlines?', 'tracing?'] as $file) {
            $this->delete("/work/{$job}")->assertOk();
            $this->getJson("/sheets/{$this->sheet->id}/{$file}&job={$job}")->assertStatus(409)->assertJsonPath('message', 'Called off. Nothing was changed.');
        }
    }

    public function test_a_tracing_is_looked_at_before_it_is_saved(): void
    {
        $this->paint();
        $this->paint(['inks' => ['main' => '#a03020'], 'samples' => [[0, 80, 250, 1], [60, 340, 250, 1]]]);
        $url = "/sheets/{$this->sheet->id}";
        $fine = $this->getJson("{$url}/tracing?within=0.3")->assertOk()->json();
        $coarse = $this->getJson("{$url}/tracing?within=3")->assertOk()->json();
        self::assertSame(['#204060', '#a03020'], array_column($fine['inks'], 'ink'));
        self::assertGreaterThan($coarse['curves'], $fine['curves']);
        self::assertLessThan($coarse['farthest'], $fine['farthest']);
        $svg = (string) $this->get("{$url}/outlines?within=0.3")->assertOk()->getContent();
        self::assertSame($fine['bytes'], strlen($svg));
        foreach ($fine['inks'] as $ink) {
            self::assertStringContainsString("d=\"{$ink['d']}\"", $svg);
        }
        $alone = $this->getJson("{$url}/tracing?layer={$this->sheet->layer()->id}")->assertOk()->json();
        self::assertCount(2, $alone['inks']);
        $empty = Sheet::blank('Empty', 100, 100);
        $this->getJson("/sheets/{$empty->id}/tracing")->assertUnprocessable();
    }

    /** A line of a round pen has no corner: wherever the round of curves begins, nothing of it is cut off. */
    public function test_a_traced_line_keeps_to_its_ink_all_round(): void
    {
        $this->sheet = Sheet::blank('Line', 600, 300);
        foreach ([[[0, 100, 80, 1], [40, 300, 220, 1], [90, 500, 90, 1]], [[0, 80, 200, 1], [40, 300, 60, 1], [90, 520, 210, 1]], [[0, 60, 60, 1], [40, 200, 240, 1], [90, 560, 150, 1]]] as $i => $samples) {
            $this->paint(['brush' => app(PlainPen::class)->brush()->id, 'size' => 20, 'samples' => $samples]);
            $traced = $this->getJson("/sheets/{$this->sheet->id}/tracing")->assertOk()->json();
            self::assertLessThan(0.6, $traced['farthest'], "line {$i}");
            self::assertLessThan(14, $traced['curves']);
            self::patches($this->postJson("/sheets/{$this->sheet->id}/undo"));
        }
    }

    /** All pixels of a stroke alone, wherever it lies. */
    private function tile(Stroke $stroke): string
    {
        return hash('xxh128', (string) json_encode(array_map(fn (array $p): array => [$p['x'], $p['y'], $p['picture']->pixels], self::patches($this->get("/sheets/{$this->sheet->id}/taken/{$stroke->id}/print"))['patches'])));
    }

    /** The mean difference of the channels. */
    private static function difference(Bitmap $one, Bitmap $other): float
    {
        $sum = 0;
        foreach ($one->pixels as $i => $pixel) {
            foreach ([24, 16, 8] as $shift) {
                $sum += abs(($pixel >> $shift & 255) - ($other->pixels[$i] >> $shift & 255));
            }
        }

        return $sum / 3 / count($one->pixels);
    }
}
