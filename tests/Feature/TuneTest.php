<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Brush;
use App\Models\Maker;
use App\Models\PenRecording;
use App\Models\Tip;
use App\Models\Tooth;
use App\Pictures\PictureFile;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\TestWith;
use Yarrowfog\Core\Format\InkMl\InkMlReader;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Raster\Resampler;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Practice\PracticePen;
use Yarrowfog\Core\Stroke\SettingValue;

final class TuneTest extends FeatureTestCase
{
    private const STROKE = '22222222-2222-4222-8222-222222222222';

    /** Half the size is the same picture, a quarter of the work: the whole one, made small, differs by little. */
    public function test_a_coarse_swatch_shows_what_the_whole_one_will(): void
    {
        $brush = $this->brush(['size' => ['base' => 40]]);
        $order = ['brush' => ['settings' => ['size' => ['base' => 40], 'spacing' => ['base' => 0.1], 'taperIn' => ['base' => 60]]], 'roll' => 3, 'width' => 601, 'height' => 260, 'pen' => 'slow swell', 'strokes' => [['realPressure' => true, 'samples' => [[0, 40, 230, 1], [80, 300, 240, 1], [160, 560, 230, 1]]]]];
        $shown = function (array $more) use ($brush, $order): Bitmap {
            [$width, $height] = $more === [] ? [601, 260] : [301, 130];
            $pixels = array_fill(0, $width * $height, 0);
            foreach (self::patches($this->postJson("/tune/{$brush->id}/look/swatch", [...$order, ...$more]))['patches'] as $patch) {
                foreach ($patch['picture']->pixels as $i => $p) {
                    $pixels[($patch['y'] + intdiv($i, $patch['picture']->width)) * $width + $patch['x'] + $i % $patch['picture']->width] = $p;
                }
            }

            return new Bitmap($width, $height, $pixels);
        };
        $coarse = $shown(['coarse' => true]);
        $small = (new Resampler(Filter::Area))->bitmap($shown([])->crop(new Rect(0, 0, 602, 260)), 301, 130);
        $off = $ink = 0;
        foreach ($small->pixels as $i => $p) {
            $off += abs(($p & 255) - ($coarse->pixels[$i] & 255));
            $ink += $p & 255;
        }
        self::assertGreaterThan(255 * 3000, $ink);
        self::assertLessThan(0.06, $off / $ink);
    }

    public function test_a_stroke_painted_on_the_swatch_is_shown_live_as_it_is_painted_whole(): void
    {
        $this->atAWorker();
        $brush = $this->brush();
        foreach (['paints' => [], 'erases' => ['does' => ['base' => 'erases']], 'smudges' => ['does' => ['base' => 'smudges']], 'lends' => ['lends' => ['base' => 0.7]]] as $name => $more) {
            $order = ['brush' => ['settings' => ['size' => ['base' => 30, 'spread' => 0.4, 'drives' => [['input' => 'pressure', 'from' => 0.3, 'to' => 1]]], 'spacing' => ['base' => 0.3], ...$more]], 'roll' => 4, 'width' => 400, 'height' => 120, 'pen' => 'hatching'];
            $samples = array_map(fn (int $i): array => [$i * 8, 30 + 8 * $i, 60 + 30 * sin($i / 5), 0.2 + $i / 60], range(0, 40));
            $sheet = $this->laid(Bitmap::ofColour(400, 120), $this->postJson("/tune/{$brush->id}/look/swatch", $order));
            $state = [];
            $stroke = str_replace('2222222222', substr(md5($name), 0, 10), self::STROKE);
            foreach (array_chunk($samples, 9) as $piece) {
                $answer = $this->postJson("/tune/{$brush->id}/pen/pieces", [...$order, 'stroke' => $stroke, 'realPressure' => true, 'samples' => $piece, ...$state]);
                $words = self::patches($answer)['words'];
                self::assertEqualsWithDelta($piece[count($piece) - 1][3], $words['readings']['size pressure'], 0.01);
                $state = ['state' => $words['state']];
                $sheet = $this->laid($sheet, $answer);
            }
            $whole = $this->laid(Bitmap::ofColour(400, 120), $this->postJson("/tune/{$brush->id}/look/swatch", [...$order, 'strokes' => [['realPressure' => true, 'samples' => $samples]]]));
            // The last piece of path is certain only when the pen lifts.
            $differs = 0;
            foreach ($whole->pixels as $i => $pixel) {
                foreach ($i % 400 < 300 ? [24, 16, 8, 0] : [] as $shift) {
                    $differs = max($differs, ($pixel & 255) < 9 && ($sheet->pixels[$i] & 255) < 9 ? 0 : abs(($pixel >> $shift & 255) - ($sheet->pixels[$i] >> $shift & 255)));
                }
            }
            self::assertLessThanOrEqual(2, $differs, $name);
        }
        // Where it is not at hand a piece asks for the whole stroke.
        self::assertTrue(self::patches($this->postJson("/tune/{$brush->id}/pen/pieces", ['brush' => [], 'roll' => 1, 'stroke' => self::STROKE, 'samples' => [[0, 5, 5, 1]], 'state' => ['piece' => 3, 'roll' => 1]]))['words']['again']);
    }

