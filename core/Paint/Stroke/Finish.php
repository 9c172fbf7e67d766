<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Paint\Dab\Tooth;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Settings\GroundSettings;

/**
 * Ground: what happens to the coverage of a stroke as a whole: the bite, the rim, the
 * tooth that the stroke meets once, and noise, in this order.
 */
final class Finish
{
    /** How much of its ink the inside of a stroke gives to its rim. */
    private const GIVES = 0.6;

    /** How much it gives even where the edge cannot take it up. */
    private const ALWAYS_GIVES = 0.2;

    /** One in so many pixels is asked how much ink the edge takes; a prime, so that they lie in all columns. */
    private const EVERY = 7;

    private readonly ?Tooth $tooth;

    private readonly int $depth;

    private readonly string $combine;

    private readonly int $opacity;

    private readonly float $rim;

    private readonly int $rimWidth;

    private readonly int $noise;

    private readonly int $ink;

    /** @var array<string, array<int, int>|null> bitten tiles, kept for their neighbours' rims */
    private array $bitten = [];

    /** @var array<string, array<int, int>>|null by tile: how much of the ink that a rim moves each pixel takes up */
    private ?array $weights = null;

    /** Part of its ink that each pixel gives. */
    private float $gives = 0.0;

    /** Ink for one of these weights. */
    private float $perWeight = 0.0;

    /** @var list<int>|null */
    private static ?array $grain = null;

    /**
     * @param  StrokeBuffer  $main  the tip's coverage
     * @param  StrokeBuffer|null  $bite  that of the second tip
     * @param  bool  $whole  whether the stroke has ended: a rim needs to know its edges
     */
    public function __construct(BrushSettings $brush, ?Tooth $tooth, private readonly StrokeBuffer $main, private readonly ?StrokeBuffer $bite, private readonly bool $whole)
    {
        $this->tooth = $tooth !== null && ! $tooth->perDab ? $tooth : null;
        $this->depth = (int) round($brush->base('toothDepth') * 65536);
        $this->combine = $brush->choice('biteCombine');
        $this->opacity = (int) round($brush->base('opacity') * 65536);
        $this->rim = $brush->base('rim');
        $this->rimWidth = (int) round($brush->base('rimWidth'));
        $this->noise = (int) round($brush->base('noise') * 65536);
        $this->ink = $brush->mainInk->toInt();
    }

    /** @return array<int, int>|null */
    public function tile(string $key): ?array
    {
        $tile = $this->biteTile($key);
        if ($tile === null) {
            return null;
        }
        if ($this->rim > 0 && $this->whole) {
            $tile = $this->addRim($key, $tile);
        }
        if ($this->tooth === null && $this->noise === 0) {
            return $tile;
        }
        $coverage = $this->coverage($tile);
        if ($this->tooth !== null) {
            $coverage = $this->tooth->meet($coverage, $key, $this->depth);
        }
        if ($this->noise > 0) {
            $coverage = self::broken($coverage, $key, $this->noise);
        }

        return $this->withCoverage($tile, $coverage);
    }

    /** @return array<int, int>|null */
    private function biteTile(string $key): ?array
    {
        if (array_key_exists($key, $this->bitten)) {
            return $this->bitten[$key];
        }
        $main = $this->main->tile($key);
        $bite = $this->bite?->tile($key);
        if ($this->bite !== null && ($main !== null || $bite !== null)) {
            $empty = array_fill(0, StrokeBuffer::SIDE * StrokeBuffer::SIDE, 0);
            $main = $this->combine($main ?? $empty, $bite ?? $empty);
        }

        // A rim looks at all eight tiles around one. Without it a tile is asked for once.
        return $this->rim > 0 ? $this->bitten[$key] = $main : $main;
    }

    /**
     * @param  array<int, int>  $main
     * @param  array<int, int>  $bite
     * @return array<int, int>
     */
    private function combine(array $main, array $bite): array
    {
        $a = $this->coverage($main);
        $out = match ($this->combine) {
            GroundSettings::KEEP => self::keepBoth($a, $bite),
            GroundSettings::JOIN => self::join($a, $bite, $this->opacity),
            GroundSettings::DARKEN => array_map(fn (int $c, int $b): int => max($c, $b * $this->opacity >> 16), $a, $bite),
            GroundSettings::LIGHTEN => array_map(fn (int $c, int $b): int => min($c, $b), $a, $bite),
            default => self::cut($a, $bite),
        };

        return $this->withCoverage($main, $out);
    }

