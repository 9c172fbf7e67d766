<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Brush;
use App\Models\Sheet;
use App\Models\Stroke;
use Illuminate\Support\Str;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\AssumedPressure;
use Yarrowfog\Core\Stroke\Choice\Does;
use Yarrowfog\Core\Stroke\Practice\LentPressure;
use Yarrowfog\Core\Stroke\Sample;

/** What the hand has otherwise than the brush: settings at hand, pressure that is lent to a mouse. */
final class HandTest extends FeatureTestCase
{
    private Sheet $sheet;

    private Brush $pen;

    private const LINE = [[0, 60, 60, 0.5], [40, 120, 90, 0.5], [90, 200, 150, 0.5], [150, 330, 80, 0.5]];

    protected function setUp(): void
    {
        parent::setUp();
        $this->sheet = Sheet::blank('Test', 400, 300);
        $this->pen = $this->brush(['size' => ['base' => 40, 'spread' => 0.2, 'drives' => [['input' => 'pressure', 'from' => 0.1, 'to' => 1]]], 'spacing' => ['base' => 0.3, 'spread' => 0.25]]);
    }

    /** @param  array<string, mixed>  $more */
    private function paint(array $more = []): Stroke
    {
        $uuid = (string) Str::uuid();
        $this->postJson("/sheets/{$this->sheet->id}/pen/strokes", $this->order($uuid, $more))->assertOk();

        return Stroke::query()->where('uuid', $uuid)->firstOrFail();
    }

    /**
     * @param  array<string, mixed>  $more
     * @return array<string, mixed>
     */
    private function order(string $uuid, array $more): array
    {
        return ['stroke' => $uuid, 'brush' => $this->pen->id, 'roll' => 5, 'samples' => self::LINE, ...$more];
    }

    public function test_settings_in_hand_are_those_of_the_stroke_and_the_brush_stays_as_it_is(): void
    {
        $before = $this->pen->kept->toArray();
        $stroke = $this->paint(['with' => ['spacing' => ['base' => 0.8], 'does' => ['base' => 'smudges'], 'count' => ['base' => 3]], 'size' => 20]);
        self::assertSame([0.8, 3.0, 20.0, Does::Smudges], [$stroke->brush->base('spacing'), $stroke->brush->base('count'), $stroke->brush->base('size'), $stroke->brush->choices->does]);
        self::assertSame([0.25, 0.2], [$stroke->brush->value('spacing')->spread, $stroke->brush->value('size')->spread], 'spreads stay');
        self::assertCount(1, $stroke->brush->value('size')->drives, 'and what moves it');
        self::assertSame($before, $this->pen->refresh()->kept->toArray());
        self::assertFalse($this->pen->isChanged());
        foreach ([['spacing' => 0.8], ['spacing' => ['base' => 99]], ['spacing' => ['base' => 'wide']], ['does' => ['base' => 'flies']], ['gap' => ['base' => 1]], ['spacing' => ['base' => 1, 'spread' => 1]]] as $wrong) {
            $this->postJson("/sheets/{$this->sheet->id}/pen/strokes", $this->order((string) Str::uuid(), ['with' => $wrong]))->assertUnprocessable();
        }
    }

    public function test_what_the_hand_has_is_kept_with_the_brush_when_that_is_asked_for(): void
    {
        $answer = $this->postJson("/brushes/{$this->pen->id}/hand", ['size' => 77, 'opacity' => 0.4, 'with' => ['spacing' => ['base' => 0.6]]])->assertOk();
        self::assertSame([77, 0.4], [$answer->json('size'), $answer->json('opacity')]);
        $kept = $this->pen->refresh()->kept;
        self::assertSame([77.0, 0.4, 0.6, 0.25], [$kept->base('size'), $kept->base('opacity'), $kept->base('spacing'), $kept->value('spacing')->spread]);
        self::assertSame(2, $this->pen->versions()->count(), 'what it was, and what it is');
        $this->postJson("/brushes/{$this->pen->id}/hand", ['with' => ['spacing' => ['base' => 0.6]]])->assertOk();
        self::assertSame(2, $this->pen->versions()->count(), 'nothing new is no version');
        $this->postJson("/brushes/{$this->pen->id}/hand", ['colour' => 'red'])->assertUnprocessable();
    }

    public function test_at_most_six_settings_stand_at_hand(): void
    {
        $six = ['spacing', 'count', 'flow', 'does', 'noise', 'rim'];
        $this->patchJson("/brushes/{$this->pen->id}", ['atHand' => $six, 'isPinned' => true])->assertOk()->assertJsonPath('atHand', $six)->assertJsonPath('isPinned', true);
        $this->patchJson("/brushes/{$this->pen->id}", ['atHand' => [...$six, 'angle']])->assertUnprocessable()->assertJsonPath('message', 'Six settings stand at hand at most. Take another one away first.');
        foreach ([['size'], ['pressureResponse'], ['nothing'], 'spacing', [7]] as $wrong) {
            $this->patchJson("/brushes/{$this->pen->id}", ['atHand' => $wrong])->assertUnprocessable();
        }
        self::assertSame($six, $this->pen->refresh()->at_hand);
        $this->get("/try/{$this->sheet->id}")->assertOk()->assertSee('"id":"noise"', false);
        $this->patchJson("/brushes/{$this->pen->id}", ['name' => 'Other'])->assertOk();
        self::assertSame($six, $this->pen->refresh()->at_hand, 'another name takes nothing away');
    }

