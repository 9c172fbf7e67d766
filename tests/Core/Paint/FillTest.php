<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Stroke\Fill;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;

final class FillTest extends TestCase
{
    /** A soft ring, filled in its own colour, is a disc without a seam; in another one the ring stays as it was. */
    public function test_a_closed_space_is_filled_up_to_the_middle_of_its_outline(): void
    {
        $ring = self::ring();
        $all = new Rect(0, 0, 300, 200);
        foreach ([0x203040, 0xE0A030] as $colour) {
            $fill = Fill::of($ring, 150, 100, $colour);
            $filled = Compositor::over($ring, $all, $fill);
            foreach ($ring->words as $i => $word) {
                $r = hypot($i % 300 - 150, intdiv($i, 300) - 100);
                if ($r < 60) {
                    // Destination-over, in rational numbers.
                    $left = 32640 - ($word & 32767);
                    foreach ([45 => 16, 30 => 8, 15 => 0] as $shift => $from) {
                        self::assertEqualsWithDelta(($word >> $shift & 32767) + ($colour >> $from & 255) * 128 * $left / 32640, $filled->words[$i] >> $shift & 32767, 1.0);
                    }
                    self::assertSame(32640, $filled->words[$i] & 32767, 'full everywhere inside: no seam');
                } elseif ($r > 66) {
                    self::assertSame($word, $filled->words[$i]);
                }
            }
            $changed = 0;
            foreach ($fill->takeDirty() as $area) {
                $changed += $area->area();
                self::assertLessThan(68, abs($area->x - 150));
            }
            self::assertGreaterThan(M_PI * 58 ** 2, $changed);
        }
    }

    public function test_a_space_that_winds_is_filled_whole(): void
    {
        // Walls between corridors, open in turn at the left and at the right.
        $maze = DeepBitmap::of(Pictures::bitmap(120, 120, fn (int $x, int $y): int => $x < 4 || $y < 4 || $x > 115 || $y > 115 || $y % 16 < 3 && ($y % 32 < 16 ? $x < 100 : $x > 20) ? 0x000000FF : 0));
        $filled = Compositor::over($maze, new Rect(0, 0, 120, 120), Fill::of($maze, 60, 10, 0xFF0000));
        self::assertSame([32640], array_values(array_unique(array_map(fn (int $w): int => $w & 32767, $filled->words))));
    }

    public function test_what_is_open_or_painted_is_refused_with_what_to_do(): void
    {
        foreach ([[20, 20, 'Close its outline'], [90, 100, 'There is paint here'], [300, 5, 'not on the sheet'], [-1, 5, 'not on the sheet']] as [$x, $y, $says]) {
            try {
                Fill::of(self::ring(), $x, $y, 0);
                self::fail('not refused');
            } catch (InvalidInput $e) {
                self::assertStringContainsString($says, $e->getMessage());
            }
        }
    }

    /** Two lines from side to side, and one across: what lies between them is open to one side only, which ever it is. */
    public function test_a_space_that_is_open_to_one_side_is_refused(): void
    {
        $all = static fn (bool $isTurned, bool $isBefore): DeepBitmap => DeepBitmap::of(Pictures::bitmap(60, 60, function (int $x, int $y) use ($isTurned, $isBefore): int {
            [$along, $across] = $isTurned ? [$y, $x] : [$x, $y];

            return ($across >= 20 && $across < 24) || ($across >= 40 && $across < 44) || ($along >= ($isBefore ? 10 : 46) && $along < ($isBefore ? 14 : 50)) ? 0x000000FF : 0;
        }));
        foreach ([[false, true, 40, 30], [false, false, 20, 30], [true, true, 30, 40], [true, false, 30, 20]] as [$isTurned, $isBefore, $x, $y]) {
            try {
                Fill::of($all($isTurned, $isBefore), $x, $y, 0);
                self::fail('not refused');
            } catch (InvalidInput $e) {
                self::assertStringContainsString('open to the edge', $e->getMessage());
            }
        }
    }

    /** A radius of 60, 12 wide, its edges fading over 3 px. */
    private static function ring(): DeepBitmap
    {
        return DeepBitmap::of(Pictures::bitmap(300, 200, fn (int $x, int $y): int => 0x20304000 | (int) (255 * max(0.0, min(1.0, (6 - abs(hypot($x - 150, $y - 100) - 62)) / 3)))));
    }
}