    /**
     * A · (1 − B)
     *
     * @param  array<int, int>  $a
     * @param  array<int, int>  $b
     * @return array<int, int>
     */
    private static function cut(array $a, array $b): array
    {
        foreach ($b as $i => $c) {
            if ($c > 0) {
                $a[$i] = $a[$i] * (65535 - $c) + 32767 >> 16;
            }
        }

        return $a;
    }

    /**
     * A · B
     *
     * @param  array<int, int>  $a
     * @param  array<int, int>  $b
     * @return array<int, int>
     */
    private static function keepBoth(array $a, array $b): array
    {
        foreach ($b as $i => $c) {
            $a[$i] = $a[$i] * $c + 32767 >> 16;
        }

        return $a;
    }

    /**
     * A + B − A · B
     *
     * @param  array<int, int>  $a
     * @param  array<int, int>  $b
     * @return array<int, int>
     */
    private static function join(array $a, array $b, int $opacity): array
    {
        foreach ($b as $i => $c) {
            if ($c > 0) {
                $c = $c * $opacity >> 16;
                $a[$i] += $c - ($a[$i] * $c >> 16);
            }
        }

        return $a;
    }

    /**
     * Ink moves from the inside of the stroke to its edge: c becomes c(1 − g) + k·w, where the weights w are largest at the edge,
     * and k is such that the whole stroke takes up what it gives. Where its edge is full before that, the inside gives less.
     *
     * @param  array<int, int>  $tile
     * @return array<int, int>
     */
    private function addRim(string $key, array $tile): array
    {
        $this->weights ??= $this->rimWeights();
        $out = [];
        foreach ($this->coverage($tile) as $i => $c) {
            $out[] = (int) min(65535.0, $c * (1.0 - $this->gives) + $this->perWeight * ($this->weights[$key][$i] ?? 0));
        }

        return $this->withCoverage($tile, $out);
    }

    /** @return array<string, array<int, int>> how much of the moved ink each pixel takes up, by tile */
    private function rimWeights(): array
    {
        $weights = [];
        $inks = [];
        $shares = [];
        foreach (array_unique([...$this->main->keys(), ...$this->bite === null ? [] : $this->bite->keys()]) as $key) {
            $tile = $this->biteTile($key);
            if ($tile === null) {
                continue;
            }
            $ink = $this->coverage($tile);
            $weights[$key] = $this->nearEdge($key, $ink);
            for ($i = 0; $i < count($ink); $i += self::EVERY) {
                if ($ink[$i] > 0) {
                    $inks[] = $ink[$i];
                    $shares[] = $weights[$key][$i];
                }
            }
        }
        $this->share($inks, $shares);

        return $weights;
    }

    /**
     * How much the inside gives, by halving: the most of which the edge takes up all but a fiftieth of the stroke's ink. A stroke that is full
     * everywhere could not take up any, and would show no rim at all; there it gives a part of that, which is lost.
     *
     * @param  list<int>  $inks  of some pixels, 1–65535
     * @param  list<int>  $shares  their weights
     */
    private function share(array $inks, array $shares): void
    {
        $all = array_sum($inks);
        $perGiven = $all / max(1, array_sum($shares));
        $takes = function (float $gives) use ($inks, $shares, $perGiven): float {
            $sum = 0.0;
            foreach ($inks as $i => $c) {
                $sum += min(65535.0, $c * (1.0 - $gives) + $gives * $perGiven * $shares[$i]);
            }

            return $sum;
        };
        $most = self::GIVES * $this->rim;
        $least = self::ALWAYS_GIVES * $this->rim;
        for ($i = 0; $takes($most) < 0.98 * $all && $i < 10; $i++) {
            $middle = ($least + $most) / 2;
            [$least, $most] = $takes($middle) < 0.98 * $all ? [$least, $middle] : [$middle, $most];
        }
        $this->gives = $takes($most) < 0.98 * $all ? $least : $most;
        $this->perWeight = $this->gives * $perGiven;
    }

