<?php

declare(strict_types=1);

namespace Tests\Core\Cut;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\InkBounds;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\Raster\Bitmap;

final class ReplayTest extends TestCase
{
    public function test_it_tells_where_the_result_lies_on_the_source(): void
    {
        $in = Pictures::bitmap(100, 60, fn (int $x, int $y): int => $x >= 30 && $x < 50 && $y >= 20 && $y < 30 ? 0x000000FF : 0);
        $replay = Replay::of(CutList::read(['steps' => [
            ['step' => 'trim', 'numbers' => ['margin' => 5]],
            ['step' => 'square'],
            ['step' => 'scale', 'numbers' => ['side' => 60]],
        ]]), $in);
        // Trimmed to 30 × 20 at (25, 15), squared to 30 × 30 at (25, 10), then twice as large.
        self::assertSame([2.0, 0.0, 0.0, 2.0, -50.0, -20.0, 60, 60, 0.0, 0.0, 1.0], $replay->placement->toArray());
        self::assertSame([[1.0, 0.0, 0.0, 1.0, 0.0, 0.0, 100, 60, 0.0, 0.0, 1.0], [1.0, 0.0, 0.0, 1.0, -25.0, -15.0, 30, 20, 0.0, 0.0, 1.0], [1.0, 0.0, 0.0, 1.0, -25.0, -10.0, 30, 30, 0.0, 0.0, 1.0]], array_map(fn ($p): array => $p->toArray(), $replay->inputs));
        self::assertSame([60, 60], [$replay->picture->width, $replay->picture->height]);
    }

    public function test_a_step_that_is_off_does_nothing(): void
    {
        $in = Bitmap::ofColour(9, 7, 0x336699FF);
        $list = CutList::read(['steps' => [['step' => 'invert-ink', 'on' => false], ['step' => 'square', 'on' => false]]]);
        self::assertSame($in->pixels, $list->replay($in)->pixels);
        self::assertSame([[9, 7], [9, 7]], array_map(fn ($p): array => [$p->width, $p->height], Replay::of($list, $in)->inputs));
    }

    #[TestWith([1])]
    #[TestWith([2])]
    #[TestWith([3])]
    public function test_framing_steps_keep_all_ink(int $roll): void
    {
        $in = Pictures::bitmap(40, 30, fn (int $x, int $y): int => ($x * 31 + $y * 17 * $roll) % 23 === 0 && $x > 5 && $y > 8 ? 0x000000FF : 0);
        $ink = fn (Bitmap $b): int => count(array_filter($b->pixels));
        foreach ([['trim'], ['centre'], ['square'], ['trim', 'centre', 'square'], ['square', 'trim']] as $steps) {
            $list = CutList::read(['steps' => array_map(fn (string $s): array => ['step' => $s], $steps)]);
            self::assertSame($ink($in), $ink($list->replay($in)), implode(', ', $steps));
        }
    }

    public function test_ink_bounds_and_the_centre_of_its_weight(): void
    {
        $ink = Pictures::plane(10, 8, fn (int $x, int $y): int => match (true) {
            $x === 2 && $y === 3 => 30000,
            $x === 8 && $y === 3 => 10000,
            default => 0,
        });
        self::assertSame([2, 3, 7, 1], InkBounds::of($ink, 500)?->toArray());
        self::assertSame([2, 3, 1, 1], InkBounds::of($ink, 20000)?->toArray());
        self::assertNull(InkBounds::of($ink, 60000));
        // (3 · 2.5 + 1 · 8.5) / 4
        self::assertEqualsWithDelta([4.0, 3.5], InkBounds::weightCentre($ink), 1e-9);
        self::assertNull(InkBounds::weightCentre(Pictures::plane(3, 3, fn (): int => 0)));
    }
}
