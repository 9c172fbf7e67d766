<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Cutting\TipMaker;
use App\Gathering\Ways;
use App\Models\Font;
use App\Models\Sheet;
use App\Models\Source;
use App\Models\StoredPicture;
use App\Models\Stroke;
use App\Models\Tooth;
use App\Pictures\PictureFile;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Str;
use PHPUnit\Framework\Attributes\TestWith;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\InkBounds;
use Yarrowfog\Core\Make\Finds;
use Yarrowfog\Core\Tip\InkRule;
use Yarrowfog\Core\Tip\TipKind;

final class WaysTest extends FeatureTestCase
{
    /** @param  array<string, mixed>  $numbers */
    #[TestWith(['scanner', ['find' => 'net', 'dpi' => 150], 150, false])]
    #[TestWith(['camera', ['find' => 'rope', 'size' => '2 megapixels'], null, false])]
    #[TestWith(['lettering', ['text' => "Low\ntide", 'slant' => 12], 300, true])]
    #[TestWith(['shape', ['shape' => 'star', 'many' => 'a cluster', 'side' => 300], 300, true])]
    #[TestWith(['growth', ['plant' => 'coral', 'side' => 300], 300, true])]
    public function test_every_way_is_looked_at_and_taken(string $way, array $numbers, ?int $dpi, bool $isClear): void
    {
        $this->get("/gather/{$way}")->assertOk();
        $look = self::patches($this->postJson("/gather/{$way}/preview", $numbers));
        self::assertLessThanOrEqual(901, max($look['patches'][0]['picture']->width, $look['patches'][0]['picture']->height));
        $made = $this->postJson("/gather/{$way}", ['numbers' => $numbers])->assertCreated();
        $source = Source::query()->findOrFail($made->json('id'));
        self::assertSame([$way, $dpi], [$source->origin, $source->dpi]);
        self::assertSame($look['words']['name'], $source->name);
        $this->get($made->json('cut'))->assertOk();
        $picture = $this->kept($source);
        $corner = $picture->at(0, 0) & 255;
        self::assertSame($isClear ? 0 : 255, $corner, 'edges free of any backing');
        self::assertGreaterThan(1, count(array_unique($picture->pixels)));
    }

    public function test_another_roll_is_another_picture_and_the_same_one_the_same(): void
    {
        $pixels = fn (array $numbers): array => self::patches($this->postJson('/gather/shape/preview', ['many' => 'a cluster', 'side' => 200, ...$numbers]))['patches'][0]['picture']->pixels;
        self::assertTrue($pixels(['roll' => 4]) === $pixels(['roll' => 4]));
        self::assertFalse($pixels(['roll' => 4]) === $pixels(['roll' => 5]));
    }

    public function test_every_find_can_be_scanned(): void
    {
        foreach (array_keys(Finds::ALL) as $find) {
            $look = self::patches($this->postJson('/gather/scanner/preview', ['find' => $find, 'dpi' => 75, 'dust' => 0]));
            $lumas = array_map(fn (int $p): int => $p >> 16 & 255, $look['patches'][0]['picture']->pixels);
            self::assertGreaterThan(60, max($lumas) - min($lumas), $find);
        }
    }

    #[TestWith([['find' => 'whale'], 'must be one of'])]
    #[TestWith([['dpi' => 90000], 'must lie between'])]
    #[TestWith([['colour' => 'red'], 'not a key that is known'])]
    public function test_numbers_that_cannot_be_are_told(array $numbers, string $says): void
    {
        self::assertStringContainsString($says, (string) $this->postJson('/gather/scanner/preview', $numbers)->assertUnprocessable()->json('message'));
    }

    public function test_no_words_and_too_many_are_told(): void
    {
        $this->postJson('/gather/lettering/preview', ['text' => " \n "])->assertUnprocessable()->assertJsonPath('message', 'There are no words yet. Type some first.');
        self::assertStringContainsString('more lines', (string) $this->postJson('/gather/lettering', ['numbers' => ['text' => str_repeat('M', 60), 'size' => 1200]])->assertUnprocessable()->json('message'));
        $this->get('/gather/telepathy')->assertNotFound();
    }

