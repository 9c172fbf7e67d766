<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Gathering\PlainPen;
use App\Gathering\SourceIntake;
use App\Models\Brush;
use App\Models\Sheet;
use App\Models\Tip;
use App\Pictures\PictureFile;
use Illuminate\Http\UploadedFile;
use Imagick;
use ImagickDraw;
use ImagickPixel;
use Yarrowfog\Core\Stroke\Practice\PracticePen;

final class RoomsTest extends FeatureTestCase
{
    public function test_rooms_say_what_to_do_first_when_there_is_nothing(): void
    {
        foreach (['/gather', '/cut', '/tune', '/keep'] as $room) {
            $this->get($room)->assertOk()->assertHeader('Content-Security-Policy');
        }
        self::assertStringNotContainsString('unsafe', (string) $this->get('/gather')->headers->get('Content-Security-Policy'));
    }

    public function test_the_thing_in_hand_travels_from_room_to_room(): void
    {
        $brush = $this->brush();
        $other = $this->brush();
        $this->get("/tune/{$brush->id}")->assertOk();
        $this->get('/tune')->assertRedirect("/tune/{$brush->id}");
        $this->get("/tune/{$other->id}")->assertOk();
        $this->get('/tune')->assertRedirect("/tune/{$other->id}");
        $this->get('/try')->assertRedirect('/try/'.Sheet::query()->firstOrFail()->id);
    }

    public function test_a_cut_list_is_previewed_checked_kept_and_made_into_a_tip(): void
    {
        $source = $this->source();
        $this->get("/cut/{$source->id}")->assertOk()->assertSee('Blot');
        $list = ['kind' => 'ink mask', 'steps' => [['step' => 'trim', 'on' => true, 'numbers' => ['margin' => 5]]]];
        $checks = self::patches($this->postJson("/cut/{$source->id}/look/checks", ['list' => $list]));
        self::assertSame('tinted-paper', $checks['words']['findings'][0]['id']);
        array_unshift($list['steps'], $checks['words']['findings'][0]['mending']['step']);
        $checks = self::patches($this->postJson("/cut/{$source->id}/look/checks", ['list' => $list]));
        self::assertSame(['too-small'], array_column($checks['words']['findings'], 'id'));
        self::assertSame([324, 428], [$checks['patches'][0]['picture']->width, $checks['patches'][0]['picture']->height]);
        $preview = self::patches($this->postJson("/cut/{$source->id}/look/preview", ['list' => $list]));
        [$patch] = $preview['patches'];
        // The margin that the trim leaves on all sides shows nothing.
        self::assertSame([$patch['picture']->width + 2 * $patch['x'], $patch['picture']->height + 2 * $patch['y']], array_slice($preview['words']['placement'], 6, 2));

        $this->putJson("/cut/{$source->id}", $list)->assertOk();
        self::assertCount(2, $source->refresh()->cut_list?->steps ?? []);
        $made = $this->postJson("/cut/{$source->id}/tip", ['list' => $list, 'name' => 'Blot'])->assertCreated();
        $tip = Brush::query()->findOrFail($made->json('brush'))->tip;
        self::assertSame($source->id, $tip->source_id);
        self::assertSame(300, $tip->dpi);
        $png = $this->get("/tips/{$tip->id}.png")->assertOk()->getContent();
        $picture = PictureFile::read((string) $png);
        self::assertSame([$tip->width, $tip->height, 300], [$picture->width, $picture->height, $picture->dpi]);
        // Black with its ink as alpha: no white box.
        self::assertSame(0, $picture->bitmap()->at(0, 0) & 255);
        self::assertSame(0x000000FF, $picture->bitmap()->at(intdiv($tip->width, 2), intdiv($tip->height, 2)));
    }