    /** A mouse presses as a practised hand does along the whole stroke, and the stroke is painted so for ever. */
    public function test_a_practised_hand_lends_its_pressure(): void
    {
        $plain = $this->paint(['realPressure' => false]);
        $lent = $this->paint(['realPressure' => false, 'lent' => 'slow swell']);
        $trace = $lent->unpack();
        self::assertTrue($trace->realPressure);
        $expected = LentPressure::of('slow swell')->lend($plain->unpack());
        self::assertEquals($expected->samples, $trace->samples);
        self::assertGreaterThan(0.3, max(array_map(fn (Sample $s): float => $s->pressure, $trace->samples)) - min(array_map(fn (Sample $s): float => $s->pressure, $trace->samples)));
        self::assertNotEquals($plain->area, $lent->area);
        $this->postJson("/sheets/{$this->sheet->id}/pen/strokes", $this->order((string) Str::uuid(), ['lent' => 'mouse']))->assertUnprocessable();
    }

    public function test_while_it_is_lent_the_stroke_is_shown_and_what_is_too_much_is_taken_away_when_the_pen_lifts(): void
    {
        $this->atAWorker();
        $uuid = (string) Str::uuid();
        $more = ['realPressure' => false, 'lent' => 'quick flicks', 'with' => ['assumedLevel' => ['base' => 1]]];
        $live = self::patches($this->postJson("/sheets/{$this->sheet->id}/pen/pieces", $this->order($uuid, $more)));
        self::assertContains('pressure', $live['words']['provisional']);
        $shown = [];
        foreach ([...$live['patches'], ...self::patches($this->postJson("/sheets/{$this->sheet->id}/pen/strokes", $this->order($uuid, $more)))['patches']] as $patch) {
            foreach ($patch['picture']->pixels as $i => $pixel) {
                $shown[$patch['x'] + $i % $patch['picture']->width][$patch['y'] + intdiv($i, $patch['picture']->width)] = $pixel;
            }
        }
        foreach (self::patches($this->get("/sheets/{$this->sheet->id}/pixels"))['patches'] as $patch) {
            foreach ($patch['picture']->pixels as $i => $pixel) {
                $place = [$patch['x'] + $i % $patch['picture']->width, $patch['y'] + intdiv($i, $patch['picture']->width)];
                self::assertSame($pixel, $shown[$place[0]][$place[1]] ?? 0, implode(' ', $place));
            }
        }
    }

    public function test_a_mouse_presses_steadily_or_by_its_speed_where_the_hand_says_so(): void
    {
        $even = $this->paint(['realPressure' => false, 'with' => ['assumedPressure' => ['base' => 'steady'], 'assumedLevel' => ['base' => 0.9]]]);
        $speed = $this->paint(['realPressure' => false, 'with' => ['assumedPressure' => ['base' => 'from speed'], 'assumedLevel' => ['base' => 0.9]]]);
        self::assertNotEquals($even->area, $speed->area);
        self::assertSame(AssumedPressure::FromSpeed, $speed->brush->choices->assumedPressure);
        self::assertInstanceOf(BrushSettings::class, $speed->brush);
    }

    /** Few bytes must not keep a worker busy: dabs are counted before they are made, and the pen is followed only so far beyond the sheet. */
    public function test_a_pen_that_leaps_is_neither_followed_for_ever_nor_lost(): void
    {
        $leaps = [[0, -100000, -100000, 1], [1, 100000, 100000, 1], [2, -100000, 100000, 1], [3, 100000, -100000, 1]];
        $order = ['size' => 1, 'samples' => $leaps];
        $this->postJson("/sheets/{$this->sheet->id}/pen/pieces", $this->order((string) Str::uuid(), $order))->assertUnprocessable()->assertJsonPath('message', 'So many dabs are painted when the pen lifts.');
        $stroke = $this->paint(['size' => 60, 'with' => ['spacing' => ['base' => 0.3]], 'samples' => $leaps]);
        $places = array_map(fn (Sample $s): array => [$s->x, $s->y], $stroke->unpack()->samples);
        self::assertSame([[-2000.0, -2000.0], [2400.0, 2300.0], [-2000.0, 2300.0], [2400.0, -2000.0]], $places);
        self::assertNotNull($stroke->area);
        // What is drawn on the sheet, and a little beyond, stays where it is.
        self::assertSame([[60.0, 60.0], [-1500.0, 90.0]], array_map(fn (Sample $s): array => [$s->x, $s->y], $this->paint(['samples' => [[0, 60, 60, 1], [9, -1500, 90, 1]]])->unpack()->samples));
        $this->postJson("/sheets/{$this->sheet->id}/pen/strokes", $this->order((string) Str::uuid(), ['size' => 1, 'with' => ['count' => ['base' => 16], 'spacing' => ['base' => 0.01]], 'samples' => array_map(fn (int $i): array => [$i, $i % 2 === 0 ? -2000 : 2400, 100 + $i % 7, 1], range(0, 60))]))->assertUnprocessable();
        // A long stroke that comes as one piece, as when a worker was lost, is no leap.
        $this->postJson("/sheets/{$this->sheet->id}/pen/pieces", $this->order((string) Str::uuid(), ['size' => 10, 'samples' => array_map(fn (int $i): array => [$i * 8, 200 + 150 * sin($i / 9), 150 + 100 * cos($i / 7), 0.7], range(0, 800))]))->assertOk();
    }
}