    /** Whoever comes second, however close behind, writes over nothing. */
    public function test_a_draft_is_compared_and_saved_at_once(): void
    {
        $brush = $this->brush();
        $read = Brush::query()->findOrFail($brush->id);
        $also = Brush::query()->findOrFail($brush->id);
        $larger = fn (Brush $b, float $size): BrushSettings => $b->kept->with('size', new SettingValue($size));
        self::assertTrue($read->draw($larger($read, 77), $read->keptParts(), 5, 'one'));
        self::assertFalse($also->draw($larger($also, 88), $also->keptParts(), 6, 'two'));
        foreach ([$read, $also, Brush::query()->findOrFail($brush->id)] as $now) {
            self::assertSame([77.0, 5, 1, 'one'], [$now->current()->base('size'), $now->roll, $now->revision, $now->changed_by]);
        }
        self::assertTrue($also->draw($larger($also, 88), $also->keptParts(), 6, 'two'));
        self::assertSame([88.0, 2], [Brush::query()->findOrFail($brush->id)->current()->base('size'), $also->revision]);
        self::assertFalse($also->isDirty());
    }

    public function test_strokes_on_a_picture_lie_on_that_picture(): void
    {
        $brush = $this->brush();
        $order = ['brush' => ['settings' => ['size' => ['base' => 40], 'blendMode' => ['base' => 'multiply']], 'inks' => ['main' => '#80ff80', 'second' => '#000000']], 'roll' => 1, 'width' => 300, 'height' => 100, 'under' => $this->source()->id, 'pen' => 'long straight'];
        $on = $this->laid(Bitmap::ofColour(300, 100), $this->postJson("/tune/{$brush->id}/look/swatch", $order));
        self::assertSame(210, $on->at(4, 4) >> 24);
        // Grey 210 times #80ff80.
        self::assertEqualsWithDelta([105, 210, 105], [$on->at(60, 53) >> 24, $on->at(60, 53) >> 16 & 255, $on->at(60, 53) >> 8 & 255], 3);
        $this->postJson("/tune/{$brush->id}/look/swatch", [...$order, 'under' => 999])->assertUnprocessable()->assertJsonPath('message', 'The picture under the swatch is gone. Choose another backdrop.');
    }

    public function test_influence_knows_the_pen(): void
    {
        $brush = $this->brush();
        $settings = ['settings' => ['size' => ['base' => 40, 'drives' => [['input' => 'pressure', 'from' => 0.2, 'to' => 1]]], 'angleFollows' => ['base' => 'heading'], 'count' => ['base' => 1, 'spread' => 0.5]]];
        $ask = fn (string $pen): array => $this->influence($brush, ['brush' => $settings, 'roll' => 1, 'pen' => $pen]);
        $pen = $ask('slow swell');
        self::assertGreaterThan(0.05, $pen['drives']['size pressure']['share']);
        $mouse = $ask('mouse');
        self::assertSame('idle: this pen has no pressure', $mouse['drives']['size pressure']['reason']);
        self::assertSame('idle: count is 1', $mouse['spreads']['count']['reason']);
        // The blot is a disc.
        self::assertSame('idle: a round tip looks the same however it is turned', $mouse['settings']['angleFollows']['reason']);
        $still = $this->postJson("/tune/{$brush->id}/ask/advice", ['brush' => $settings, 'roll' => 1, 'pen' => 'mouse'])->json('still');
        self::assertSame(['size pressure' => 'idle: this pen has no pressure'], $still);
    }