    public function test_wrong_numbers_are_refused_by_their_key(): void
    {
        $source = $this->source();
        $brush = $this->brush();
        $this->postJson("/cut/{$source->id}/look/preview", ['list' => ['steps' => [['step' => 'trim', 'numbers' => ['margin' => 'wide']]]]])
            ->assertUnprocessable()->assertJsonPath('errors', ['list.steps.0.numbers.margin' => ['“list.steps.0.numbers.margin” must be a number.']]);
        $this->call('PUT', "/tune/{$brush->id}", server: ['CONTENT_TYPE' => 'application/json'], content: '{"brush": {"settings": {"size": {"base": NaN}}}}')
            ->assertUnprocessable()->assertJsonPath('errors.base', ['“base” is NaN; it must be a number.']);
        $this->postJson("/tune/{$brush->id}/look/swatch", ['brush' => [], 'roll' => 1, 'width' => 99999, 'height' => 100])->assertUnprocessable();
        $this->postJson('/sheets', ['width' => 7000, 'height' => 100])->assertUnprocessable()->assertJsonPath('message', '“width” is 7000; it must lie between 16 and 6000.');
        $this->get('/tune/999999')->assertNotFound();
    }

    public function test_a_swatch_follows_the_settings_and_the_advice_comes_with_reasons(): void
    {
        $brush = $this->brush();
        $paint = fn (array $settings): string => self::patches($this->postJson("/tune/{$brush->id}/look/swatch", ['brush' => ['settings' => $settings], 'roll' => 3, 'width' => 300, 'height' => 100]))['patches'][0]['picture']->toBytes();
        self::assertSame($paint([]), $paint([]));
        self::assertNotSame($paint([]), $paint(['size' => ['base' => 20]]));
        $advice = $this->postJson("/tune/{$brush->id}/ask/advice", ['brush' => ['settings' => ['spacing' => ['base' => 3]]], 'roll' => 3, 'dpi' => 254])->assertOk();
        self::assertSame('separate', $advice->json('report.kind'));
        self::assertSame('idle: set to zero', $advice->json('idle.driftHue'));
        self::assertNotEmpty($advice->json('stages.0.dabs'));
        self::assertSame([0], $advice->json('leading'));
        // 48 px at 254 dpi: 10 px to the millimetre.
        self::assertEqualsWithDelta(4.8, $advice->json('report.print'), 1e-9);
    }

    public function test_a_draft_waits_until_it_is_kept_or_put_back(): void
    {
        $brush = $this->brush();
        $changed = $brush->kept->toArray();
        $changed['settings']['spacing']['base'] = 0.5;
        $this->putJson("/tune/{$brush->id}", ['brush' => $changed, 'roll' => 9])->assertOk()->assertJson(['changed' => true]);
        self::assertSame(0.5, $brush->refresh()->current()->base('spacing'));
        $this->postJson("/tune/{$brush->id}/put-back")->assertOk();
        self::assertSame(0.05, $brush->refresh()->current()->base('spacing'));
        $this->putJson("/tune/{$brush->id}", ['brush' => $changed, 'roll' => 9])->assertOk();
        $this->postJson("/tune/{$brush->id}/keep")->assertOk();
        self::assertNull($brush->refresh()->draft);
        self::assertSame(0.5, $brush->kept->base('spacing'));
        $this->putJson("/tune/{$brush->id}", ['brush' => $changed, 'roll' => 9])->assertJson(['changed' => false]);
    }

    public function test_brushes_are_renamed_doubled_deleted_and_brought_back(): void
    {
        $brush = $this->brush();
        $this->get('/keep')->assertOk()->assertSee('Blot');
        $this->get("/brushes/{$brush->id}/strip")->assertOk()->assertHeader('Content-Type', 'image/png');
        $this->patchJson("/brushes/{$brush->id}", ['name' => ' Low tide "1" '])->assertOk()->assertJson(['name' => 'Low tide "1"']);
        $this->patchJson("/brushes/{$brush->id}", ['name' => '  '])->assertUnprocessable()->assertJsonPath('errors.name', ['A brush needs a name.']);
        $copy = $this->postJson("/brushes/{$brush->id}/duplicate")->assertCreated()->json('id');
        self::assertSame('Low tide "1" again', Brush::query()->findOrFail($copy)->name);
        $this->deleteJson("/brushes/{$brush->id}")->assertOk();
        self::assertNull(Brush::query()->find($brush->id));
        $this->postJson("/brushes/{$brush->id}/restore")->assertOk();
        self::assertNotNull(Brush::query()->find($brush->id));
        self::assertSame(1, Tip::query()->count());
    }

