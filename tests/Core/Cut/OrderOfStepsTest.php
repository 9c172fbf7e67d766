<?php

declare(strict_types=1);

namespace Tests\Core\Cut;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\InkRule;
use Yarrowfog\Core\Tip\TipKind;

/** A tone step changes ink alike whether a clearing step came before it or comes after. */
final class OrderOfStepsTest extends TestCase
{
    /**
     * Steps that change tones, each with what it makes of a grey, worked out here.
     *
     * @return array<string, array{array<string, mixed>, callable(float): float}>
     */
    private static function tones(): array
    {
        return [
            'levels' => [['step' => 'levels', 'numbers' => ['dark' => 40, 'light' => 200]], fn (float $v): float => 255 * max(0, min(1, ($v - 40) / 160))],
            'levels, leaning' => [['step' => 'levels', 'numbers' => ['middle' => 2]], fn (float $v): float => 255 * ($v / 255) ** 0.5],
            'tone curve' => [['step' => 'tone-curve', 'numbers' => ['curve' => [[0, 1], [1, 0]]]], fn (float $v): float => 255 - $v],
            'grey mix' => [['step' => 'grey-mix', 'numbers' => []], fn (float $v): float => $v],
            'invert' => [['step' => 'invert-ink', 'numbers' => []], fn (float $v): float => 255 - $v],
            'threshold' => [['step' => 'threshold', 'numbers' => ['by' => 'given', 'at' => 120, 'soft' => 0]], fn (float $v): float => $v < 120 ? 0 : 255],
            'ink gain' => [['step' => 'ink-gain', 'numbers' => ['curve' => [[0, 0], [1, 0.5]]]], fn (float $v): float => 255 - (255 - $v) / 2],
            'clear paper' => [['step' => 'clear-paper', 'numbers' => ['whitePoint' => 235, 'blackPoint' => 20]], fn (float $v): float => 255 * max(0, min(1, ($v - 20) / 215))],
        ];
    }

    /** @return array<string, array{string, string}> every pair, both ways round */
    public static function pairs(): array
    {
        $pairs = [];
        foreach (array_keys(self::tones()) as $a) {
            foreach (array_keys(self::tones()) as $b) {
                $pairs["{$a}, then {$b}"] = [$a, $b];
            }
        }

        return $pairs;
    }

    #[DataProvider('pairs')]
    public function test_tones_go_on_from_one_another(string $first, string $second): void
    {
        [$a, $toneA] = self::tones()[$first];
        [$b, $toneB] = self::tones()[$second];
        // Steps that only take places away, or crop, come between, and after them what they took stays away.
        foreach ([[], [['step' => 'keep-area', 'numbers' => ['points' => [[0, 0], [1, 0.5]], 'feather' => 0]]], [['step' => 'square', 'numbers' => []]]] as $between) {
            $cut = self::cut(self::ramp(), [$a, ...$between, $b]);
            $top = $between !== [] && $between[0]['step'] === 'square' ? intdiv($cut->height - 16, 2) + 4 : 4;
            foreach (range(0, 255, 5) as $v) {
                $here = $toneB(round($toneA($v)));
                self::assertEqualsWithDelta(255 - $here, InkRule::of($cut->at($v, $top), TipKind::InkMask) / 257, 3, "grey {$v}");
            }
            if ($between !== [] && $between[0]['step'] === 'keep-area') {
                self::assertSame(0, InkRule::of($cut->at(10, 13), TipKind::InkMask), 'What was taken away stays away.');
            }
            if ($between !== [] && $between[0]['step'] === 'square') {
                self::assertSame(0, InkRule::of($cut->at(10, 3), TipKind::InkMask), 'What was added is nothing.');
            }
        }
    }

    #[DataProvider('pairs')]
    public function test_what_a_colour_was_cleared_around_keeps_its_tones_and_its_surroundings(string $first, string $second): void
    {
        if ($first !== $second) {
            $this->expectNotToPerformAssertions();

            return;
        }
        [$step, $tone] = self::tones()[$first];
        // A grey disc on a green ground.
        $picture = Pictures::bitmap(60, 60, fn (int $x, int $y): int => hypot($x - 29.5, $y - 29.5) < 18 ? 0x646464FF : 0x20C040FF);
        $cut = self::cut($picture, [['step' => 'clear-colour', 'numbers' => ['places' => [[0.05, 0.05]], 'feather' => 0]], $step]);
        self::assertEqualsWithDelta(255 - $tone(100), InkRule::of($cut->at(30, 30), TipKind::InkMask) / 257, 3);
        self::assertSame(0, InkRule::of($cut->at(3, 3), TipKind::InkMask));
    }

    /** A soft line that stands in alpha has the ink that levels give the same line on white. */
    public function test_ink_that_stands_in_alpha_takes_tones_as_ink_on_white_does(): void
    {
        $alpha = Pictures::bitmap(256, 4, fn (int $x): int => $x);
        $white = Pictures::bitmap(256, 4, fn (int $x): int => Pictures::grey(255 - $x));
        foreach (['levels', 'levels, leaning', 'ink gain'] as $name) {
            $step = self::tones()[$name][0];
            $a = self::cut($alpha, [$step]);
            $b = self::cut($white, [$step]);
            for ($x = 0; $x < 256; $x++) {
                self::assertEqualsWithDelta(InkRule::of($b->at($x, 1), TipKind::InkMask) / 257, InkRule::of($a->at($x, 1), TipKind::InkMask) / 257, 2, "{$name}, {$x}");
            }
        }
    }

    /** A preview that goes on from the picture before a step shows what the whole list gives. */
    public function test_a_replay_that_goes_on_after_the_paper_was_cleared_gives_the_same(): void
    {
        $list = self::listOf([self::tones()['clear paper'][0], self::tones()['invert'][0], ['step' => 'blur', 'numbers' => ['sigma' => 2]], self::tones()['levels'][0]]);
        $whole = Replay::of($list, self::ramp());
        $parts = Replay::begin(self::ramp());
        for ($i = 1; $i <= 4; $i++) {
            $parts = $parts->through($list, $i, 1.0);
        }
        self::assertSame($whole->picture->pixels, $parts->picture->pixels);
        // What is shown after the first step is transparent where the paper was.
        self::assertSame(0, Replay::begin(self::ramp())->through($list, 1, 1.0)->picture->at(250, 3));
    }

    /** Every grey in a column of 16 px. */
    private static function ramp(): Bitmap
    {
        return Pictures::bitmap(256, 16, fn (int $x): int => Pictures::grey($x));
    }

    /** @param  list<array<string, mixed>>  $steps */
    private static function cut(Bitmap $picture, array $steps): Bitmap
    {
        return Replay::of(self::listOf($steps), $picture)->picture;
    }

    /** @param  list<array<string, mixed>>  $steps */
    private static function listOf(array $steps): CutList
    {
        return CutList::read(['kind' => TipKind::InkMask->value, 'steps' => $steps]);
    }
}
