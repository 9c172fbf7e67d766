<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint;

use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Brush;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\DabMaker;
use Yarrowfog\Core\Stroke\Settings\FormSettings;
use Yarrowfog\Core\Stroke\Settings\InkSettings;
use Yarrowfog\Core\Stroke\Trace;

/**
 * Prints the dabs of one brush into the coverage of strokes.
 *
 * Both kinds of overlap are one formula, c ← c + max(0, C − c) · m · k: for *stays even*
 * C is the dab's opacity and k its flow; for *adds up* C is full and k is flow · opacity.
 * Where the colour changes from dab to dab it moves by m · k · C / c, the share of the
 * new ink in what then lies there.
 *
 * The loops are written for the JIT: bare arrays of ints, every variable of one type.
 */
final class StrokePainter
{
    /** Ints of impressions kept for printing again. */
    private const ROOM = 3000000;

    private readonly StencilRack $rack;

    private readonly bool $staysEven;

    /** Whether dabs come with one size, angle and roundness, so that impressions repeat. */
    private readonly bool $repeats;

    /** @var array<string, Impression> */
    private array $impressions = [];

    private int $filled = 0;

    public function __construct(Levels $levels, private readonly Brush $brush)
    {
        $steadySize = self::isSteady($brush, 'size') && $brush->base('taperIn') <= 0 && $brush->base('taperOut') <= 0;
        $steadyRoundness = self::isSteady($brush, 'roundness');
        $this->rack = new StencilRack($levels, $steadySize && $steadyRoundness);
        $this->staysEven = $brush->choice('overlap') === InkSettings::STAYS_EVEN;
        $this->repeats = $steadySize && $steadyRoundness && self::isSteady($brush, 'angle')
            && $brush->choice('angleFollows') === FormSettings::NOTHING;
    }

    /**
     * An empty buffer of the right kind for one stroke, given its first dab.
     *
     * @param  Rect  $bounds  of the sheet
     */
    public function buffer(Rect $bounds, ?Dab $first): StrokeBuffer
    {
        return new StrokeBuffer($bounds, DabMaker::hasOneColour($this->brush) ? ($first === null ? 0 : $first->colour) : null);
    }

    /** A finished stroke, painted whole. */
    public function stroke(Trace $trace, int $roll, Rect $bounds): StrokeBuffer
    {
        $dabs = DabMaker::all($this->brush, $trace, $roll);
        $buffer = $this->buffer($bounds, $dabs[0] ?? null);
        $this->paint($dabs, $buffer);

        return $buffer;
    }

    /** Where a dab will print, at most. */
    public static function reach(Dab $dab): Rect
    {
        $half = (int) ceil($dab->shape->size * 0.7072) + 3;

        return Rect::between((int) floor($dab->x) - $half, (int) floor($dab->y) - $half, (int) ceil($dab->x) + $half, (int) ceil($dab->y) + $half);
    }

    /** @param  list<Dab>  $dabs */
    public function paint(array $dabs, StrokeBuffer $buffer): void
    {
        foreach ($dabs as $dab) {
            $this->print($dab, $buffer);
        }
    }

    private function print(Dab $dab, StrokeBuffer $buffer): void
    {
        $opacity = (int) round($dab->opacity * 65535);
        $flow = (int) round($dab->flow * 65536);
        $ceiling = $this->staysEven ? $opacity : 65535;
        $strength = $this->staysEven ? $flow : (int) round($dab->flow * $dab->opacity * 65536);
        if ($ceiling <= 0 || $strength <= 0) {
            return;
        }
        $shape = $dab->shape;
        [$width, $height] = $this->rack->printSize($shape->size, $shape->roundness);
        if ($this->repeats || $buffer->colour === null) {
            self::lay($this->impression($dab, $width, $height), $dab, $ceiling, $strength, $buffer);

            return;
        }
        $stencil = $this->rack->stencil($width, $height);
        self::turnAndLay($stencil, new PrintBox($stencil, $dab->x, $dab->y, $width, $height, $shape->angle), $ceiling, $strength, $buffer);
    }

