<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint;

use Closure;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Brush;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\DabMaker;
use Yarrowfog\Core\Stroke\Settings\FormSettings;
use Yarrowfog\Core\Stroke\Settings\InkSettings;

/**
 * Prints the dabs of one tip into the coverage of strokes.
 *
 * Both kinds of overlap are one formula, c ← c + max(0, C − c) · m · k: for *stays even*
 * C is the dab's opacity and k its flow; for *adds up* C is full and k is flow · opacity.
 * Where the colour changes from dab to dab it moves by m · k · C / c, the share of the
 * new ink in what then lies there.
 *
 * The loops are written for the JIT: bare arrays of ints, every variable of one type.
 */
final class DabPrinter
{
    /** Ints of impressions kept for printing again. */
    private const ROOM = 3000000;

    /** @var list<StencilRack> one for each frame */
    private readonly array $racks;

    private readonly ?Tooth $tooth;

    private readonly ?Lender $lender;

    private readonly bool $staysEven;

    private readonly bool $oneColour;

    /** Whether dabs come with few shapes, so that impressions repeat. */
    private readonly bool $repeats;

    /** Whether strength and colour of a dab never change, so that dabs add up as density. */
    private readonly bool $isEven;

    /** @var array<int, Impression> by sub-pixel place, frame and mirror; empty unless impressions repeat */
    private array $impressions = [];

    /** @var array<int, DensePrint> the same, by lane too */
    private array $dense = [];

    private int $filled = 0;

    /**
     * @param  Under|null  $under  what lies on the sheet, for dabs that take colour from it
     * @param  Tooth|null  $tooth  that each dab meets
     */
    public function __construct(Kit|Levels $kit, private readonly Brush $brush, ?Under $under = null, ?Tooth $tooth = null)
    {
        $steadySize = $brush->isSteady('size') && $brush->base('taperIn') <= 0 && $brush->base('taperOut') <= 0;
        $steadyRoundness = $brush->isSteady('roundness');
        $palette = InkPalette::of($brush);
        $this->racks = array_map(fn (Levels $l): StencilRack => new StencilRack($l, $steadySize && $steadyRoundness, $palette), Kit::of($kit)->frames);
        $this->tooth = $tooth;
        $this->lender = $under !== null && ($brush->base('lends') > 0 || $brush->value('lends')->drives !== []) ? new Lender($under) : null;
        $this->staysEven = $brush->choice('overlap') === InkSettings::STAYS_EVEN;
        $this->oneColour = DabMaker::hasOneColour($brush);
        $this->repeats = $steadySize && $steadyRoundness && $brush->isSteady('angle')
            && $brush->choice('angleFollows') === FormSettings::NOTHING && $brush->base('posture') <= 0;
        $this->isEven = $this->repeats && $brush->isSteady('flow') && $brush->isSteady('opacity') && $this->oneColour && $tooth === null;
    }

    /**
     * An empty buffer of the right kind for one stroke.
     *
     * @param  Rect  $bounds  of the sheet
     * @param  int|null  $colour  0xRRGGBB of its first dab
     * @param  (Closure(string): ?string)|null  $kept  tiles that another process painted
     */
    public function buffer(Rect $bounds, ?int $colour, ?Closure $kept = null): StrokeBuffer
    {
        return new StrokeBuffer(
            $bounds,
            $this->oneColour ? $colour ?? 0 : null,
            $this->isEven ? ($this->staysEven ? (int) round($this->brush->base('opacity') * 65535) : 65535) : null,
            $kept,
        );
    }