    public function test_every_movement_is_shown_and_one_of_ones_own_is_kept_named_taken_away_and_deleted(): void
    {
        $brush = $this->brush();
        $strokes = [['realPressure' => true, 'samples' => [[0, 10, 10, 0.2, 10, 5, 40], [40, 90, 40, 0.9, 20, 5, 60]]], ['realPressure' => false, 'samples' => [[0, 50, 50, 0.5]]]];
        $id = $this->postJson('/recordings', ['name' => ' My hand ', 'strokes' => $strokes])->assertCreated()->assertJson(['name' => 'My hand'])->json('id');
        $shown = self::patches($this->postJson("/tune/{$brush->id}/movements", ['brush' => [], 'roll' => 1]));
        self::assertSame([...PracticePen::names(), 'My hand'], array_column($shown['words']['movements'], 'name'));
        self::assertSame('2 strokes, 0.0 s, with pressure', $shown['words']['movements'][13]['sentence']);
        // Asked for by itself, a movement is the same picture.
        $one = self::patches($this->postJson("/tune/{$brush->id}/movements", ['brush' => [], 'roll' => 1, 'movement' => 5]));
        self::assertSame($shown['words']['movements'], $one['words']['movements']);
        self::assertCount(1, $one['patches']);
        self::assertSame($shown['patches'][5]['picture']->pixels, $one['patches'][0]['picture']->pixels);
        foreach ($shown['patches'] as $patch) {
            self::assertGreaterThan(0, array_sum($patch['picture']->pixels));
        }
        $file = $this->get("/recordings/{$id}.inkml")->assertOk()->assertHeader('Content-Type', 'application/inkml+xml');
        self::assertCount(2, InkMlReader::read((string) $file->getContent())->strokes);
        $brought = $this->post('/recordings/bring', ['file' => UploadedFile::fake()->createWithContent('from a friend.inkml', (string) $file->getContent())], ['Accept' => 'application/json'])->assertCreated();
        self::assertSame('from a friend', $brought->json('name'));
        $this->postJson("/tune/{$brush->id}/look/swatch", ['brush' => [], 'roll' => 1, 'recorded' => $id, 'pen' => 'by hand'])->assertOk();
        $this->patchJson("/recordings/{$id}", ['name' => 'Slow hand'])->assertJson(['name' => 'Slow hand']);
        $this->deleteJson("/recordings/{$id}")->assertOk();
        $this->postJson("/tune/{$brush->id}/look/swatch", ['brush' => [], 'roll' => 1, 'recorded' => $id])->assertUnprocessable()->assertJsonPath('message', 'This recording is gone. Choose another movement for the practice pen.');
        $this->postJson("/recordings/{$id}/restore")->assertOk();
        self::assertNotNull(PenRecording::query()->find($id));
        $this->postJson('/recordings', ['name' => '', 'strokes' => []])->assertUnprocessable()->assertJsonPath('message', 'There is no stroke in it: a trace needs at least one.');
    }

    #[TestWith(['<ink xmlns="http://www.w3.org/2003/InkML"/>', 'There is no trace in this InkML'])]
    #[TestWith(["<!DOCTYPE ink [<!ENTITY x 'y'>]><ink><trace>1 2</trace></ink>", 'declares a document type'])]
    #[TestWith(['<ink><trace>NaN NaN</trace></ink>', '“NaN NaN” is no figure'])]
    #[TestWith(["\x89PNG\r\n", 'no well-formed XML'])]
    public function test_a_file_that_is_no_movement_is_refused_with_a_sentence(string $content, string $says): void
    {
        $answer = $this->post('/recordings/bring', ['file' => UploadedFile::fake()->createWithContent('a.inkml', $content)], ['Accept' => 'application/json'])->assertUnprocessable();
        self::assertStringContainsString($says, (string) $answer->json('message'));
        self::assertSame(0, PenRecording::query()->count());
    }