    public function test_a_font_of_ones_own_is_checked_kept_and_set(): void
    {
        $font = glob('/usr/share/fonts/truetype/*/*.ttf')[0] ?? null;
        if ($font === null) {
            self::markTestSkipped('There is no TrueType font on this machine.');
        }
        $bring = fn (string $bytes, string $name) => $this->post('/fonts', ['font' => UploadedFile::fake()->createWithContent($name, $bytes)], ['Accept' => 'application/json']);
        $bytes = (string) file_get_contents($font);
        $bring('just words', 'words.ttf')->assertUnprocessable()->assertJsonPath('message', 'This is not a font that Yarrowfog opens. It opens TrueType and OpenType fonts (.ttf, .otf).');
        self::assertStringContainsString('cut short', (string) $bring(substr($bytes, 0, 2000), 'short.ttf')->assertUnprocessable()->json('message'));
        $name = $bring($bytes, '../Harbour board.ttf')->assertCreated()->json('name');
        self::assertSame('Harbour board', $name);
        self::assertSame(1, Font::query()->count());
        self::patches($this->postJson('/gather/lettering/preview', ['font' => $name, 'text' => 'Quay']));
    }

    public function test_the_same_file_is_not_taken_twice(): void
    {
        $bring = fn () => $this->post('/sources', ['picture' => UploadedFile::fake()->createWithContent('a.png', $this->scan())], ['Accept' => 'application/json']);
        $first = $bring()->assertCreated()->json('id');
        $again = $bring()->assertOk();
        self::assertSame([$first, true], [$again->json('id'), $again->json('already')]);
        self::assertSame(1, Source::query()->count());
    }

    public function test_sources_are_renamed_tagged_deleted_and_brought_back(): void
    {
        $brush = $this->brush();
        $id = $brush->tip->source_id;
        $this->patchJson("/sources/{$id}", ['name' => 'Quay stain', 'tags' => 'Tide,  rope, tide,'])->assertOk()->assertExactJson(['name' => 'Quay stain', 'tags' => ['tide', 'rope']]);
        $this->patchJson("/sources/{$id}", ['name' => ' '])->assertUnprocessable();
        $this->get('/gather')->assertOk()->assertSee('Quay stain');
        // A tip keeps its own picture, so its source may go.
        $this->deleteJson("/sources/{$id}")->assertOk();
        $this->get('/gather')->assertDontSee('Quay stain');
        $this->get("/tune/{$brush->id}")->assertOk();
        $this->postJson("/sources/{$id}/restore")->assertOk();
        $this->get('/gather')->assertSee('Quay stain');
    }

    public function test_a_source_that_frames_are_cut_from_is_not_deleted(): void
    {
        $ids = [$this->source()->id, $this->source()->id];
        $this->postJson('/cut-sets', ['sources' => $ids])->assertCreated();
        $this->putJson('/cut-sets/1', ['list' => ['steps' => [['step' => 'clear-paper', 'numbers' => ['whitePoint' => 200]], ['step' => 'trim']]], 'frames' => array_map(fn (int $id): array => ['source' => $id], $ids)])->assertOk();
        $this->postJson('/cut-sets/1/tip', [])->assertCreated();
        self::assertStringContainsString('Take it out of that set first', (string) $this->deleteJson("/sources/{$ids[1]}")->assertUnprocessable()->json('message'));
    }

    /** What is chosen by its looks is shown: a picture for each, none like another. */
    #[TestWith(['shape', 'shape', 8])]
    #[TestWith(['growth', 'plant', 4])]
    #[TestWith(['lettering', 'font', 7])]
    #[TestWith(['scanner', 'find', 10])]
    #[TestWith(['camera', 'find', 10])]
    public function test_choices_are_shown_as_pictures(string $way, string $key, int $least): void
    {
        $param = null;
        foreach (app(Ways::class)->find($way)?->params() ?? [] as $p) {
            $param = $p->key === $key ? $p : $param;
        }
        self::assertTrue($param?->isPictured);
        self::assertGreaterThanOrEqual($least, count($param->choices));
        $seen = [];
        foreach ($param->choices as $choice) {
            $picture = PictureFile::read((string) $this->get("/gather/{$way}/choices/{$key}?is=".rawurlencode($choice))->assertOk()->assertHeader('Content-Type', 'image/png')->getContent())->bitmap();
            self::assertLessThanOrEqual(200, max($picture->width, $picture->height));
            self::assertGreaterThan(1, count(array_unique($picture->pixels)), $choice);
            $seen[] = $picture->toBytes();
        }
        self::assertCount(count($param->choices), array_unique($seen));
        $this->getJson("/gather/{$way}/choices/{$key}?is=unknown")->assertUnprocessable();
        $this->get("/gather/{$way}/choices/nothing?is=1")->assertNotFound();
    }

