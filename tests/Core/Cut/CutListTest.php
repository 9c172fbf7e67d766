<?php

declare(strict_types=1);

namespace Tests\Core\Cut;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Cut\CheckList;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\Cut\StepCatalogue;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Resampler;
use Yarrowfog\Core\Tip\TipKind;

final class CutListTest extends TestCase
{
    public function test_a_list_comes_back_as_it_was_written(): void
    {
        $list = CutList::read(['kind' => 'own colours', 'steps' => [
            ['step' => 'clear-colour', 'numbers' => ['places' => [[0.5, 0.25]], 'tolerance' => 0.2]],
            ['step' => 'trim', 'on' => false, 'numbers' => ['margin' => 3]],
        ]]);
        self::assertEquals($list, CutList::read($list->toArray()));
        self::assertFalse($list->steps[1]->on);
    }

    public function test_every_step_reads_with_its_defaults(): void
    {
        foreach (StepCatalogue::ids() as $id) {
            $list = CutList::read(['steps' => [['step' => $id]]]);
            self::assertSame($id, $list->steps[0]->description()->id);
            $list->replay(Pictures::bitmap(12, 9, fn (int $x): int => $x === 5 ? 0x000000FF : 0xFFFFFFFF));
        }
    }

    /** @return array<string, array{mixed, string}> */
    public static function wrong(): array
    {
        return [
            'unknown step' => [['steps' => [['step' => 'melt']]], 'steps.0.step'],
            'unknown number' => [['steps' => [['step' => 'trim', 'numbers' => ['margins' => 3]]]], 'steps.0.numbers.margins'],
            'out of range' => [['steps' => [['step' => 'trim', 'numbers' => ['margin' => -3]]]], 'steps.0.numbers.margin'],
            'wrong type' => [['steps' => [['step' => 'trim', 'numbers' => ['margin' => '3']]]], 'steps.0.numbers.margin'],
            'not finite' => [['steps' => [['step' => 'trim', 'numbers' => ['margin' => NAN]]]], 'steps.0.numbers.margin'],
            'unknown kind' => [['kind' => 'vector', 'steps' => []], 'kind'],
            'no list' => [['steps' => 'trim'], 'steps'],
            'a place outside' => [['steps' => [['step' => 'clear-colour', 'numbers' => ['places' => [[0.5, 1.5]]]]]], 'steps.0.numbers.places.0.1'],
        ];
    }

    #[DataProvider('wrong')]
    public function test_what_is_wrong_is_named(mixed $json, string $key): void
    {
        try {
            CutList::read($json);
            self::fail('It was taken.');
        } catch (InvalidInput $e) {
            self::assertSame($key, $e->key);
        }
    }

    public function test_preview_and_full_cut_agree(): void
    {
        $full = self::scan(600, 400);
        $half = (new Resampler(Filter::Area))->bitmap($full, 300, 200);
        $list = CutList::read(['steps' => [
            ['step' => 'clear-paper', 'numbers' => ['whitePoint' => 190, 'blackPoint' => 30]],
            ['step' => 'trim', 'numbers' => ['margin' => 20]],
            ['step' => 'square'],
        ]]);
        $a = $list->replay($full);
        $b = $list->replay($half, 0.5);
        self::assertEqualsWithDelta($a->width / 2, $b->width, 2);
        self::assertSame($b->width, $b->height);
        self::assertEqualsWithDelta(
            (new CutResult($a, $list))->meanInk(),
            (new CutResult($b, $list, 0.5))->meanInk(),
            0.02,
        );
    }

    public function test_tinted_paper_is_found_and_its_mending_mends_it(): void
    {
        $scan = self::scan(300, 300);
        $list = CutList::read(['steps' => [['step' => 'trim']]]);
        $finding = self::findings($scan, $list)['tinted-paper'] ?? null;
        self::assertNotNull($finding);
        self::assertStringContainsString('18 % ink', $finding->sentence);
        self::assertNotNull($finding->mending);
        self::assertSame(0, $finding->mending->at);
        $mended = CutList::read(['steps' => [$finding->mending->step->toArray(), ['step' => 'trim'], ['step' => 'square']]]);
        self::assertSame([], self::findings($mended->replay($scan), $mended));
    }