    /** A page that is left sends its last change beside the one before it, and they may arrive the other way round. */
    public function test_of_two_changes_of_a_window_the_later_one_counts_whichever_arrives_last(): void
    {
        $brush = $this->brush();
        $save = fn (float $size, int $turn, string $tab = 'one', int $revision = 0): \Illuminate\Testing\TestResponse => $this->putJson("/tune/{$brush->id}", ['brush' => ['settings' => ['size' => ['base' => $size]]], 'roll' => 1, 'revision' => $revision, 'tab' => $tab, 'turn' => $turn]);
        self::assertSame(1, $save(20, 1000)->assertOk()->json('revision'));
        self::assertSame(2, $save(22, 1003)->assertOk()->json('revision'));
        self::assertSame(2, $save(21, 1002)->assertOk()->json('revision'));
        self::assertSame(2, $save(22, 1003)->assertOk()->json('revision'), 'the same once more');
        self::assertSame(22.0, $brush->refresh()->current()->base('size'));
        $this->get("/tune/{$brush->id}")->assertSee('"changedBy":{"tab":"one","turn":1003}', false);
        // Turns are a window's own: another one that knows the revision may write whatever its clock says.
        self::assertSame(3, $save(23, 7, 'two', 2)->assertOk()->json('revision'));
        $save(24, 1004)->assertConflict();
        self::assertSame(23.0, $brush->refresh()->current()->base('size'));
        $save(25, -1)->assertUnprocessable();
    }

    public function test_two_windows_notice_each_other_and_nothing_is_lost(): void
    {
        $brush = $this->brush();
        $save = fn (float $size, int $revision, string $tab): \Illuminate\Testing\TestResponse => $this->putJson("/tune/{$brush->id}", ['brush' => ['settings' => ['size' => ['base' => $size]]], 'roll' => 1, 'revision' => $revision, 'tab' => $tab]);
        self::assertSame(1, $save(20, 0, 'one')->assertOk()->json('revision'));
        // The same window never meets itself, even when an answer was lost.
        self::assertSame(2, $save(21, 0, 'one')->assertOk()->json('revision'));
        $save(30, 0, 'two')->assertConflict()->assertJson(['message' => 'This brush was changed in another window meanwhile.', 'revision' => 2]);
        self::assertSame(21.0, $brush->refresh()->current()->base('size'));
        $this->postJson("/tune/{$brush->id}/keep", ['revision' => 0, 'tab' => 'two'])->assertConflict();
        $new = $this->postJson("/tune/{$brush->id}/branch", ['brush' => ['settings' => ['size' => ['base' => 30]]], 'roll' => 7])->assertCreated()->json('tune');
        $copy = Brush::query()->latest('id')->firstOrFail();
        self::assertStringEndsWith("/tune/{$copy->id}", (string) $new);
        self::assertSame([30.0, 'Blot again', 7], [$copy->kept->base('size'), $copy->name, $copy->roll]);
        $save(30, 2, 'two')->assertOk();
        $save(22, 2, 'one')->assertConflict();
    }