    private function impression(Dab $dab, float $width, float $height): Impression
    {
        $x = (int) round($dab->x * PrintBox::PHASES);
        $y = (int) round($dab->y * PrintBox::PHASES);
        $phases = PrintBox::PHASES;
        $key = ($x & $phases - 1) * $phases + ($y & $phases - 1).' ';
        if ($this->repeats && isset($this->impressions[$key])) {
            return $this->impressions[$key];
        }
        $stencil = $this->rack->stencil($width, $height);
        $box = new PrintBox($stencil, $dab->x, $dab->y, $width, $height, $dab->shape->angle);
        $impression = Impression::of($stencil, $box);
        if ($this->repeats && $this->filled + $impression->size() <= self::ROOM) {
            $this->impressions[$key] = $impression;
            $this->filled += $impression->size();
        }

        return $impression;
    }

    private static function turnAndLay(Stencil $stencil, PrintBox $box, int $ceiling, int $strength, StrokeBuffer $buffer): void
    {
        $placed = $box->area->moved($box->originX, $box->originY);
        $area = $placed->intersect($buffer->bounds);
        foreach (StrokeBuffer::keysUnder($area) as $key) {
            $tileArea = StrokeBuffer::area($key);
            $part = $area->intersect($tileArea);
            $buffer->put($key, self::turned($buffer->take($key), $part->moved(-$tileArea->x, -$tileArea->y), $part->moved(-$placed->x, -$placed->y), $stencil, $box, $ceiling, $strength), $part);
        }
    }

    /**
     * Turns a stencil and blends it into a tile, in one go.
     *
     * @param  array<int, int>  $tile
     * @param  Rect  $to  in the tile
     * @param  Rect  $from  the same, counted from the top left of the box
     * @return array<int, int>
     */
    private static function turned(array $tile, Rect $to, Rect $from, Stencil $stencil, PrintBox $box, int $ceiling, int $strength): array
    {
        $pairs = $stencil->pairs;
        $width = $stencil->width;
        $maxU = ($width - 1) << 16;
        $maxV = ($stencil->height - 1) << 16;
        $ux = (int) round($box->ux);
        $vx = (int) round($box->vx);
        $columns = $to->width;
        $rows = $to->height;
        $base = $to->y * StrokeBuffer::SIDE + $to->x;
        for ($row = 0; $row < $rows; $row++) {
            [$u, $v] = $box->start($from->y + $row);
            $u += $from->x * $ux;
            $v += $from->x * $vx;
            [$first, $end] = RowSpan::inside($u, $ux, $maxU, 0, $columns);
            [$first, $end] = RowSpan::inside($v, $vx, $maxV, $first, $end);
            $u += $first * $ux;
            $v += $first * $vx;
            $last = $base + $end;
            for ($j = $base + $first; $j < $last; $j++) {
                $i = ($v >> 16) * $width + ($u >> 16);
                $l = $pairs[$i];
                $r = $pairs[$i + 1];
                if ($l > 0 || $r > 0) {
                    $f = $u >> 8 & 255;
                    $g = $v >> 8 & 255;
                    $l = $l * (256 - $f) + $r * $f;
                    $c = $tile[$j];
                    if ($c < $ceiling) {
                        $tile[$j] = $c + (($ceiling - $c) * (((($l & 0xFFFFFFFF) * (256 - $g) + ($l >> 32) * $g >> 16) * $strength) >> 16) + 32768 >> 16);
                    }
                }
                $u += $ux;
                $v += $vx;
            }
            $base += StrokeBuffer::SIDE;
        }

        return $tile;
    }

    private static function lay(Impression $impression, Dab $dab, int $ceiling, int $strength, StrokeBuffer $buffer): void
    {
        $placed = $impression->area->moved((int) round($dab->x * PrintBox::PHASES) >> 3, (int) round($dab->y * PrintBox::PHASES) >> 3);
        $area = $placed->intersect($buffer->bounds);
        foreach (StrokeBuffer::keysUnder($area) as $key) {
            $tileArea = StrokeBuffer::area($key);
            $part = $area->intersect($tileArea);
            $tile = $buffer->take($key);
            $to = $part->moved(-$tileArea->x, -$tileArea->y);
            $from = $part->moved(-$placed->x, -$placed->y);
            $tile = $buffer->colour === null
                ? self::laidInColour($tile, $to, $impression, $from, $ceiling, $strength, $dab->colour)
                : self::laid($tile, $to, $impression, $from, $ceiling, $strength);
            $buffer->put($key, $tile, $part);
        }
    }

