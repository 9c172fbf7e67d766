<?php

declare(strict_types=1);

namespace Database\Almanac;

use App\Pictures\PictureFile;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * Pictures for the demo, made by code: ink drawn as discs along lines, on paper with a
 * tint, a fall of light and grain, as a scanner gives them.
 */
final class Drawing
{
    /** @var array<int, float> ink 0–1 */
    private array $ink;

    /** @var array<int, float> how light the ink is, 0–1: of a tip in two inks, how much of the second one */
    private array $light;

    public readonly Randomizer $chance;

    public function __construct(public readonly int $side, int $roll)
    {
        $this->ink = array_fill(0, $side * $side, 0.0);
        $this->light = $this->ink;
        $this->chance = new Randomizer(new Mt19937($roll));
    }

    public function between(float $least, float $most): float
    {
        return $least + ($most - $least) * $this->chance->getInt(0, 1 << 24) / (1 << 24);
    }

    /**
     * A round spot with a soft edge of one px, or wider.
     *
     * @param  float  $light  of its ink, in place of what lies there
     */
    public function spot(float $x, float $y, float $radius, float $ink = 1.0, float $soft = 1.0, float $light = 0.0): void
    {
        $reach = $radius + $soft;
        for ($py = max(0, (int) floor($y - $reach)); $py <= min($this->side - 1, (int) ceil($y + $reach)); $py++) {
            for ($px = max(0, (int) floor($x - $reach)); $px <= min($this->side - 1, (int) ceil($x + $reach)); $px++) {
                $part = ($radius + $soft / 2 - hypot($px + 0.5 - $x, $py + 0.5 - $y)) / $soft;
                if ($part > 0) {
                    $i = $py * $this->side + $px;
                    $cover = min(1.0, $part) * $ink;
                    $this->light[$i] += ($light - $this->light[$i]) * min(1.0, $part);
                    $this->ink[$i] = max($this->ink[$i], $cover);
                }
            }
        }
    }

    /** A line whose width goes from one value to another. */
    public function line(float $x0, float $y0, float $x1, float $y1, float $width0, float $width1, float $ink = 1.0): void
    {
        $steps = (int) max(2, hypot($x1 - $x0, $y1 - $y0) / max(0.7, min($width0, $width1) / 3));
        for ($i = 0; $i <= $steps; $i++) {
            $u = $i / $steps;
            $this->spot($x0 + ($x1 - $x0) * $u, $y0 + ($y1 - $y0) * $u, ($width0 + ($width1 - $width0) * $u) / 2, $ink);
        }
    }

    /** Takes grains of ink away, as a dry tool leaves them. */
    public function dry(float $amount, int $grain): void
    {
        $cells = intdiv($this->side, $grain) + 2;
        $heights = [];
        for ($i = 0; $i < $cells * $cells; $i++) {
            $heights[] = $this->between(0, 1);
        }
        foreach ($this->ink as $i => $ink) {
            if ($ink > 0) {
                $x = $i % $this->side / $grain;
                $y = intdiv($i, $this->side) / $grain;
                $c = (int) $x + (int) $y * $cells;
                $fx = $x - (int) $x;
                $fy = $y - (int) $y;
                $h = ($heights[$c] * (1 - $fx) + $heights[$c + 1] * $fx) * (1 - $fy) + ($heights[$c + $cells] * (1 - $fx) + $heights[$c + $cells + 1] * $fx) * $fy;
                $this->ink[$i] = $ink * max(0.0, min(1.0, ($h - $amount) * 6 + 0.5));
            }
        }
    }

    /** As a tip that is cut already: its light in grey, its ink as alpha. */
    public function tip(): string
    {
        $bytes = '';
        foreach ($this->ink as $i => $ink) {
            $grey = (int) round(255 * $this->light[$i]);
            $bytes .= pack('C4', $grey, $grey, $grey, (int) round(255 * $ink));
        }

        return PictureFile::encode($this->side, $this->side, $bytes, 'png', 300);
    }

    /**
     * As a scan: the ink on paper of a colour that darkens to one corner.
     *
     * @param  array{int, int, int}  $paper
     * @param  array{int, int, int}  $colour  of the ink
     */
    public function scan(array $paper, array $colour = [34, 32, 33], string $type = 'jpeg', int $dpi = 300): string
    {
        $bytes = '';
        foreach ($this->ink as $i => $ink) {
            $light = 1.0 - 0.04 * ($i % $this->side + intdiv($i, $this->side)) / (2 * $this->side) + $this->between(-0.012, 0.012);
            $pixel = [];
            foreach ($paper as $k => $p) {
                $pixel[] = (int) max(0, min(255, round($light * ($p + ($colour[$k] - $p) * $ink))));
            }
            $bytes .= pack('C4', $pixel[0], $pixel[1], $pixel[2], 255);
        }

        return PictureFile::encode($this->side, $this->side, $bytes, $type, $dpi);
    }
}
