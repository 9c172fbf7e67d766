<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Brush;
use App\Models\Sheet;
use App\Models\Tip;
use App\Pictures\PictureFile;

final class RoomsTest extends FeatureTestCase
{
    public function test_rooms_say_what_to_do_first_when_there_is_nothing(): void
    {
        foreach (['/gather', '/cut', '/tune', '/try', '/keep'] as $room) {
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
        $preview = self::patches($this->postJson("/cut/{$source->id}/preview", ['list' => $list]));
        self::assertSame('tinted-paper', $preview['words']['findings'][0]['id']);
        array_unshift($list['steps'], $preview['words']['findings'][0]['mending']['step']);
        $preview = self::patches($this->postJson("/cut/{$source->id}/preview", ['list' => $list]));
        self::assertSame([], $preview['words']['findings']);
        self::assertSame([324, 428], [$preview['patches'][1]['picture']->width, $preview['patches'][1]['picture']->height]);

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
        $this->postJson("/cut/{$source->id}/preview", ['list' => ['steps' => [['step' => 'trim', 'numbers' => ['margin' => 'wide']]]]])
            ->assertUnprocessable()->assertJsonPath('errors', ['list.steps.0.numbers.margin' => ['“list.steps.0.numbers.margin” must be a number.']]);
        $this->call('PUT', "/tune/{$brush->id}", server: ['CONTENT_TYPE' => 'application/json'], content: '{"brush": {"settings": {"size": {"base": NaN}}}}')
            ->assertUnprocessable()->assertJsonPath('errors.base', ['“base” is NaN; it must be a number.']);
        $this->postJson("/tune/{$brush->id}/swatch", ['brush' => [], 'roll' => 1, 'width' => 99999, 'height' => 100])->assertUnprocessable();
        $this->postJson('/sheets', ['width' => 7000, 'height' => 100])->assertUnprocessable()->assertJsonPath('message', '“width” is 7000; it must lie between 16 and 6000.');
        $this->get('/tune/999999')->assertNotFound();
    }

    public function test_a_swatch_follows_the_settings_and_the_advice_comes_with_reasons(): void
    {
        $brush = $this->brush();
        $paint = fn (array $settings): string => self::patches($this->postJson("/tune/{$brush->id}/swatch", ['brush' => ['settings' => $settings], 'roll' => 3, 'width' => 300, 'height' => 100]))['patches'][0]['picture']->toBytes();
        self::assertSame($paint([]), $paint([]));
        self::assertNotSame($paint([]), $paint(['size' => ['base' => 20]]));
        $advice = self::patches($this->postJson("/tune/{$brush->id}/advice", ['brush' => ['settings' => ['spacing' => ['base' => 3]]], 'roll' => 3]));
        self::assertSame('separate', $advice['words']['report']['kind']);
        self::assertSame('idle: set to zero', $advice['words']['idle']['driftHue']);
        self::assertNotEmpty($advice['words']['stages']['dabs']);
    }

    public function test_a_draft_waits_until_it_is_kept_or_put_back(): void
    {
        $brush = $this->brush();
        $changed = $brush->kept->toArray();
        $changed['settings']['spacing']['base'] = 0.5;
        $this->putJson("/tune/{$brush->id}", ['brush' => $changed, 'roll' => 9])->assertOk()->assertJson(['changed' => true]);
        self::assertSame(0.5, $brush->refresh()->current()->base('spacing'));
        $this->postJson("/tune/{$brush->id}/put-back")->assertOk();
        self::assertSame(0.12, $brush->refresh()->current()->base('spacing'));
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

    public function test_an_empty_library_has_a_pen_to_draw_the_first_mark_with(): void
    {
        $this->post('/marks')->assertRedirect();
        $this->post('/marks')->assertRedirect();
        self::assertSame(['Round pen'], Brush::query()->pluck('name')->all());
        $sheet = Sheet::query()->firstOrFail();
        $this->postJson("/sheets/{$sheet->id}/strokes", ['stroke' => '11111111-1111-4111-8111-111111111111', 'brush' => Brush::query()->firstOrFail()->id, 'roll' => 1, 'samples' => [[0, 300, 300, 1]]])->assertOk();
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
        $this->postJson("/sheets/{$sheet->id}/strokes", ['stroke' => '11111111-1111-4111-8111-111111111111', 'brush' => $brush->id, 'roll' => 1, 'inks' => ['main' => '#000000'], 'samples' => [[0, 300, 300, 1], [50, 500, 500, 1]]])->assertOk();
        $id = $this->postJson("/marks/{$sheet->id}/keep")->assertCreated()->json('id');
        $picture = PictureFile::read((string) $this->get("/sources/{$id}/thumb")->getContent())->bitmap();
        self::assertSame(0xFFFFFF, $picture->at(5, 5) >> 8);
        self::assertLessThan(60, $picture->at(220, 220) >> 24);
    }
}