    public function test_a_margin_around_the_paper_does_not_hide_it(): void
    {
        $list = CutList::read(['steps' => [['step' => 'trim', 'numbers' => ['margin' => 12]], ['step' => 'square']]]);
        $cut = $list->replay(self::scan(200, 160));
        self::assertSame(0, $cut->at(0, 0));
        self::assertArrayHasKey('tinted-paper', self::findings($cut, $list));
        // Nor is a solid block of one grey taken for paper.
        self::assertArrayNotHasKey('tinted-paper', self::findings(Pictures::bitmap(40, 40, fn (int $x, int $y): int => max(abs($x - 19.5), abs($y - 19.5)) < 12 ? Pictures::grey(150) : 0), $list));
    }

    public function test_the_other_findings(): void
    {
        $none = CutList::read(['steps' => []]);
        $chalk = Pictures::bitmap(40, 40, fn (int $x, int $y): int => hypot($x - 20, $y - 20) < 9 ? 0xFFFFFFFF : Pictures::grey(30));
        self::assertSame('Invert ink', self::findings($chalk, $none)['light-on-dark']->mending?->label);

        $cutOff = Pictures::bitmap(40, 40, fn (int $x, int $y): int => $x > 30 && $y > 10 && $y < 18 ? 0x000000FF : 0);
        self::assertSame('Ink touches the right edge from 11 to 18 px. A stamp would look cut off there.', self::findings($cutOff, $none)['touches-edge']->sentence);

        $wide = Pictures::bitmap(60, 40, fn (int $x, int $y): int => hypot($x - 30, $y - 20) < 9 ? 0x000000FF : 0);
        self::assertSame(['not-square', 'too-small'], array_keys(self::findings($wide, $none)));

        self::assertSame(['almost-no-ink'], array_keys(self::findings(Bitmap::ofColour(150, 150, 0xFFFFFFFF), $none)));
    }

    public function test_ink_that_stands_aside_is_told_and_centred(): void
    {
        $in = Pictures::bitmap(200, 200, fn (int $x, int $y): int => hypot($x - 90.5, $y - 120.5) < 40 ? 0x000000FF : 0);
        $finding = self::findings($in, CutList::read(['steps' => []]))['off-centre'];
        self::assertSame('Off centre by 9 px to the left and 21 px down. Turned, it would swing about a point beside itself.', $finding->sentence);
        self::assertTrue($finding->isNote);
        self::assertMended($in, 'off-centre');
    }

    public function test_ink_that_is_never_full_is_told_and_raised(): void
    {
        foreach ([fn (float $d): int => $d < 60 ? Pictures::grey(110) : Pictures::grey(255), fn (float $d): int => $d < 60 ? 0x00000091 : 0] as $draw) {
            $in = Pictures::bitmap(160, 160, fn (int $x, int $y): int => $draw(hypot($x - 79.5, $y - 79.5)));
            self::assertSame('Ink never reaches full strength: the darkest place prints 57 %.', self::findings($in, CutList::read([]))['never-full']->sentence);
            self::assertMended($in, 'never-full');
        }
    }

    public function test_dust_is_counted_and_taken_out(): void
    {
        $in = Pictures::bitmap(200, 200, fn (int $x, int $y): int => hypot($x - 99.5, $y - 99.5) < 50 || ($x % 40 === 5 && $y % 50 === 5) ? 0x000000FF : 0);
        self::assertStringStartsWith('16 specks', self::findings($in, CutList::read([]))['specks']->sentence);
        self::assertMended($in, 'specks');
    }

    public function test_a_hole_that_was_not_reached_is_told_and_cleared(): void
    {
        $in = Pictures::bitmap(200, 200, fn (int $x, int $y): int => abs(hypot($x - 99.5, $y - 99.5) - 60) < 15 ? 0x803020FF : 0xD8D0C0FF);
        $list = ['kind' => 'own colours', 'steps' => [['step' => 'clear-colour', 'numbers' => ['feather' => 2]]]];
        self::assertSame('One hole is still filled with the background.', self::found($in, CutList::read($list))['holes-left']->sentence);
        self::assertMended($in, 'holes-left', $list);
    }

