<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Make\Choice\Plant;
use Yarrowfog\Core\Make\Choice\PlantTones;
use Yarrowfog\Core\Raster\Bitmap;

/**
 * Plants grown by rules, straight onto nothing: each stem splits, bends, tapers and bears
 * leaves (branching rules as in Prusinkiewicz and Lindenmayer, "The Algorithmic Beauty of
 * Plants", 1990). Colours lighten from the root outwards.
 */
final class Growth implements Recipe
{
    /** What each plant begins with: split, angle, bend, taper, leaf, droop, gain, stems, width, forks. */
    private const PLANTS = [
        Plant::GrassTuft->value => [0, 24, 0.35, 0.98, 0.0, 0.45, 1.0, 16, 0.012, 0],
        Plant::Twig->value => [2, 32, 0.25, 0.42, 0.25, 0.1, 0.78, 1, 0.03, 6],
        Plant::Frond->value => [1, 52, 0.12, 0.85, 0.0, 0.18, 0.55, 1, 0.02, 1],
        Plant::Weed->value => [2, 20, 1.1, 0.14, 0.0, 0.0, 0.9, 2, 0.05, 4],
        Plant::Coral->value => [2, 34, 0.2, 0.14, 0.0, -0.15, 0.8, 3, 0.06, 5],
    ];

    /** Part of the picture that is left free round the plant. */
    private const MARGIN = 0.03;

    private const MOST_SEGMENTS = 60000;

    /** @var list<array{list<array{float, float}>, float, float, int}> what was grown: points, a width at each end, colour; an outline where the width is negative */
    private array $parts = [];

    private readonly Plant $plant;

    private function __construct(private readonly FieldValues $numbers, private readonly Scene $scene, private readonly float $side)
    {
        $this->plant = $numbers->choice('plant', Plant::class);
    }

    public static function params(): array
    {
        return [
            Field::pictured('plant', 'Plant', Plant::class),
            Field::number('side', 'Picture', 'px', 128, 2000, 900, 8),
            Field::number('stems', 'Stems', '×', 0.2, 4, 1, 0.05),
            Field::number('split', 'Split', '×', 0, 2, 1, 0.05)->onlyWith('plant', Plant::Twig, Plant::Frond, Plant::Weed, Plant::Coral),
            Field::number('angle', 'Angle', '×', 0, 2, 1, 0.05),
            Field::number('bend', 'Bend', '×', 0, 3, 1, 0.05),
            Field::number('taper', 'Taper', '%', 0, 1, 0.5, 0.01),
            Field::number('leaf', 'Leaves', '%', 0, 1, 0.3, 0.01)->onlyWith('plant', Plant::Twig, Plant::Weed, Plant::Coral),
            Field::number('droop', 'Droop', '%', -1, 1, 0, 0.01),
            Field::number('gain', 'Gain', '×', 0.5, 1.3, 1, 0.01)->onlyWith('plant', Plant::Twig, Plant::Frond, Plant::Weed, Plant::Coral),
            Field::number('width', 'Width', '×', 0.3, 3, 1, 0.05),
            Field::choice('tones', 'Tones', PlantTones::class),
            Field::roll(),
        ];
    }

    public static function name(FieldValues $numbers): string
    {
        return ucfirst($numbers->choice('plant', Plant::class)->value).' '.(int) $numbers->number('roll');
    }

    public static function dpi(FieldValues $numbers): int
    {
        return 300;
    }

    public static function make(FieldValues $numbers, ?int $longest = null): Bitmap
    {
        $side = (int) $numbers->number('side');
        $side = $longest === null ? $side : min($side, $longest);
        $scene = new Scene($side, $side, new Chance((int) $numbers->number('roll')));
        $plant = new self($numbers, $scene, (float) $side);
        $plant->grow();
        $plant->paint();

        return $scene->bitmap();
    }

    private function grow(): void
    {
        [, $angle, , , , , , $stems, $width] = self::PLANTS[$this->plant->value];
        $stems = max(1, (int) round($stems * $this->numbers->number('stems')));
        $isGrass = $this->plant === Plant::GrassTuft;
        for ($k = 0; $k < $stems; $k++) {
            $aside = $stems === 1 ? 0.0 : ($k + 0.5) / $stems * 2 - 1;
            $turn = deg2rad($angle) * $this->numbers->number('angle') * ($isGrass ? 1.6 : 0.9) * $aside + $this->scene->between(-0.08, 0.08);
            $long = $this->side * ($isGrass ? $this->scene->between(0.5, 0.85) : ($this->plant === Plant::Frond ? 0.8 : 0.26));
            $this->stem($this->side * (0.5 + 0.05 * $aside), $this->side * 0.96, -M_PI / 2 + $turn, $long, $this->side * $width * $this->numbers->number('width'), 0);
        }
    }