    public function test_a_mark_is_placed_anew_from_its_strokes(): void
    {
        $brush = $this->brush(['size' => ['base' => 40]]);
        $sheet = Sheet::blank('Mark', 400, 400, Sheet::TO_DRAW_A_MARK);
        $this->getJson("/marks/{$sheet->id}/drawn")->assertUnprocessable()->assertJsonPath('message', 'Nothing is drawn yet. Draw a mark first.');
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", ['stroke' => (string) Str::uuid(), 'brush' => $brush->id, 'inks' => ['main' => '#000000'], 'roll' => 1, 'blendMode' => 'darken', 'samples' => [[0, 60, 80, 0.5], [100, 140, 80, 0.5]]])->assertOk();
        [$x, $y, $width, $height] = $this->getJson("/marks/{$sheet->id}/drawn")->assertOk()->json('box');
        $scale = 0.92 * 400 / $width;
        $id = $this->postJson("/marks/{$sheet->id}/keep", ['scale' => $scale, 'dx' => -($x + $width / 2 - 200) * $scale, 'dy' => -($y + $height / 2 - 200) * $scale])->assertCreated()->json('id');
        $source = Source::query()->findOrFail($id);
        self::assertSame('mark', $source->origin);
        $ink = InkBounds::of(InkRule::plane($this->kept($source), TipKind::InkMask), 6554);
        self::assertNotNull($ink);
        self::assertEqualsWithDelta(0.92 * 400, $ink->width, 4);
        self::assertEqualsWithDelta(200, $ink->x + $ink->width / 2, 3);
        self::assertEqualsWithDelta(200, $ink->y + $ink->height / 2, 3);
        $this->postJson("/marks/{$sheet->id}/keep", ['scale' => 900])->assertUnprocessable();
    }

    /** Whatever becomes of its brush and its tip, a mark is placed anew with what it was drawn with. */
    public function test_a_mark_stays_as_it_was_drawn_when_its_brush_changes(): void
    {
        $brush = $this->brush(['size' => ['base' => 40], 'tooth' => ['base' => 'own'], 'toothDepth' => ['base' => 0.8]]);
        $bite = app(TipMaker::class)->make($this->source(), CutList::read(['steps' => [['step' => 'clear-paper', 'numbers' => ['whitePoint' => 200]], ['step' => 'trim']]]), 'Bite')->tip;
        $tooth = $this->postJson('/teeth', ['source' => $this->source()->id])->assertCreated()->json('tooth.id');
        $brush->update(['bite_id' => $bite->id, 'tooth_id' => $tooth]);
        $sheet = Sheet::blank('Mark', 400, 400, Sheet::TO_DRAW_A_MARK);
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", ['stroke' => (string) Str::uuid(), 'brush' => $brush->id, 'inks' => ['main' => '#000000'], 'roll' => 1, 'samples' => [[0, 60, 80, 0.5], [100, 240, 180, 0.5]]])->assertOk();
        $placed = fn (): string => $this->kept(Source::query()->findOrFail($this->postJson("/marks/{$sheet->id}/keep", ['scale' => 1.3, 'turn' => 20])->assertCreated()->json('id')))->toBytes();
        $first = $placed();
        $kept = Stroke::query()->firstOrFail()->textures ?? self::fail();
        self::assertSame([$brush->tip->hash], array_map(fn (StoredPicture $p): string => $p->hash, $kept->frames));
        self::assertSame([$bite->hash, TipKind::InkMask], [$kept->bite?->hash, $kept->bite?->kind]);
        self::assertSame(Tooth::query()->findOrFail($tooth)->hash, $kept->tooth?->hash);

        $list = ['kind' => 'own colours', 'steps' => [['step' => 'clear-paper', 'numbers' => ['whitePoint' => 200]], ['step' => 'trim', 'numbers' => ['margin' => 20]]]];
        $this->postJson("/tips/{$brush->tip_id}/remake", ['list' => $list])->assertOk();
        $brush->refresh()->update(['bite_id' => null, 'tooth_id' => null]);
        $bite->brushes()->forceDelete();
        $bite->forceDelete();
        Tooth::query()->whereKey($tooth)->forceDelete();
        self::assertSame($first, $placed());
        $brush->forceDelete();
        self::assertSame($first, $placed());
    }