    public function test_tip_bite_and_tooth_are_chosen_kept_and_guarded(): void
    {
        $brush = $this->brush();
        $other = $this->brush();
        $other->tip->update(['kind' => 'own colours']);
        $third = $this->brush()->tip;
        $tooth = $this->postJson('/teeth', ['source' => $this->source()->id])->assertCreated()->json('tooth');
        $picture = PictureFile::read((string) $this->get($tooth['picture'])->assertOk()->getContent());
        self::assertSame([256, 256], [$picture->width, $picture->height]);
        $this->get('/teeth/made/slate')->assertOk()->assertHeader('Content-Type', 'image/png');
        $this->get('/teeth/made/jelly')->assertNotFound();

        $parts = ['tip' => $other->tip_id, 'bite' => $third->id, 'tooth' => $tooth['id']];
        $draft = ['brush' => ['settings' => ['tooth' => ['base' => 'own'], 'size' => ['base' => 60]]], 'parts' => $parts, 'roll' => 1];
        $plain = self::patches($this->postJson("/tune/{$brush->id}/look/swatch", [...$draft, 'parts' => ['tip' => $other->tip_id], 'brush' => ['settings' => ['size' => ['base' => 60]]]]));
        $bitten = self::patches($this->postJson("/tune/{$brush->id}/look/swatch", $draft));
        $ink = fn (array $swatch): int => array_sum(array_map(fn (array $p): int => array_sum(array_map(fn (int $pixel): int => $pixel & 255, $p['picture']->pixels)), $swatch['patches']));
        self::assertLessThan($ink($plain), $ink($bitten));

        $this->putJson("/tune/{$brush->id}", $draft)->assertOk()->assertJson(['changed' => true]);
        $brush->refresh();
        self::assertNotSame($other->tip_id, $brush->tip_id);
        // The kind of the tip goes with it.
        self::assertSame('own colours', $brush->current()->tipKind->value);
        $state = $this->postJson("/tune/{$brush->id}/keep")->assertOk();
        self::assertEquals($parts, $state->json('keptParts'));
        self::assertEquals($parts, $state->json('versions.0.parts'));
        self::assertNull($state->json('versions.1.parts.bite'));
        self::assertSame([$other->tip_id, $third->id, $tooth['id']], [$brush->refresh()->tip_id, $brush->bite_id, $brush->tooth_id]);

        $this->deleteJson("/tips/{$third->id}")->assertUnprocessable();
        self::assertStringContainsString('is needed by', (string) $this->deleteJson("/tips/{$third->id}")->json('message'));
        $this->deleteJson("/teeth/{$tooth['id']}")->assertUnprocessable()->assertJsonPath('message', '“Blot” is the ground of “Blot”. Choose another tooth there first.');
        // One that is gone meanwhile is told, and the draft stays as it was.
        $this->putJson("/tune/{$brush->id}", [...$draft, 'parts' => ['tip' => 999]])->assertUnprocessable()->assertJsonPath('message', 'The tip of this brush is gone. Choose another one under Form.');
        $this->postJson("/tune/{$brush->id}/look/swatch", [...$draft, 'parts' => [...$parts, 'bite' => 999]])->assertUnprocessable()->assertJsonPath('message', 'The tip that bites is gone. Choose another one under Ground, or none.');
        $this->postJson("/tune/{$brush->id}/look/swatch", [...$draft, 'parts' => [...$parts, 'tooth' => 999]])->assertUnprocessable()->assertJsonPath('message', 'The tooth of this brush is gone. Choose another one under Ground.');
    }

    public function test_a_tip_and_a_tooth_that_nothing_needs_are_deleted_and_brought_back(): void
    {
        $brush = $this->brush();
        $tip = Tip::query()->create($brush->tip->only(['name', 'kind', 'hash', 'width', 'height']));
        $this->get("/tips/{$tip->id}/frames/0")->assertOk()->assertHeader('Content-Type', 'image/png');
        $this->deleteJson("/tips/{$tip->id}")->assertOk();
        self::assertNull(Tip::query()->find($tip->id));
        $this->postJson("/tips/{$tip->id}/restore")->assertOk();
        self::assertNotNull(Tip::query()->find($tip->id));
        $tooth = $this->postJson('/teeth', ['source' => $this->source()->id])->json('tooth');
        $this->deleteJson("/teeth/{$tooth['id']}")->assertOk();
        self::assertSame(0, Tooth::query()->count());
        $this->postJson("/teeth/{$tooth['id']}/restore")->assertOk();
        self::assertSame(1, Tooth::query()->count());
    }

    public function test_an_ink_is_told_with_what_lies_around_it(): void
    {
        $ink = self::patches($this->postJson('/ask/inks', ['hex' => '#2F5664']));
        self::assertSame('#2f5664', $ink['words']['hex']);
        self::assertEqualsWithDelta(0.429, $ink['words']['lightness'], 0.005);
        self::assertSame(['darker and lighter', 'neighbouring hues', 'greyer and stronger', 'across the circle'], array_keys($ink['words']['wells']));
        self::assertSame('#2f5664', $ink['words']['wells']['darker and lighter'][2]);
        self::assertSame([132, 92], [$ink['patches'][0]['picture']->width, $ink['patches'][0]['picture']->height]);
        $strong = self::patches($this->postJson('/ask/inks', ['lightness' => 0.6, 'chroma' => 0.33, 'hue' => 200]));
        self::assertTrue($strong['words']['lowered']);
        self::assertLessThan(0.2, $strong['words']['chroma']);
        // A grey keeps the hue that was chosen before it.
        self::assertEqualsWithDelta(200, self::patches($this->postJson('/ask/inks', ['hex' => '#777777', 'hue' => 200]))['words']['hue'], 0.01);
        $this->postJson('/ask/inks', ['hex' => 'teal'])->assertUnprocessable()->assertJsonPath('message', '“hex” must be a colour such as #2f5664.');
    }

