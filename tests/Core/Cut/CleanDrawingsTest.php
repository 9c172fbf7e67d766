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
use Yarrowfog\Core\Raster\Bitmap;

/** Drawings made by code, each with all that is wrong with it: the list names that and nothing else. */
final class CleanDrawingsTest extends TestCase
{
    /** @return array<string, array{callable(float, float): float, list<string>}> grey 0–255 by place on 400 × 400 px; findings */
    public static function drawings(): array
    {
        // How dark a soft edge makes a place that lies so many px outside a shape.
        $edge = fn (float $away): float => 255 * max(0.0, min(1.0, $away + 0.5));
        $box = fn (float $x, float $y, float $w, float $h): float => max(abs($x - 200.3) - $w, abs($y - 200.2) - $h);

        return [
            'bar' => [fn (float $x, float $y): float => $edge($box($x, $y, 150, 25)), []],
            'bar, on whole pixels' => [fn (float $x, float $y): float => $edge(max(abs($x - 200) - 150, abs($y - 200) - 25)), []],
            'upright bar' => [fn (float $x, float $y): float => $edge($box($x, $y, 20, 170)), []],
            'thick bar' => [fn (float $x, float $y): float => $edge($box($x, $y, 170, 90)), []],
            'tilted bar' => [fn (float $x, float $y): float => $edge(max(abs($x - 200 + 0.02 * ($y - 200)) - 150, abs($y - 200 - 0.02 * ($x - 200)) - 25)), []],
            'block' => [fn (float $x, float $y): float => $edge($box($x, $y, 120, 120)), []],
            'soft block' => [fn (float $x, float $y): float => 255 * max(0.0, min(1.0, ($box($x, $y, 110, 110) + 8) / 16)), []],
            'grey block' => [fn (float $x, float $y): float => $box($x, $y, 120, 120) < 0 ? 120 : 255, ['never-full']],
            'two blocks' => [fn (float $x, float $y): float => $edge(min(max(abs($x - 110.4) - 70, abs($y - 110.4) - 70), max(abs($x - 290.4) - 70, abs($y - 290.4) - 70))), []],
            'noisy bar' => [fn (float $x, float $y): float => min(255, $edge($box($x, $y, 150, 25)) + (int) ($x * 7 + $y * 13) % 5 - 2), []],
            'disc' => [fn (float $x, float $y): float => $edge(hypot($x - 200, $y - 200) - 150), []],
            'ring' => [fn (float $x, float $y): float => $edge(abs(hypot($x - 200, $y - 200) - 140) - 12), []],
            'soft disc' => [fn (float $x, float $y): float => 255 * min(1.0, hypot($x - 200, $y - 200) / 170) ** 1.5, []],
            'gradient' => [fn (float $x, float $y): float => $box($x, $y, 150, 60) < 0 ? 255 * ($x - 50) / 300 : 255, []],
            'cross' => [fn (float $x, float $y): float => $edge(min($box($x, $y, 20, 150), $box($x, $y, 150, 20))), []],
            'line' => [fn (float $x, float $y): float => $edge($box($x, $y, 170, 2)), []],
            'hatching' => [fn (float $x, float $y): float => $box($x, $y, 150, 150) < 0 ? $edge(abs(fmod($x + $y, 24) - 12) - 4) : 255, []],
            'stripes' => [fn (float $x, float $y): float => $box($x, $y, 150, 150) < 0 ? $edge(abs(fmod($x, 40) - 20) - 10) : 255, []],
            'dots' => [fn (float $x, float $y): float => hypot($x - 200, $y - 200) < 160 ? $edge(hypot(fmod($x, 40) - 20, fmod($y, 40) - 20) - 11) : 255, []],
            'bar that bleeds off' => [fn (float $x, float $y): float => $edge(abs($y - 200.3) - 60), ['touches-edge']],
            'corner that bleeds off' => [fn (float $x, float $y): float => $edge($x + $y - 390.3), ['touches-edge']],
            'half that bleeds off' => [fn (float $x, float $y): float => $edge($y - 200.3), ['off-centre', 'touches-edge']],
            'bar on one side' => [fn (float $x, float $y): float => $edge(max(abs($x - 200) - 150, abs($y - 60.3) - 30)), ['off-centre']],
            'grey paper' => [fn (float $x, float $y): float => 0.82 * $edge(hypot($x - 200, $y - 200) - 90), ['tinted-paper']],
            'light mark on dark' => [fn (float $x, float $y): float => 255 - $edge(hypot($x - 200, $y - 200) - 90), ['light-on-dark']],
            'rings' => [fn (float $x, float $y): float => hypot($x - 200, $y - 200) > 165 ? 255 : $edge(abs(fmod(hypot($x - 200, $y - 200), 40) - 20) - 5), []],
            'fan of strokes' => [fn (float $x, float $y): float => hypot($x - 200, $y - 200) > 160 ? 255 : $edge(hypot($x - 200, $y - 200) * abs(sin(9 * atan2($y - 200, $x - 200))) / 9 - 2.5), []],
            'lamp on paper' => [fn (float $x, float $y): float => min($edge(hypot($x - 200, $y - 200) - 90), 255 - 0.25 * ($x + $y)), ['tinted-paper']],
        ];
    }

    /** @return iterable<string, array{callable(): Bitmap, list<string>}> */
    public static function pictures(): iterable
    {
        foreach (self::drawings() as $name => [$grey, $wrong]) {
            yield $name => [fn (): Bitmap => Pictures::bitmap(400, 400, fn (int $x, int $y): int => Pictures::grey((int) round(max(0, min(255, $grey($x + 0.5, $y + 0.5)))))), $wrong];
        }
        foreach (array_keys(MadeScans::marks()) as $name) {
            // Ink on paper that prints: neither of both is as it should be.
            yield "scan of {$name}" => [fn (): Bitmap => MadeScans::named($name)['picture'], ['tinted-paper', 'never-full']];
        }
    }

    public function test_they_are_forty(): void
    {
        self::assertCount(40, iterator_to_array(self::pictures()));
    }

    /**
     * @param  callable(): Bitmap  $made
     * @param  list<string>  $wrong
     */
    #[DataProvider('pictures')]
    public function test_what_is_wrong_is_named_and_nothing_else(callable $made, array $wrong): void
    {
        self::assertEqualsCanonicalizing($wrong, array_column(self::found($made(), self::untouched()), 'id'));
    }

    /**
     * Whichever button is pressed first, and then the first one there is.
     *
     * @param  callable(): Bitmap  $made
     */
    #[DataProvider('pictures')]
    public function test_any_button_leads_to_nothing_to_mend_in_three_presses(callable $made): void
    {
        $picture = $made();
        $found = self::found($picture, self::untouched());
        if ($found === []) {
            $this->expectNotToPerformAssertions();
        }
        foreach ($found as $first) {
            $list = MendingTest::pressed(self::untouched(), $first);
            for ($presses = 1; $presses < 3 && ($next = self::found($picture, $list)) !== []; $presses++) {
                $list = MendingTest::pressed($list, $next[0]);
            }
            self::assertSame([], array_column(self::found($picture, $list), 'sentence'), "{$first->id} first");
        }
    }

    private static function untouched(): CutList
    {
        return CutList::read(['steps' => []]);
    }

    /** @return list<Finding> */
    private static function found(Bitmap $picture, CutList $list): array
    {
        return CheckList::look(CutResult::of(Replay::of($list, $picture), $list, fn () => $picture));
    }
}