    /** Whatever comes after clearing: its edges lifted, its colours changed, turned, cropped and scaled. */
    public function test_a_hole_is_told_by_what_was_there_before_it_was_cleared(): void
    {
        $ring = fn (bool $hole): Bitmap => Pictures::bitmap(200, 200, function (int $x, int $y) use ($hole): int {
            $d = hypot($x - 79.5, $y - 109.5);

            return $d < 45 && ($d > 20 || ! $hole) ? 0x803020FF : 0xD8D0C0FF;
        });
        $clear = ['step' => 'clear-colour', 'numbers' => ['feather' => 2]];
        $after = [['step' => 'lift-backing'], ['step' => 'levels', 'numbers' => ['dark' => 30, 'light' => 200]], ['step' => 'turn', 'numbers' => ['angle' => 30]], ['step' => 'trim'], ['step' => 'scale', 'numbers' => ['side' => 60]]];
        foreach ([[$clear], [$clear, ...$after]] as $steps) {
            $list = CutList::read(['kind' => 'own colours', 'steps' => $steps]);
            self::assertSame(['holes' => 1.0], self::found($ring(true), $list)['holes-left']->figures ?? null);
            self::assertArrayNotHasKey('holes-left', self::found($ring(false), $list));
        }
        // Once something else has cleared it, or cropped it away, there is nothing to tell.
        foreach ([['step' => 'clear-colour', 'numbers' => ['places' => [[0.4, 0.55]]]], ['step' => 'crop', 'numbers' => ['left' => 0.52]]] as $step) {
            self::assertArrayNotHasKey('holes-left', self::found($ring(true), CutList::read(['kind' => 'own colours', 'steps' => [$clear, $step]])));
        }
    }

    public function test_a_fringe_is_told_and_lifted(): void
    {
        $in = Pictures::bitmap(200, 200, function (int $x, int $y): int {
            $a = max(0.0, min(1.0, (70 - hypot($x - 99.5, $y - 99.5)) / 8));
            $mix = fn (int $c): int => (int) round($c * $a + 255 * (1 - $a));

            return $a <= 0 ? 0 : $mix(60) << 24 | $mix(90) << 16 | $mix(40) << 8 | (int) round(255 * $a);
        });
        $list = ['kind' => 'own colours', 'steps' => []];
        self::assertStringContainsString('pale halo on dark', self::findings($in, CutList::read($list))['fringe']->sentence);
        self::assertMended($in, 'fringe', $list);
    }

    /** Glow, shadow and outline are soft and pale on purpose: what they made is no fringe, and what was there before them still is. */
    public function test_what_the_list_itself_made_is_no_fringe(): void
    {
        $leaf = fn (float $soft): Bitmap => Pictures::bitmap(200, 200, function (int $x, int $y) use ($soft): int {
            $a = max(0.0, min(1.0, (70 - hypot($x - 99.5, $y - 99.5)) / $soft));
            $mix = fn (int $c, int $b): int => (int) round($c * $a + $b * (1 - $a));

            return $mix(47, 244) << 24 | $mix(107, 236) << 16 | $mix(47, 216) << 8 | 255;
        });
        $clear = ['step' => 'clear-colour', 'numbers' => ['tolerance' => 0.06]];
        foreach (['outer-glow', 'inner-glow', 'shadow', 'outline'] as $made) {
            $numbers = array_intersect_key(['colour' => '#f6edd9'], array_flip(array_map(fn (Field $p): string => $p->key, StepCatalogue::find($made)::description()->params)));
            $after = ['step' => $made, 'numbers' => $numbers];
            $lifted = CutList::read(['kind' => 'own colours', 'steps' => [$clear, ['step' => 'lift-backing'], $after]]);
            self::assertArrayNotHasKey('fringe', self::found($leaf(1.0), $lifted), $made);
            $left = CutList::read(['kind' => 'own colours', 'steps' => [$clear, $after]]);
            self::assertArrayHasKey('fringe', self::found($leaf(8.0), $left), "a rim that was there before {$made}");
        }
    }

    /** In two inks lights print too: white inside a mark is drawn, not a hole. */
    public function test_a_white_of_two_inks_is_no_hole(): void
    {
        $eye = Pictures::bitmap(200, 200, fn (int $x, int $y): int => hypot($x - 100, $y - 100) > 80 || hypot($x - 100, $y - 100) < 25 ? 0xFFFFFFFF : 0x202020FF);
        $steps = [['step' => 'clear-colour', 'numbers' => ['tolerance' => 0.1]]];
        self::assertArrayNotHasKey('holes-left', self::found($eye, CutList::read(['kind' => 'two-ink', 'steps' => $steps])));
        self::assertArrayHasKey('holes-left', self::found($eye, CutList::read(['kind' => 'own colours', 'steps' => $steps])));
    }