    /** Its first size is said where it is tuned, once. */
    public function test_a_new_tip_begins_as_what_suits_it_and_says_its_size(): void
    {
        foreach ([[200, 'It begins at 64 px; its tip has %d px'], [50, 'It begins at its own size, %d px, 1 : 1.']] as [$side, $says]) {
            $ring = new Imagick;
            $ring->newImage($side, $side, new ImagickPixel('white'), 'png');
            $pen = new ImagickDraw;
            $pen->setFillColor('none');
            $pen->setStrokeColor('black');
            $pen->setStrokeWidth($side / 12);
            $pen->circle($side / 2, $side / 2, $side / 2, $side / 8);
            $pen->circle($side / 2, $side / 2, $side / 2, $side / 2.7);
            $ring->drawImage($pen);
            $source = app(SourceIntake::class)->takeIn($ring->getImageBlob(), 'Ring');
            $made = $this->postJson("/cut/{$source->id}/tip", ['list' => ['steps' => [['step' => 'trim', 'numbers' => ['margin' => 0]]]]])->assertCreated();
            $brush = Brush::query()->with('tip')->findOrFail($made->json('brush'));
            self::assertTrue($brush->kept->choices->onePerPress, 'two rings are a stamp');
            self::assertSame((float) min(64, $brush->tip->width), $brush->kept->base('size'));
            $this->get("/tune/{$brush->id}")->assertSee(sprintf($says, $brush->tip->width), false);
            $this->get("/tune/{$brush->id}")->assertDontSee('It begins');
        }
    }

    public function test_a_strip_is_painted_with_a_movement_of_choice_or_is_a_picture_of_ones_own(): void
    {
        $brush = $this->brush(['size' => ['base' => 20]]);
        $strip = fn (): string => PictureFile::read((string) $this->get("/brushes/{$brush->id}/strip")->assertOk()->getContent())->bitmap()->toBytes();
        $first = $strip();
        $seen = [$first];
        foreach (PracticePen::names() as $movement) {
            self::assertSame($movement, $this->patchJson("/brushes/{$brush->id}", ['strip' => $movement])->assertOk()->json('strip.movement'));
            $seen[] = $strip();
        }
        self::assertCount(count($seen), array_unique($seen), 'each is another strip');
        $this->patchJson("/brushes/{$brush->id}", ['strip' => 'somersault'])->assertUnprocessable();
        // A picture stands in its place, as a copy of a brush has it too, until a movement is chosen again.
        $own = new Imagick;
        $own->newImage(900, 300, new ImagickPixel('#2f6d7a'), 'png');
        $this->postJson("/brushes/{$brush->id}/strip", ['picture' => UploadedFile::fake()->createWithContent('own.png', $own->getImageBlob())])->assertOk()->assertJsonPath('strip.own', true);
        $shown = PictureFile::read((string) $this->get("/brushes/{$brush->id}/strip")->getContent());
        self::assertSame([680, 227, 0x2F6D7AFF], [$shown->width, $shown->height, $shown->bitmap()->at(300, 100)]);
        $copy = $this->postJson("/brushes/{$brush->id}/duplicate")->json('id');
        self::assertSame($brush->refresh()->strip_picture, Brush::query()->findOrFail($copy)->strip_picture);
        $this->postJson("/brushes/{$brush->id}/strip", ['picture' => UploadedFile::fake()->createWithContent('own.png', 'no picture')])->assertUnprocessable();
        self::assertFalse($this->patchJson("/brushes/{$brush->id}", ['strip' => ''])->assertOk()->json('strip.own'));
        self::assertSame($first, $strip());
        $this->get("/tune/{$brush->id}")->assertOk()->assertSee('Its strip is painted with');
    }

    public function test_a_plain_pen_is_always_there_and_is_no_brush_of_the_library(): void
    {
        $this->post('/marks')->assertRedirect();
        $sheet = Sheet::query()->firstOrFail();
        $this->get("/marks/{$sheet->id}")->assertOk()->assertSee('Round pen');
        $this->get("/marks/{$sheet->id}")->assertOk();
        self::assertSame(['Round pen'], Brush::query()->pluck('name')->all());
        self::assertSame([], Brush::library()->pluck('name')->all());
        $this->get('/keep')->assertOk()->assertDontSee('Round pen');
        $this->followingRedirects()->get('/try')->assertOk()->assertSee('Round pen');
        $pen = Brush::query()->firstOrFail();
        $this->get("/brushes/{$pen->id}/strip")->assertOk();
        // Whatever else is made or goes, it comes first, and stays.
        $this->brush();
        $pen->delete();
        self::assertSame($pen->id, app(PlainPen::class)->brush()->id);
        $this->get('/keep')->assertDontSee('Round pen');
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", ['stroke' => '11111111-1111-4111-8111-111111111111', 'brush' => $pen->id, 'roll' => 1, 'samples' => [[0, 300, 300, 1]]])->assertOk();
        $mark = PictureFile::read((string) $this->get("/sheets/{$sheet->id}/picture")->getContent())->bitmap();
        self::assertSame(255, $mark->at(300, 300) & 255);
        self::assertSame(0, $mark->at(300, 320) & 255);
    }

