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
use Yarrowfog\Core\Cut\StepCatalogue;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Resampler;

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
        $scan = self::scan(200, 200);
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
        self::assertSame([], self::findings(Pictures::bitmap(40, 40, fn (int $x, int $y): int => max(abs($x - 19.5), abs($y - 19.5)) < 12 ? Pictures::grey(150) : 0), $list));
    }

    public function test_the_other_findings(): void
    {
        $none = CutList::read(['steps' => []]);
        $chalk = Pictures::bitmap(40, 40, fn (int $x, int $y): int => hypot($x - 20, $y - 20) < 9 ? 0xFFFFFFFF : Pictures::grey(30));
        self::assertSame('Invert ink', self::findings($chalk, $none)['light-on-dark']->mending?->label);

        $cutOff = Pictures::bitmap(40, 40, fn (int $x, int $y): int => $x > 30 && $y > 10 && $y < 18 ? 0x000000FF : 0);
        self::assertSame('Ink touches the right edge from 11 to 18 px. A stamp would look cut off there.', self::findings($cutOff, $none)['touches-edge']->sentence);

        $wide = Pictures::bitmap(60, 40, fn (int $x, int $y): int => hypot($x - 30, $y - 20) < 9 ? 0x000000FF : 0);
        self::assertSame(['not-square'], array_keys(self::findings($wide, $none)));

        self::assertSame(['almost-no-ink'], array_keys(self::findings(Bitmap::filled(50, 50, 0xFFFFFFFF), $none)));
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