    /** A softly blurred leaf, opaque on its paper: once the paper is cleared, its pale rim is told, and one press lifts it. */
    public function test_a_rim_that_is_there_in_full_is_told_and_lifted(): void
    {
        $in = Pictures::bitmap(200, 200, function (int $x, int $y): int {
            $a = max(0.0, min(1.0, (70 - hypot($x - 99.5, $y - 99.5)) / 8));
            $mix = fn (int $c, int $b): int => (int) round($c * $a + $b * (1 - $a));

            return $mix(47, 244) << 24 | $mix(107, 236) << 16 | $mix(47, 216) << 8 | 255;
        });
        $clear = ['kind' => 'own colours', 'steps' => [['step' => 'clear-colour', 'numbers' => ['tolerance' => 0.06]]]];
        self::assertArrayHasKey('fringe', self::found($in, CutList::read($clear)));
        self::assertMended($in, 'fringe', $clear);
        // A sharp edge that is not faded has none.
        $sharp = Pictures::bitmap(200, 200, fn (int $x, int $y): int => hypot($x - 99.5, $y - 99.5) < 70 ? 0x2F6B2FFF : 0xF4ECD8FF);
        self::assertArrayNotHasKey('fringe', self::found($sharp, CutList::read(['kind' => 'own colours', 'steps' => [['step' => 'clear-colour', 'numbers' => ['tolerance' => 0.06, 'feather' => 0]]]])));
    }

    public function test_colour_that_an_ink_mask_would_lose_is_told(): void
    {
        $in = Pictures::bitmap(160, 160, fn (int $x, int $y): int => hypot($x - 79.5, $y - 79.5) < 60 ? 0xA03020FF : 0);
        $finding = self::findings($in, CutList::read([]))['colour-lost'];
        self::assertSame(TipKind::OwnColours, $finding->mending?->kind);
        self::assertArrayNotHasKey('colour-lost', self::findings($in, CutList::read(['kind' => 'own colours'])));
    }

    public function test_a_tip_that_is_too_large_or_too_small_is_told(): void
    {
        $in = Pictures::bitmap(100, 100, fn (int $x, int $y): int => hypot($x - 49.5, $y - 49.5) < 40 ? 0x000000FF : 0);
        $none = CutList::read([]);
        self::assertSame('Small: it will blur when it is painted larger than 100 px.', self::findings($in, $none)['too-small']->sentence);
        $large = CheckList::look(new CutResult($in, $none, 0.02));
        self::assertSame('too-large', $large[0]->id);
        self::assertSame(['to' => 'a longer side', 'side' => 4096.0, 'part' => 0.5, 'by' => 'area'], $large[0]->mending?->step?->numbers->toArray());
    }

    /** @param  array<string, mixed>  $list */
    private static function assertMended(Bitmap $source, string $id, array $list = []): void
    {
        $before = CutList::read($list);
        $finding = self::found($source, $before)[$id];
        self::assertNotNull($finding->mending?->step);
        $steps = array_values(array_filter($before->toArray()['steps'], fn (array $s): bool => $s['step'] !== $finding->mending->step->toArray()['step']));
        array_splice($steps, $finding->mending->at, 0, [$finding->mending->step->toArray()]);
        $after = CutList::read([...$list, 'steps' => $steps]);
        self::assertArrayNotHasKey($id, self::found($source, $after));
    }

    /** @return array<string, Finding> of a source once it is cut */
    private static function found(Bitmap $source, CutList $list): array
    {
        return array_column(CheckList::look(CutResult::of(Replay::of($list, $source), $list, fn (): Bitmap => $source)), null, 'id');
    }

    /** @return array<string, Finding> */
    private static function findings(Bitmap $picture, CutList $list): array
    {
        $out = [];
        foreach (CheckList::look(new CutResult($picture, $list)) as $finding) {
            $out[$finding->id] = $finding;
        }

        return $out;
    }

    /** A dark blot on grainy grey paper. */
    private static function scan(int $width, int $height): Bitmap
    {
        return Pictures::bitmap($width, $height, fn (int $x, int $y): int => Pictures::grey(
            hypot($x - $width / 2, $y - $height / 2) < $height / 4 ? 30 : 208 + ($x * 7 + $y * 13) % 5,
        ));
    }
}
