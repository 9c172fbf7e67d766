<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

use Yarrowfog\Core\Colour\Oklab;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Raster\Bitmap;

/** What lies around the middle of a picture: paper, a plain backing, or a scene, told by small squares along its edges. */
final readonly class Surroundings
{
    public const PAPER = 'paper';

    public const PLAIN = 'a plain backing';

    public const SCENE = 'a scene';

    public const CLEAR = 'nothing';

    /** Squares along each side of the picture, and the part of it that one fills. */
    private const ALONG = 48;

    /** Squares on both sides with which one is compared: light may change slowly. */
    private const BESIDE = 4;

    /** Part of the squares that may be anything: a mark runs off the picture, a hair lies on the glass. */
    private const PASSED_OVER = 0.15;

    /** Difference in OKLab from those beside it from which on a square is not plain. */
    private const UNEVEN = 0.011;

    /** The same from which on it has a texture, as no paper has. */
    private const STUFF = 0.005;

    /** Lightness from which on, and chroma up to which something plain is paper. */
    private const LIGHT = 0.68;

    private const COLOURED = 0.08;

    /** @param  float  $sure  0–1 */
    private function __construct(public string $kind, public float $sure, public float $uneven, private float $colour)
    {
    }

    public static function of(Bitmap $in): self
    {
        $squares = self::squares($in);
        if (count($squares) < 8) {
            return new self(self::CLEAR, 1.0, 0.0, 0.0);
        }
        $off = $lights = [];
        $count = count($squares);
        foreach ($squares as $n => $square) {
            $l = $a = $b = [];
            for ($k = -self::BESIDE; $k <= self::BESIDE; $k++) {
                $other = $squares[($n + $k + $count) % $count];
                $l[] = $other->l;
                $a[] = $other->a;
                $b[] = $other->b;
            }
            $off[] = $square->differenceTo(new Oklab(self::middle($l), self::middle($a), self::middle($b)));
            $lights[] = $square->l;
        }
        sort($off);
        // A mark that runs off the paper is no paper: its lightest part is.
        asort($lights);
        $lightest = array_slice(array_keys($lights), (int) (0.75 * $count));
        $light = $colour = 0.0;
        foreach ($lightest as $n) {
            $light += $squares[$n]->l / count($lightest);
            $colour += hypot($squares[$n]->a, $squares[$n]->b) / count($lightest);
        }
        $uneven = $off[(int) ((1 - self::PASSED_OVER) * ($count - 1))];
        $kind = match (true) {
            $uneven > self::UNEVEN => self::SCENE,
            $uneven <= self::STUFF && $light >= self::LIGHT && $colour <= self::COLOURED => self::PAPER,
            default => self::PLAIN,
        };

        return new self($kind, 1 / (1 + exp(-6 * abs(log(max(1e-4, $uneven) / self::UNEVEN)))), $uneven, $colour);
    }

    /** Whether what lies around is of a stuff that somebody photographed, and no even tone that was made or scanned. */
    public function isStuff(): bool
    {
        return $this->kind === self::SCENE || ($this->kind === self::PLAIN && ($this->uneven > self::STUFF || $this->colour > self::COLOURED));
    }

    /** @param  non-empty-list<float>  $values  an odd number of them */
    private static function middle(array $values): float
    {
        sort($values);

        return $values[intdiv(count($values), 2)];
    }

    /** @return list<Oklab> mean colours of squares once around the picture, without those that are clear */
    private static function squares(Bitmap $in): array
    {
        $side = max(2, intdiv(max($in->width, $in->height), self::ALONG));
        $places = [];
        $right = max(0, $in->width - $side);
        $bottom = max(0, $in->height - $side);
        for ($x = 0; $x < $right; $x += $side) {
            $places[] = [$x, 0];
        }
        for ($y = 0; $y < $bottom; $y += $side) {
            $places[] = [$right, $y];
        }
        for ($x = $right; $x > 0; $x -= $side) {
            $places[] = [$x, $bottom];
        }
        for ($y = $bottom; $y > 0; $y -= $side) {
            $places[] = [0, $y];
        }
        $squares = [];
        foreach ($places as [$left, $top]) {
            $n = $r = $g = $b = 0;
            for ($y = $top; $y < min($in->height, $top + $side); $y++) {
                for ($x = $left; $x < min($in->width, $left + $side); $x++) {
                    $p = $in->pixels[$y * $in->width + $x];
                    if (($p & 255) > 127) {
                        $n++;
                        $r += $p >> 24;
                        $g += $p >> 16 & 255;
                        $b += $p >> 8 & 255;
                    }
                }
            }
            if (2 * $n > $side * $side) {
                $squares[] = Oklab::fromSrgb(new Srgb(intdiv($r, $n), intdiv($g, $n), intdiv($b, $n)));
            }
        }

        return $squares;
    }
}