    public function test_a_drawn_mark_becomes_a_source(): void
    {
        $brush = $this->brush();
        $this->post('/marks')->assertRedirect();
        $sheet = Sheet::query()->where('purpose', Sheet::TO_DRAW_A_MARK)->firstOrFail();
        $this->get("/marks/{$sheet->id}")->assertOk();
        $this->postJson("/marks/{$sheet->id}/keep")->assertUnprocessable()->assertJsonPath('message', 'Nothing is drawn yet. Draw a mark first.');
        $this->postJson("/sheets/{$sheet->id}/pen/strokes", ['stroke' => '11111111-1111-4111-8111-111111111111', 'brush' => $brush->id, 'roll' => 1, 'inks' => ['main' => '#000000'], 'samples' => [[0, 300, 300, 1], [50, 500, 500, 1]]])->assertOk();
        $id = $this->postJson("/marks/{$sheet->id}/keep")->assertCreated()->json('id');
        $picture = PictureFile::read((string) $this->get("/sources/{$id}/thumb")->getContent())->bitmap();
        self::assertSame(0xFFFFFF, $picture->at(5, 5) >> 8);
        self::assertLessThan(60, $picture->at(220, 220) >> 24);
    }

    public function test_influence_tells_what_matters_now_and_why_something_does_not(): void
    {
        $brush = $this->brush();
        $settings = ['settings' => ['size' => ['base' => 40], 'spacing' => ['base' => 2], 'count' => ['base' => 1, 'spread' => 0.5]]];
        $influence = $this->influence($brush, ['brush' => $settings, 'roll' => 1])['settings'];
        self::assertGreaterThan(0.05, $influence['spacing']['share']);
        self::assertSame(0, (int) $influence['count']['share']);
        self::assertStringContainsString('count is 1', (string) $influence['count']['reason']);
    }

    public function test_a_range_strip_shows_five_strokes_from_low_to_high(): void
    {
        $brush = $this->brush();
        $strip = self::patches($this->postJson("/tune/{$brush->id}/ask/range", ['brush' => ['settings' => ['size' => ['base' => 20]]], 'roll' => 1, 'setting' => 'opacity']));
        self::assertCount(5, $strip['patches']);
        $ink = array_map(fn (array $p): int => array_sum(array_map(fn (int $pixel): int => $pixel & 255, $p['picture']->pixels)), $strip['patches']);
        self::assertSame(0, $ink[0]);
        self::assertGreaterThan(1.5 * $ink[1], $ink[4]);
        $this->postJson("/tune/{$brush->id}/ask/range", ['brush' => [], 'roll' => 1, 'setting' => 'wingspan'])->assertUnprocessable();
    }

    public function test_every_keep_is_a_version_that_can_be_put_back(): void
    {
        $brush = $this->brush(['size' => ['base' => 40]]);
        foreach ([60, 80] as $size) {
            $this->putJson("/tune/{$brush->id}", ['brush' => ['settings' => ['size' => ['base' => $size]]], 'roll' => 1])->assertOk();
            $versions = $this->postJson("/tune/{$brush->id}/keep")->assertOk()->json('versions');
        }
        self::assertSame([80, 60, 40], array_map(fn (array $v): int => (int) $v['brush']['settings']['size']['base'], $versions));
        // Keeping once more without a change adds nothing.
        self::assertCount(3, $this->postJson("/tune/{$brush->id}/keep")->json('versions'));
        $this->get($versions[2]['strip'])->assertOk()->assertHeader('Content-Type', 'image/png');
        $this->get("/tune/{$brush->id}")->assertOk()->assertSee('Versions');
    }
}
