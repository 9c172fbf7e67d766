<?php

declare(strict_types=1);

namespace Tests\Core\Cut\Thing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Cut\Thing\Focus;
use Yarrowfog\Core\Raster\Bitmap;

/** How blurred the edges of a thing are, against edges that are blurred by the integral of a Gaussian itself. */
final class FocusTest extends TestCase
{
    private const SIDE = 80;

    /** @return iterable<string, array{float, float}> */
    public static function edges(): iterable
    {
        foreach ([1.5, 2.0, 2.5, 3.0, 4.0] as $sigma) {
            foreach ([0.0, 30.0, 45.0, 90.0, 200.0] as $degrees) {
                yield "σ {$sigma} px at {$degrees}°" => [$sigma, $degrees];
            }
        }
    }

    #[DataProvider('edges')]
    public function test_the_blur_of_an_edge_is_told_at_any_turn(float $sigma, float $degrees): void
    {
        $told = Focus::of($this->picture(fn (float $x, float $y): float => self::edge($x * cos(deg2rad($degrees)) + $y * sin(deg2rad($degrees)), $sigma)), $this->thing());
        self::assertNotNull($told);
        // Of 8 bits the slopes of an edge of 4 px are known to a twentieth.
        self::assertEqualsWithDelta($sigma, $told, 0.15 * $sigma);
    }

    public function test_only_the_edges_of_the_thing_count(): void
    {
        // A sharp edge at −20 px and a soft one at +15: of the right half, of the left half, and of both the sharper one.
        $picture = $this->picture(fn (float $x): float => 0.5 * self::edge($x + 20, 1.5) + 0.5 * self::edge($x - 15, 3.0));
        self::assertEqualsWithDelta(3.0, Focus::of($picture, $this->thing(36, self::SIDE)), 0.45);
        self::assertEqualsWithDelta(1.5, Focus::of($picture, $this->thing(0, 36)), 0.225);
        self::assertEqualsWithDelta(1.5, Focus::of($picture, $this->thing()), 0.225);
    }

    public function test_where_nothing_has_an_edge_nothing_is_told(): void
    {
        self::assertNull(Focus::of($this->picture(fn (): float => 0.6), $this->thing()));
        // One level from px to px is 257 of 65,535: shading. Two are 514: an edge.
        self::assertNull(Focus::of($this->picture(fn (float $x): float => 0.5 + $x / 255), $this->thing()));
        self::assertNotNull(Focus::of($this->picture(fn (float $x): float => 0.5 + 2 * $x / 255), $this->thing()));
        self::assertNull(Focus::of($this->picture(fn (float $x): float => self::edge($x, 2.0)), $this->thing(0, 0)));
    }

    public function test_what_blurring_does_not_change_is_told_as_the_most(): void
    {
        self::assertSame(20.0, Focus::of($this->picture(fn (float $x, float $y): float => 0.5 + 3 * $x / 255), $this->thing(20, 60)));
    }

    private static function edge(float $along, float $sigma): float
    {
        // Abramowitz and Stegun 7.1.26: erf within 1.5e-7.
        $z = abs($along) / $sigma / M_SQRT2;
        $t = 1 / (1 + 0.3275911 * $z);
        $erf = 1 - $t * (0.254829592 + $t * (-0.284496736 + $t * (1.421413741 + $t * (-1.453152027 + $t * 1.061405429)))) * exp(-$z * $z);

        return 0.5 + ($along < 0 ? -0.5 : 0.5) * $erf;
    }

    /** @param  callable(float, float): float  $light  0–1, of px from the middle */
    private function picture(callable $light): Bitmap
    {
        $pixels = [];
        for ($y = 0; $y < self::SIDE; $y++) {
            for ($x = 0; $x < self::SIDE; $x++) {
                $pixels[] = (int) round(255 * $light($x + 0.5 - self::SIDE / 2, $y + 0.5 - self::SIDE / 2)) * 0x01010100 | 255;
            }
        }

        return new Bitmap(self::SIDE, self::SIDE, $pixels);
    }

    /** A thing between two columns. */
    private function thing(int $from = 0, int $until = self::SIDE): Bitmap
    {
        $pixels = [];
        for ($i = 0; $i < self::SIDE * self::SIDE; $i++) {
            $pixels[] = $i % self::SIDE >= $from && $i % self::SIDE < $until ? 0x808080FF : 0;
        }

        return new Bitmap(self::SIDE, self::SIDE, $pixels);
    }
}