    /**
     * How near the edge is shows in the blurred coverage b: it is that of the stroke itself inside, half of it at a straight edge. With
     * e = (c − b)/c the weight is c · e(1 − 0.35e).
     *
     * @param  array<int, int>  $own  coverage
     * @return array<int, int> 0–65535
     */
    private function nearEdge(string $key, array $own): array
    {
        $side = StrokeBuffer::SIDE;
        $margin = min($side, 2 * $this->rimWidth);
        $around = array_fill(0, ($side + 2 * $margin) ** 2, 0);
        [$column, $row] = StrokeBuffer::place($key);
        for ($r = -1; $r <= 1; $r++) {
            for ($c = -1; $c <= 1; $c++) {
                $near = $column + $c < 0 || $row + $r < 0 ? null : $this->biteTile(StrokeBuffer::key($column + $c, $row + $r));
                if ($near !== null) {
                    $around = self::place($around, $side + 2 * $margin, $this->coverage($near), $c * $side + $margin, $r * $side + $margin);
                }
            }
        }
        $blurred = Blur::gaussian(new Plane($side + 2 * $margin, $side + 2 * $margin, $around), max(0.5, $this->rimWidth / 2))->values;
        $out = [];
        foreach ($own as $i => $c) {
            $b = $blurred[(intdiv($i, $side) + $margin) * ($side + 2 * $margin) + $i % $side + $margin];
            $edge = $c > $b ? ($c - $b) / $c : 0.0;
            $out[] = (int) ($c * $edge * (1.0 - 0.35 * $edge));
        }

        return $out;
    }

    /**
     * @param  array<int, int>  $into
     * @param  array<int, int>  $tile
     * @return array<int, int>
     */
    private static function place(array $into, int $width, array $tile, int $x, int $y): array
    {
        $side = StrokeBuffer::SIDE;
        for ($row = max(0, -$y); $row < min($side, $width - $y); $row++) {
            for ($column = max(0, -$x); $column < min($side, $width - $x); $column++) {
                $into[($y + $row) * $width + $x + $column] = $tile[$row * $side + $column];
            }
        }

        return $into;
    }

    /**
     * Noise as strong as the coverage is undecided: 4c(1 − c), nothing where full or empty.
     *
     * @param  array<int, int>  $coverage
     * @return array<int, int>
     */
    private static function broken(array $coverage, string $key, int $noise): array
    {
        if (self::$grain === null) {
            $chance = new Chance(7);
            self::$grain = [];
            for ($i = 0; $i < 4096; $i++) {
                self::$grain[] = (int) (65536 * $chance->signedUnit(1, $i));
            }
        }
        $grain = self::$grain;
        [$column, $row] = StrokeBuffer::place($key);
        $salt = ($column * 73856093 ^ $row * 19349663) & 0xFFFFFF;
        foreach ($coverage as $i => $c) {
            if ($c > 0 && $c < 65535) {
                $n = $grain[($i * 2654435 + $salt ^ $i >> 5) & 4095];
                $c += ($c * (65535 - $c) >> 15) * ($n * $noise >> 16) >> 16;
                $coverage[$i] = $c < 0 ? 0 : ($c > 65535 ? 65535 : $c);
            }
        }

        return $coverage;
    }

    /**
     * @param  array<int, int>  $tile
     * @return array<int, int>
     */
    private function coverage(array $tile): array
    {
        if ($this->main->colour !== null) {
            return $tile;
        }
        foreach ($tile as $i => $word) {
            $tile[$i] = $word >> 45;
        }

        return $tile;
    }

    /**
     * @param  array<int, int>  $tile  as it was, for its colours
     * @param  array<int, int>  $coverage
     * @return array<int, int>
     */
    private function withCoverage(array $tile, array $coverage): array
    {
        if ($this->main->colour !== null) {
            return $coverage;
        }
        $bare = ($this->ink >> 16) << 37 | ($this->ink >> 8 & 255) << 22 | ($this->ink & 255) << 7;
        foreach ($tile as $i => $word) {
            // What only the bite covers has no colour yet: it takes the main ink.
            $tile[$i] = $coverage[$i] << 45 | ($word >> 45 > 0 ? $word & (1 << 45) - 1 : $bare);
        }

        return $tile;
    }
}