    private function stem(float $x, float $y, float $angle, float $long, float $width, int $depth): void
    {
        [$split, $spread, $bend, $taper, $leaf, $droop, $gain, , , $forks] = self::PLANTS[$this->plant->value];
        $n = $this->numbers->number(...);
        if ($width < 0.35 || $long < 2.0 || $depth > $forks || count($this->parts) > self::MOST_SEGMENTS) {
            return;
        }
        $curve = $bend * $n('bend') * $this->scene->between(-1, 1);
        $fall = ($droop + $n('droop')) * 1.4;
        $isFrond = $this->plant === Plant::Frond;
        $end = $width * max(0.0, 1 - $taper * (0.3 + 1.4 * $n('taper')));
        $steps = (int) max(4, min(80, $long / 4));
        for ($i = 0; $i < $steps; $i++) {
            $u = $i / $steps;
            // Weight pulls it down the more, the farther out it is.
            $angle += ($curve + $fall * cos($angle) * $u) / $steps;
            $x1 = $x + $long / $steps * cos($angle);
            $y1 = $y + $long / $steps * sin($angle);
            $w0 = max(0.0, $width + ($end - $width) * $u);
            $w1 = max(0.0, $width + ($end - $width) * ($u + 1 / $steps));
            $tone = $this->tone($depth + $u);
            $this->parts[] = [[[$x, $y], [$x1, $y1]], $w0, $w1, $tone];
            if ($isFrond && $depth === 0 && $i > 2 && $i % max(1, (int) (3 / max(0.2, $n('split')))) === 0) {
                $part = sin(M_PI * min(1.0, 0.12 + 0.9 * $u)) ** 0.8;
                foreach ([-1, 1] as $side) {
                    $this->stem($x1, $y1, $angle + $side * deg2rad($spread) * $n('angle'), 0.34 * $long * $part * $gain / 0.55 * $n('gain'), 0.55 * $w1, 1);
                }
            } elseif (($leaf + $n('leaf') - 0.3) > 0 && $split === 2 && ! $isFrond && $depth > 0 && $this->scene->between(0, 1) < 0.18 * ($leaf + $n('leaf') - 0.3) * 4) {
                $this->leaf($x1, $y1, $angle + ($this->scene->between(0, 1) < 0.5 ? -1 : 1) * 0.8, $this->side * 0.045 * $this->scene->between(0.6, 1.1), $depth + $u + 1);
            }
            $x = $x1;
            $y = $y1;
        }
        if ($split === 0 || $isFrond) {
            return;
        }
        $branches = (int) max(0, round($split * $n('split') + $this->scene->between(-0.45, 0.45)));
        for ($k = 0; $k < $branches; $k++) {
            $aside = $branches === 1 ? $this->scene->between(-0.3, 0.3) : ($k / ($branches - 1) * 2 - 1) * $this->scene->between(0.7, 1.2);
            $this->stem($x, $y, $angle + deg2rad($spread) * $n('angle') * $aside, $long * $gain * $n('gain') * $this->scene->between(0.8, 1.1), $end * 0.88, $depth + 1);
        }
    }

    private function leaf(float $x, float $y, float $angle, float $long, float $depth): void
    {
        $left = $right = [];
        for ($i = 0; $i <= 10; $i++) {
            $u = $i / 10;
            $w = 0.28 * $long * sin(M_PI * $u) ** 0.8;
            $px = $x + $long * $u * cos($angle);
            $py = $y + $long * $u * sin($angle);
            $left[] = [$px - $w * sin($angle), $py + $w * cos($angle)];
            $right[] = [$px + $w * sin($angle), $py - $w * cos($angle)];
        }
        $this->parts[] = [[...$left, ...array_reverse($right)], -1.0, -1.0, $this->tone($depth)];
    }

    /** Fitted into the picture: nothing that grew is cut off. */
    private function paint(): void
    {
        $left = $top = INF;
        $right = $bottom = -INF;
        foreach ($this->parts as [$points, $w0, $w1]) {
            $half = max(0.0, $w0, $w1) / 2 + 1;
            foreach ($points as [$x, $y]) {
                $left = min($left, $x - $half);
                $right = max($right, $x + $half);
                $top = min($top, $y - $half);
                $bottom = max($bottom, $y + $half);
            }
        }
        $room = $this->side * (1 - 2 * self::MARGIN);
        $scale = min(1.6, $room / max(1.0, $right - $left, $bottom - $top));
        $dx = $this->side / 2 - $scale * ($left + $right) / 2;
        $dy = $this->side / 2 - $scale * ($top + $bottom) / 2;
        foreach ($this->parts as [$points, $w0, $w1, $tone]) {
            $placed = array_map(fn (array $p): array => [$scale * $p[0] + $dx, $scale * $p[1] + $dy], $points);
            if ($w0 < 0) {
                $this->scene->polygon($placed, $tone);
            } else {
                $this->scene->line($placed[0][0], $placed[0][1], $placed[1][0], $placed[1][1], $scale * $w0, $scale * $w1, $tone);
                $this->scene->disc($placed[1][0], $placed[1][1], $scale * $w1 / 2, $tone);
            }
        }
    }

    private function tone(float $depth): int
    {
        $u = min(1.0, $depth / 6) * 0.8 + $this->scene->between(-0.03, 0.03);

        return match ($this->numbers->choice('tones', PlantTones::class)) {
            PlantTones::Black => 0x000000,
            PlantTones::Greens => Scene::rgb(0.12 + 0.3 * $u, 0.22 + 0.32 * $u, 0.1 + 0.14 * $u),
            PlantTones::DarkToLight => Scene::grey(0.04 + 0.42 * $u),
        };
    }
}