    /**
     * @param  array<int, int>  $tile
     * @param  Rect  $to  in the tile
     * @param  Rect  $from  in the impression
     * @return array<int, int>
     */
    private static function laid(array $tile, Rect $to, Impression $impression, Rect $from, int $ceiling, int $strength): array
    {
        $ink = $impression->ink;
        $stride = $impression->area->width;
        for ($row = 0; $row < $to->height; $row++) {
            $first = max($from->x, $impression->starts[$from->y + $row]);
            $end = min($from->right(), $impression->ends[$from->y + $row]);
            $i = ($from->y + $row) * $stride + $first;
            $last = ($from->y + $row) * $stride + $end;
            $j = ($to->y + $row) * StrokeBuffer::SIDE + $to->x + $first - $from->x;
            for (; $i < $last; $i++) {
                $m = $ink[$i];
                if ($m > 0) {
                    $c = $tile[$j];
                    if ($c < $ceiling) {
                        $tile[$j] = $c + (($ceiling - $c) * ($m * $strength >> 16) + 32768 >> 16);
                    }
                }
                $j++;
            }
        }

        return $tile;
    }

    /**
     * @param  array<int, int>  $tile
     * @param  Rect  $to  in the tile
     * @param  Rect  $from  in the impression
     * @return array<int, int>
     */
    private static function laidInColour(array $tile, Rect $to, Impression $impression, Rect $from, int $ceiling, int $strength, int $colour): array
    {
        $ink = $impression->ink;
        $colours = $impression->colours ?? [];
        $own = $impression->colours !== null;
        $stride = $impression->area->width;
        $red = ($colour >> 16) * StrokeBuffer::COLOUR_ONE;
        $green = ($colour >> 8 & 255) * StrokeBuffer::COLOUR_ONE;
        $blue = ($colour & 255) * StrokeBuffer::COLOUR_ONE;
        for ($row = 0; $row < $to->height; $row++) {
            $first = max($from->x, $impression->starts[$from->y + $row]);
            $end = min($from->right(), $impression->ends[$from->y + $row]);
            $i = ($from->y + $row) * $stride + $first;
            $last = ($from->y + $row) * $stride + $end;
            $j = ($to->y + $row) * StrokeBuffer::SIDE + $to->x + $first - $from->x;
            for (; $i < $last; $i++) {
                $a = $ink[$i] * $strength >> 16;
                if ($a > 0) {
                    if ($own) {
                        $r = $colours[$i];
                        $red = ($r >> 16) << 7;
                        $green = ($r >> 8 & 255) << 7;
                        $blue = ($r & 255) << 7;
                    }
                    $p = $tile[$j];
                    $c = $p >> 45;
                    if ($c < $ceiling) {
                        $c += ($ceiling - $c) * $a + 32768 >> 16;
                    }
                    if ($c > 0) {
                        $w = intdiv($a * $ceiling, $c);
                        if ($w > 65535) {
                            $w = 65536;
                        }
                        $r = $p >> 30 & 32767;
                        $g = $p >> 15 & 32767;
                        $b = $p & 32767;
                        $tile[$j] = $c << 45
                            | $r + (($red - $r) * $w + 32768 >> 16) << 30
                            | $g + (($green - $g) * $w + 32768 >> 16) << 15
                            | $b + (($blue - $b) * $w + 32768 >> 16);
                    }
                }
                $j++;
            }
        }

        return $tile;
    }

    private static function isSteady(Brush $brush, string $setting): bool
    {
        $value = $brush->value($setting);

        return $value->spread === 0.0 && $value->drives === [];
    }
}