    /** A press into a closed space fills it, as a stroke that is undone, and is there when the mark is placed anew. */
    public function test_a_closed_space_of_a_mark_is_filled(): void
    {
        $brush = $this->brush(['size' => ['base' => 24]]);
        $sheet = Sheet::blank('Mark', 400, 300, Sheet::TO_DRAW_A_MARK);
        $loop = array_map(fn (int $i): array => [8.0 * $i, 200 + 90 * cos($i / 40 * 2 * M_PI), 150 + 90 * sin($i / 40 * 2 * M_PI), 1], range(0, 42));
        $uuid = (string) Str::uuid();
        $fill = ['stroke' => $uuid, 'x' => 200.4, 'y' => 150.2, 'ink' => '#707070'];
        $this->postJson("/sheets/{$sheet->id}/pen/fills", $fill)->assertUnprocessable()->assertJsonPath('errors.x', ['This space is open to the edge of the sheet. Close its outline, then fill it.']);
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", ['stroke' => (string) Str::uuid(), 'brush' => $brush->id, 'inks' => ['main' => '#000000'], 'roll' => 1, 'samples' => $loop])->assertOk();
        $this->postJson("/sheets/{$sheet->id}/pen/fills", [...$fill, 'ink' => 'grey'])->assertUnprocessable();
        $this->postJson("/sheets/{$sheet->id}/pen/fills", $fill)->assertOk();
        $this->postJson("/sheets/{$sheet->id}/pen/fills", $fill)->assertOk();
        self::assertSame(2, $sheet->layer()->strokes()->count());
        $kept = fn (array $how): \Yarrowfog\Core\Raster\Bitmap => $this->kept(Source::query()->findOrFail($this->postJson("/marks/{$sheet->id}/keep", $how)->assertCreated()->json('id')));
        self::assertSame([0x707070FF, 0xFFFFFFFF], [$kept([])->at(200, 150), $kept([])->at(5, 5)]);
        $placed = $kept(['scale' => 0.5, 'dx' => -80, 'prints' => 'two-ink']);
        self::assertSame([0x707070FF, 0], [$placed->at(120, 150), $placed->at(200, 150)]);
        $this->postJson("/sheets/{$sheet->id}/undo")->assertOk();
        self::assertSame(0xFFFFFFFF, $kept([])->at(200, 150));
        $this->postJson("/sheets/{$sheet->id}/redo")->assertOk();
        self::assertSame(0x707070FF, $kept([])->at(200, 150));
        $this->postJson('/sheets/'.Sheet::blank('Sheet', 300, 300)->id.'/pen/fills', $fill)->assertNotFound();
    }

    /** White is ink where two inks print or the mark has its own colours; as an ink mask it is paper. */
    #[TestWith(['ink mask', 0xFFFFFFFF, 0xFFFFFFFF, false])]
    #[TestWith(['two-ink', 0xFFFFFFFF, 0, false])]
    #[TestWith(['own colours', 0xFFFFFFFF, 0, false])]
    #[TestWith(['two-ink', 0xFFFFFFFF, 0, true])]
    public function test_a_mark_becomes_what_it_was_drawn_as(string $kind, int $drawn, int $bare, bool $isPlaced): void
    {
        $brush = $this->brush(['size' => ['base' => 60]]);
        $sheet = Sheet::blank('Mark', 200, 200, Sheet::TO_DRAW_A_MARK);
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", ['stroke' => (string) Str::uuid(), 'brush' => $brush->id, 'inks' => ['main' => '#ffffff'], 'roll' => 1, 'samples' => [[0, 100, 100, 1]]])->assertOk();
        $source = Source::query()->findOrFail($this->postJson("/marks/{$sheet->id}/keep", ['prints' => $kind, 'turn' => $isPlaced ? 90 : 0])->assertCreated()->json('id'));
        self::assertSame($drawn, $this->kept($source)->at(100, 100));
        self::assertSame($bare, $this->kept($source)->at(5, 5));
        self::assertSame($kind, $source->cutListOrFirst()->kind->value);
        $this->postJson("/marks/{$sheet->id}/keep", ['prints' => 'three inks'])->assertUnprocessable();
    }

    public function test_light_greys_never_cover_dark_ones_when_only_darkening(): void
    {
        $brush = $this->brush(['size' => ['base' => 60]]);
        foreach (['darken' => 0x30, 'normal' => 0xD0] as $mode => $wanted) {
            $sheet = Sheet::blank('Mark', 200, 200, Sheet::TO_DRAW_A_MARK);
            foreach (['#303030', '#d0d0d0'] as $ink) {
                $this->postJson("/sheets/{$sheet->id}/pen/strokes", ['stroke' => (string) Str::uuid(), 'brush' => $brush->id, 'inks' => ['main' => $ink], 'roll' => 1, 'blendMode' => $mode, 'samples' => [[0, 100, 100, 1]]])->assertOk();
            }
            $picture = $this->kept(Source::query()->findOrFail($this->postJson("/marks/{$sheet->id}/keep")->assertCreated()->json('id')));
            self::assertEqualsWithDelta($wanted, $picture->at(100, 100) >> 24, 6, $mode);
        }
    }

    private function kept(Source $source): \Yarrowfog\Core\Raster\Bitmap
    {
        return PictureFile::read((string) file_get_contents("{$this->folder}/yarrowfog/kept/".substr($source->hash, 0, 2)."/{$source->hash}"))->bitmap();
    }
}