    public function test_name_note_tags_and_a_makers_mark(): void
    {
        $brush = $this->brush();
        $maker = $this->postJson('/makers', ['name' => 'Ada Marsh'])->assertCreated()->json('maker.id');
        $this->postJson('/makers', ['name' => ' '])->assertUnprocessable()->assertJsonPath('message', 'A maker needs a name.');
        $this->patchJson("/brushes/{$brush->id}", ['note' => 'For wet stones.', 'tags' => 'Stone, wet , stone', 'maker' => $maker])->assertOk()->assertJson(['tags' => 'stone, wet', 'maker' => $maker, 'name' => 'Blot']);
        $this->patchJson("/brushes/{$brush->id}", ['maker' => 99])->assertUnprocessable();
        $this->patchJson("/makers/{$maker}", ['licence' => 'CC BY 4.0'])->assertJsonPath('maker.licence', 'CC BY 4.0')->assertJsonPath('maker.mark', null);
        $drawn = $this->postJson("/makers/{$maker}/drawn", ['strokes' => [['realPressure' => true, 'samples' => [[0, 0, 0, 1], [90, 140, 90, 1]]]]])->assertOk()->json('maker.mark');
        $mark = PictureFile::read((string) $this->get($drawn)->assertOk()->getContent())->bitmap();
        self::assertGreaterThan(200, $mark->at(128, 128) & 255);
        self::assertSame(0, $mark->at(250, 20) & 255);
        $brought = $this->post("/makers/{$maker}/mark", ['picture' => UploadedFile::fake()->createWithContent('mark.png', $this->scan())], ['Accept' => 'application/json'])->assertOk()->json('maker.mark');
        self::assertNotSame($drawn, $brought);
        $this->post("/makers/{$maker}/mark", ['picture' => UploadedFile::fake()->createWithContent('mark.png', 'no picture')], ['Accept' => 'application/json'])->assertUnprocessable();
        $this->get("/tune/{$brush->id}")->assertOk()->assertSee('For wet stones.')->assertSee('Ada Marsh');
        $this->patchJson("/brushes/{$brush->id}", ['maker' => 0])->assertJson(['maker' => null]);
        self::assertSame(1, Maker::query()->count());
    }

    public function test_curve_points_out_of_order_are_refused(): void
    {
        $brush = $this->brush();
        $settings = fn (array $curve): array => ['brush' => ['settings' => ['size' => ['base' => 20, 'drives' => [['input' => 'pressure', 'curve' => $curve]]]]], 'roll' => 1];
        $this->putJson("/tune/{$brush->id}", $settings([[0, 0], [0.7, 0.2], [0.3, 0.5], [1, 1]]))->assertUnprocessable()->assertJsonPath('message', '“brush.settings.size.drives.0.curve.2.0” must lie to the right of the point before it.');
        $this->putJson("/tune/{$brush->id}", $settings([[0.2, 0], [1, 1]]))->assertUnprocessable();
        self::assertNull($brush->refresh()->draft);
    }

    /** @param  \Illuminate\Testing\TestResponse<\Symfony\Component\HttpFoundation\Response>  $answer */
    private function laid(Bitmap $on, \Illuminate\Testing\TestResponse $answer): Bitmap
    {
        $pixels = $on->pixels;
        foreach (self::patches($answer)['patches'] as ['x' => $left, 'y' => $top, 'picture' => $picture]) {
            foreach ($picture->pixels as $i => $pixel) {
                $pixels[($top + intdiv($i, $picture->width)) * $on->width + $left + $i % $picture->width] = $pixel;
            }
        }

        return new Bitmap($on->width, $on->height, $pixels);
    }

    public function test_a_keep_that_is_pressed_four_times_is_one_version(): void
    {
        $brush = $this->brush();
        $this->putJson("/tune/{$brush->id}", ['brush' => $brush->kept->withBase('size', 77.0)->toArray()])->assertOk();
        foreach (range(1, 4) as $_) {
            $this->postJson("/tune/{$brush->id}/keep", [])->assertOk();
        }
        self::assertSame(2, $brush->versions()->count(), 'as it began, and as it was kept');
    }

