<?php

declare(strict_types=1);

namespace Tests\Core\Cut;

use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Cut\FrameBox;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\InkRule;
use Yarrowfog\Core\Tip\TipKind;

final class FrameBoxTest extends TestCase
{
    public function test_frames_lie_in_the_middle_of_one_box_at_their_own_sizes(): void
    {
        $frames = FrameBox::around([Bitmap::ofColour(40, 20, 255), Bitmap::ofColour(10, 30, 255)], TipKind::InkMask, false);
        foreach ($frames as $frame) {
            self::assertSame([40, 30], [$frame->width, $frame->height]);
        }
        self::assertSame([0, 255, 255, 0], [$frames[0]->at(20, 4), $frames[0]->at(20, 5), $frames[0]->at(20, 24), $frames[0]->at(20, 25)]);
        self::assertSame([0, 255, 255, 0], [$frames[1]->at(14, 0), $frames[1]->at(15, 0), $frames[1]->at(24, 29), $frames[1]->at(25, 29)]);
    }

    public function test_sizes_are_evened_out_to_the_middle_one(): void
    {
        $disc = fn (int $side, float $r): Bitmap => Pictures::bitmap($side, $side, fn (int $x, int $y): int => hypot($x + 0.5 - $side / 2, $y + 0.5 - $side / 2) < $r ? 255 : 0);
        $frames = FrameBox::around([$disc(40, 18), $disc(120, 50), $disc(80, 30)], TipKind::InkMask, true);
        foreach ($frames as $frame) {
            self::assertEqualsWithDelta(M_PI * 900, InkRule::plane($frame, TipKind::InkMask)->total() / 65535, 90);
        }
    }

    public function test_frames_of_wildly_different_sizes_that_fit_no_box_are_told(): void
    {
        $this->expectException(InvalidInput::class);
        $this->expectExceptionMessage('even out their sizes');
        FrameBox::around([Bitmap::ofColour(4100, 2, 255), Bitmap::ofColour(3, 3, 255)], TipKind::InkMask, false);
    }

    public function test_more_frames_than_a_tip_takes_are_refused(): void
    {
        $this->expectExceptionMessage('1 to 32 frames; these are 33');
        FrameBox::around(array_fill(0, 33, Bitmap::ofColour(2, 2, 255)), TipKind::InkMask, false);
    }
}