    /** @param  list<Dab>  $dabs */
    public function paint(array $dabs, StrokeBuffer $buffer): void
    {
        foreach ($dabs as $dab) {
            $this->print($this->lender === null ? $dab : $this->lender->lent($dab), $buffer);
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
        if ($buffer->isDense()) {
            $this->layDensely($dab, $strength, $buffer);

            return;
        }
        if ($this->tooth !== null) {
            $this->layOnTooth($this->tooth, $this->impression($dab), $dab, $ceiling, $strength, $buffer);

            return;
        }
        if ($this->repeats || $buffer->colour === null) {
            self::lay($this->impression($dab), $dab, $ceiling, $strength, $buffer);

            return;
        }
        [$stencil, $box] = $this->box($dab);
        self::turnAndLay($stencil, $box, $ceiling, $strength, $buffer);
    }

    /** @return array{Stencil, PrintBox} */
    private function box(Dab $dab): array
    {
        $rack = $this->racks[$dab->shape->frame] ?? $this->racks[0];
        [$width, $height] = $rack->printSize($dab->shape->size, $dab->shape->roundness);
        $stencil = $rack->stencil($width, $height);

        return [$stencil, new PrintBox($stencil, Pose::of($dab->shape, $stencil), $dab->x, $dab->y)];
    }

    /** How a dab prints, pixel by pixel. */
    public function impression(Dab $dab): Impression
    {
        $key = self::phase($dab);
        if (isset($this->impressions[$key])) {
            return $this->impressions[$key]->drifted($dab->drift);
        }
        $impression = Impression::of(...$this->box($dab));
        if ($this->repeats && $this->filled + $impression->size() <= self::ROOM) {
            $this->impressions[$key] = $impression;
            $this->filled += $impression->size();
        }

        return $impression->drifted($dab->drift);
    }

    private static function turnAndLay(Stencil $stencil, PrintBox $box, int $ceiling, int $strength, StrokeBuffer $buffer): void
    {
        $rows = Rows::of($box);
        $x = $box->area->x + $box->originX;
        $y = $box->area->y + $box->originY;
        foreach ($buffer->parts($x, $y, $x + $box->area->width, $y + $box->area->height) as [$key, $tileX, $tileY, $part]) {
            $buffer->put($key, self::turned($buffer->take($key), $tileX - $x, $tileY - $y, $part[0] - $x, $part[1] - $y, $part[2] - $x, $part[3] - $y, $stencil, $rows, $ceiling, $strength), $part);
        }
    }

    /**
     * Turns a stencil and blends it into a tile, in one go.
     *
     * All places are counted from the top left of the print.
     *
     * @param  array<int, int>  $tile
     * @param  int  $tileX  where the tile begins
     * @return array<int, int>
     */
    private static function turned(array $tile, int $tileX, int $tileY, int $left, int $top, int $right, int $bottom, Stencil $stencil, Rows $rows, int $ceiling, int $strength): array
    {
        $fours = $stencil->fours;
        $lefts = 0x0000FFFF0000FFFF;
        $width = $stencil->width;
        $ux = $rows->ux;
        $vx = $rows->vx;
        $starts = $rows->starts;
        $ends = $rows->ends;
        $us = $rows->us;
        $vs = $rows->vs;
        $base = ($top - $tileY) * StrokeBuffer::SIDE - $tileX;
        for ($row = $top; $row < $bottom; $row++) {
            $first = $starts[$row];
            $end = $ends[$row];
            $u = $us[$row];
            $v = $vs[$row];
            if ($first < $left) {
                $u += ($left - $first) * $ux;
                $v += ($left - $first) * $vx;
                $first = $left;
            }
            $last = $base + ($end < $right ? $end : $right);
            for ($j = $base + $first; $j < $last; $j++) {
                $q = $fours[($v >> 16) * $width + ($u >> 16)];
                if ($q > 0) {
                    $c = $tile[$j];
                    if ($c < $ceiling) {
                        $f = $u >> 8 & 255;
                        $q = ($q & $lefts) * (256 - $f) + ($q >> 16 & $lefts) * $f;
                        $f = $v >> 8 & 255;
                        $tile[$j] = $c + (($ceiling - $c) * (((($q & 0xFFFFFFFF) * (256 - $f) + ($q >> 32) * $f >> 15) * $strength) >> 16) + 32768 >> 16);
                    }
                }
                $u += $ux;
                $v += $vx;
            }
            $base += StrokeBuffer::SIDE;
        }

        return $tile;
    }

    /** The part of a px by which a dab is off the grid, in eighths, its mirroring and its frame: all that differs between dabs that repeat. */
    private static function phase(Dab $dab): int
    {
        return ((int) round($dab->x * PrintBox::PHASES) & 7) << 3 | (int) round($dab->y * PrintBox::PHASES) & 7
            | ($dab->shape->mirrorAcross ? 64 : 0) | ($dab->shape->mirrorDown ? 128 : 0) | $dab->shape->frame << 8;
    }

    private static function lay(Impression $impression, Dab $dab, int $ceiling, int $strength, StrokeBuffer $buffer): void
    {
        $x = ((int) round($dab->x * PrintBox::PHASES) >> 3) + $impression->area->x;
        $y = ((int) round($dab->y * PrintBox::PHASES) >> 3) + $impression->area->y;
        foreach ($buffer->parts($x, $y, $x + $impression->area->width, $y + $impression->area->height) as [$key, $tileX, $tileY, $part]) {
            // No variable may hold the tile while it is written to: that would copy it.
            $buffer->put($key, match (true) {
                $buffer->colour !== null => self::laid($buffer->take($key), $tileX - $x, $tileY - $y, $part[0] - $x, $part[1] - $y, $part[2] - $x, $part[3] - $y, $impression, $ceiling, $strength),
                $impression->colours === null => self::laidInColour($buffer->take($key), $tileX - $x, $tileY - $y, $part[0] - $x, $part[1] - $y, $part[2] - $x, $part[3] - $y, $impression, $ceiling, $strength, $dab->colour),
                default => self::laidInOwnColours($buffer->take($key), $tileX - $x, $tileY - $y, $part[0] - $x, $part[1] - $y, $part[2] - $x, $part[3] - $y, $impression, $ceiling, $strength, $impression->colours),
            }, $part);
        }
    }

    /** Each dab meets the bumps of the ground, in the tile or with the dab, before it is laid. */
    private function layOnTooth(Tooth $tooth, Impression $impression, Dab $dab, int $ceiling, int $strength, StrokeBuffer $buffer): void
    {
        $width = $impression->area->width;
        $x = ((int) round($dab->x * PrintBox::PHASES) >> 3) + $impression->area->x;
        $y = ((int) round($dab->y * PrintBox::PHASES) >> 3) + $impression->area->y;
        $depth = (int) round($dab->depth * 65536);
        $pressure = (int) round($dab->flow * $dab->opacity * 65536);
        // Carved ink is a share of the ceiling, which in a stroke that stays even is the opacity.
        $share = $this->staysEven ? (int) round(65536 / $dab->opacity) : 65536;
        foreach ($buffer->parts($x, $y, $x + $width, $y + $impression->area->height) as [$key, $tileX, $tileY, $part]) {
            [$left, $top, $right, $bottom] = [$part[0] - $x, $part[1] - $y, $part[2] - $x, $part[3] - $y];
            $pressed = $impression->inked($tooth->isFixedToSheet()
                ? $tooth->press($impression->ink, $width, $left, $top, $right, $bottom, $tooth->underTile($key), ($part[1] - $tileY) * StrokeBuffer::SIDE + $part[0] - $tileX, StrokeBuffer::SIDE, $depth, $strength, $share, $pressure)
                : $tooth->press($impression->ink, $width, $left, $top, $right, $bottom, $tooth->underDab($width, $impression->area->height), $top * $width + $left, $width, $depth, $strength, $share, $pressure));
            $buffer->put($key, match (true) {
                $buffer->colour !== null => self::laid($buffer->take($key), $tileX - $x, $tileY - $y, $left, $top, $right, $bottom, $pressed, $ceiling, 65536),
                $pressed->colours === null => self::laidInColour($buffer->take($key), $tileX - $x, $tileY - $y, $left, $top, $right, $bottom, $pressed, $ceiling, 65536, $dab->colour),
                default => self::laidInOwnColours($buffer->take($key), $tileX - $x, $tileY - $y, $left, $top, $right, $bottom, $pressed, $ceiling, 65536, $pressed->colours),
            }, $part);
        }
    }

    /** Adds a print up as density. */
    private function layDensely(Dab $dab, int $strength, StrokeBuffer $buffer): void
    {
        $area = $this->densePrint($dab, $strength, 0)->area;
        $x = ((int) round($dab->x * PrintBox::PHASES) >> 3) + $area->x;
        $y = ((int) round($dab->y * PrintBox::PHASES) >> 3) + $area->y;
        foreach ($buffer->parts($x, $y, $x + $area->width, $y + $area->height) as [$key, $tileX, $tileY, $part]) {
            $lane = ($y - $tileY) % Density::LANES;
            $lane = $lane < 0 ? $lane + Density::LANES : $lane;
            $print = $this->densePrint($dab, $strength, $lane);
            // The row of words of the tile on which the print's first one falls; it may lie above the tile.
            $shift = intdiv($y - $lane - $tileY, Density::LANES);
            $top = intdiv($part[1] - $tileY, Density::LANES);
            $bottom = intdiv($part[3] - $tileY + Density::LANES - 1, Density::LANES);
            $buffer->put($key, self::added($buffer->take($key), $tileX - $x, $top - $shift, $bottom - $shift, $shift, $part[0] - $x, $part[2] - $x, $print), $part);
        }
    }

    private function densePrint(Dab $dab, int $strength, int $lane): DensePrint
    {
        $name = self::phase($dab) * Density::LANES + $lane;
        if (isset($this->dense[$name])) {
            return $this->dense[$name];
        }
        if ($lane > 0) {
            $print = $this->densePrint($dab, $strength, 0)->inLane($lane);
        } else {
            [$stencil, $box] = $this->box($dab);
            $print = DensePrint::of($stencil, $box, $strength);
        }
        if ($this->filled + $print->size() <= self::ROOM) {
            $this->dense[$name] = $print;
            $this->filled += $print->size();
        }

        return $print;
    }

    /**
     * @param  array<int, int>  $tile  words
     * @param  int  $tileX  where the tile begins, counted from the left of the print
     * @param  int  $top  rows of words of the print
     * @param  int  $shift  from them to rows of words of the tile
     * @return array<int, int>
     */
    private static function added(array $tile, int $tileX, int $top, int $bottom, int $shift, int $left, int $right, DensePrint $print): array
    {
        $words = $print->words;
        $stride = $print->area->width;
        $starts = $print->starts;
        $ends = $print->ends;
        $carries = Density::CARRIES;
        $base = ($top + $shift) * StrokeBuffer::SIDE - $tileX;
        for ($row = $top; $row < $bottom; $row++) {
            $first = $starts[$row];
            $first = $first > $left ? $first : $left;
            $last = $ends[$row];
            $last = $row * $stride + ($last < $right ? $last : $right);
            $i = $row * $stride + $first;
            $j = $base + $first;
            $base += StrokeBuffer::SIDE;
            for (; $i < $last; $i++) {
                $sum = $tile[$j] + $words[$i];
                $over = $sum & $carries;
                if ($over !== 0) {
                    // Where a sum is denser than full, all its 20 bits are set.
                    $sum = ($sum | $over - ($over >> 20)) & ~$carries;
                }
                $tile[$j] = $sum;
                $j++;
            }
        }

        return $tile;
    }

    /**
     * @param  array<int, int>  $tile
     * @return array<int, int>
     */
    private static function laid(array $tile, int $tileX, int $tileY, int $left, int $top, int $right, int $bottom, Impression $impression, int $ceiling, int $strength): array
    {
        $ink = $impression->ink;
        $stride = $impression->area->width;
        $starts = $impression->starts;
        $ends = $impression->ends;
        $base = ($top - $tileY) * StrokeBuffer::SIDE - $tileX;
        for ($row = $top; $row < $bottom; $row++) {
            $first = $starts[$row];
            $first = $first > $left ? $first : $left;
            $last = $ends[$row];
            $last = $row * $stride + ($last < $right ? $last : $right);
            $i = $row * $stride + $first;
            $j = $base + $first;
            $base += StrokeBuffer::SIDE;
            for (; $i < $last; $i++) {
                $c = $tile[$j];
                if ($c < $ceiling) {
                    $tile[$j] = $c + (($ceiling - $c) * ($ink[$i] * $strength >> 16) + 32768 >> 16);
                }
                $j++;
            }
        }

        return $tile;
    }

    /**
     * @param  array<int, int>  $tile
     * @return array<int, int>
     */
    private static function laidInColour(array $tile, int $tileX, int $tileY, int $left, int $top, int $right, int $bottom, Impression $impression, int $ceiling, int $strength, int $colour): array
    {
        $ink = $impression->ink;
        $stride = $impression->area->width;
        $red = ($colour >> 16) * StrokeBuffer::COLOUR_ONE;
        $green = ($colour >> 8 & 255) * StrokeBuffer::COLOUR_ONE;
        $blue = ($colour & 255) * StrokeBuffer::COLOUR_ONE;
        $starts = $impression->starts;
        $ends = $impression->ends;
        $base = ($top - $tileY) * StrokeBuffer::SIDE - $tileX;
        for ($row = $top; $row < $bottom; $row++) {
            $first = $starts[$row];
            $first = $first > $left ? $first : $left;
            $last = $ends[$row];
            $last = $row * $stride + ($last < $right ? $last : $right);
            $i = $row * $stride + $first;
            $j = $base + $first;
            $base += StrokeBuffer::SIDE;
            for (; $i < $last; $i++) {
                $a = $ink[$i] * $strength >> 16;
                if ($a > 0) {
                    $p = $tile[$j];
                    $c = $p >> 45;
                    if ($c < $ceiling) {
                        $c += ($ceiling - $c) * $a + 32768 >> 16;
                    }
                    if ($c > 0) {
                        $w = (int) ($a * $ceiling / (float) $c);
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

    /**
     * The same for pixels that each bring their own colour: apart from the above, since a
     * loop that does now the one and now the other is compiled well for neither.
     *
     * @param  array<int, int>  $tile
     * @param  array<int, int>  $colours  0xRRGGBB
     * @return array<int, int>
     */
    private static function laidInOwnColours(array $tile, int $tileX, int $tileY, int $left, int $top, int $right, int $bottom, Impression $impression, int $ceiling, int $strength, array $colours): array
    {
        $ink = $impression->ink;
        $stride = $impression->area->width;
        $starts = $impression->starts;
        $ends = $impression->ends;
        $base = ($top - $tileY) * StrokeBuffer::SIDE - $tileX;
        for ($row = $top; $row < $bottom; $row++) {
            $first = $starts[$row];
            $first = $first > $left ? $first : $left;
            $last = $ends[$row];
            $last = $row * $stride + ($last < $right ? $last : $right);
            $i = $row * $stride + $first;
            $j = $base + $first;
            $base += StrokeBuffer::SIDE;
            for (; $i < $last; $i++) {
                $a = $ink[$i] * $strength >> 16;
                if ($a > 0) {
                    $r = $colours[$i];
                    $red = ($r >> 16) << 7;
                    $green = ($r >> 8 & 255) << 7;
                    $blue = ($r & 255) << 7;
                    $p = $tile[$j];
                    $c = $p >> 45;
                    if ($c < $ceiling) {
                        $c += ($ceiling - $c) * $a + 32768 >> 16;
                    }
                    if ($c > 0) {
                        $w = (int) ($a * $ceiling / (float) $c);
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
}