    public function test_what_could_not_be_read_again_is_never_stored_and_what_is_damaged_stops_nothing_else(): void
    {
        $brush = $this->brush();
        $ink = fn (string $rate): string => '<ink xmlns="http://www.w3.org/2003/InkML"><context xml:id="c"><inkSource xml:id="s"><sampleRate uniform="true" value="'.$rate.'"/><traceFormat><channel name="X" type="decimal" units="dev"/><channel name="Y" type="decimal" units="dev"/></traceFormat></inkSource></context><trace contextRef="#c">0 0, 50 60, 100 20, 150 90</trace></ink>';
        $this->post('/recordings/bring', ['file' => UploadedFile::fake()->createWithContent('slow.inkml', $ink('1e-10'))], ['Accept' => 'application/json'])->assertUnprocessable();
        self::assertSame(0, PenRecording::query()->count());
        $this->post('/recordings/bring', ['file' => UploadedFile::fake()->createWithContent('good.inkml', $ink('100'))], ['Accept' => 'application/json'])->assertCreated();
        DB::table('recordings')->insert(['name' => 'Broken', 'strokes' => '{"strokes": [{"samples": [[0, 1e99, 2, 3]]}]}']);
        $told = self::patches($this->postJson("/tune/{$brush->id}/movements", ['brush' => $brush->kept->toArray(), 'roll' => 1]));
        $sentences = array_column($told['words']['movements'], 'sentence', 'name');
        self::assertStringContainsString('is damaged', $sentences['Broken']);
        self::assertStringContainsString('1 stroke', $sentences['good']);
        self::assertCount(count($told['words']['movements']), $told['patches'], 'each has its picture, that one an empty one');
    }

    /** A file may be called anything, in any encoding: what came in it can be told all the same. */
    public function test_a_recording_from_a_file_of_a_strange_name_can_be_told(): void
    {
        $brush = $this->brush();
        $ink = '<ink xmlns="http://www.w3.org/2003/InkML"><trace>0 0, 50 60, 100 20, 150 90</trace></ink>';
        foreach (["Caf\xe9" => 'Caf?', "a\x07\x1fb" => 'a b', "\xff\xfe" => '??', '..\\..\\up' => 'up', '   ' => 'From a file', str_repeat('é', 300) => str_repeat('é', 120)] as $name => $told) {
            $answer = $this->post('/recordings/bring', ['file' => UploadedFile::fake()->createWithContent("{$name}.inkml", $ink)], ['Accept' => 'application/json'])->assertCreated();
            self::assertSame($told, $answer->json('name'));
        }
        // One that was stored before that was looked at is told, too, once the library is brought up to date.
        DB::table('recordings')->insert(['name' => "Gr\xfc\xdfe", 'strokes' => '{"strokes": []}']);
        (require database_path('migrations/2026_12_01_000018_recording_names.php'))->up();
        $this->postJson("/tune/{$brush->id}/movements", ['brush' => $brush->kept->toArray(), 'roll' => 1])->assertOk();
        self::assertSame('Gr??e', PenRecording::query()->latest('id')->firstOrFail()->name);
    }

    /** Two requests of one window that meet are no conflict; of two windows they are. */
    public function test_what_one_window_sends_twice_at_once_is_no_conflict_with_itself(): void
    {
        $brush = $this->brush();
        foreach (['mine' => 200, 'theirs' => 409] as $tab => $status) {
            $brush->refresh();
            $revision = $brush->revision;
            // Between reading and writing, another request comes in.
            $done = false;
            Brush::retrieved(function (Brush $read) use ($brush, $tab, &$done): void {
                if (! $done && $read->id === $brush->id) {
                    $done = true;
                    DB::table('brushes')->where('id', $brush->id)->update(['revision' => $read->revision + 1, 'changed_by' => $tab]);
                }
            });
            $this->putJson("/tune/{$brush->id}", ['brush' => $brush->kept->withBase('size', 55.0)->toArray(), 'revision' => $revision, 'tab' => 'mine'])->assertStatus($status);
            Brush::flushEventListeners();
        }
    }
}
