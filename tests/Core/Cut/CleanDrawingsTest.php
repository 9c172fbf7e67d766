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
            'lamp on paper' => [fn (float $x, float $y): float => min($edge(hypot($x - 200, $y - 200) - 90), 255 - 0.25 * ($x + $y)), ['tinted-paper']],
        ];
    }

    /**
     * @param  callable(float, float): float  $grey
     * @param  list<string>  $wrong
     */
    #[DataProvider('drawings')]
    public function test_what_is_wrong_is_named_and_nothing_else(callable $grey, array $wrong): void
    {
        $picture = Pictures::bitmap(400, 400, fn (int $x, int $y): int => Pictures::grey((int) round(max(0, min(255, $grey($x + 0.5, $y + 0.5))))));
        $list = CutList::read(['steps' => []]);
        $found = array_map(fn (Finding $f): string => $f->id, CheckList::look(CutResult::of(Replay::of($list, $picture), $list, fn () => $picture)));
        self::assertEqualsCanonicalizing($wrong, $found);
    }
}
