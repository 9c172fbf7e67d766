<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Paint\Composite\Backdrop;
use Yarrowfog\Core\Paint\Composite\LayerBlend;
use Yarrowfog\Core\Paint\Dab\DabFootprint;
use Yarrowfog\Core\Paint\Dab\DabPrinter;
use Yarrowfog\Core\Paint\Dab\Impression;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Dab;

/**
 * Pushes about what lies on the sheet: each dab lays down some of what it carries, and
 * carries on what then lies under it.
 *
 * Pixels are words of DeepBitmap. Mixing two alike leaves both as they were, so a flat
 * colour stays flat.
 */
final class Smudger
{
    /** @var array<string, array<int, int>> pixels by tile */
    private array $tiles = [];

    /** @var array<string, array{int, int, int, int}> */
    private array $dirty = [];

    /** Stands for a pixel of which nothing is carried: what lies beyond the sheet is not. */
    private const NOTHING = -1;

    /** @var array<int, int> what is carried, a square around the whole pixel under the dab; empty before the first dab */
    private array $carried = [];

    /** px from the middle of what is carried to its edge. */
    private readonly int $reach;

    private readonly int $ink;

    public function __construct(private readonly DabPrinter $printer, BrushSettings $brush, private readonly ?Backdrop $under, private readonly Rect $bounds)
    {
        $most = $brush->base('size');
        foreach ($brush->value('size')->drives as $drive) {
            $most *= max(1.0, $drive->from, $drive->to);
        }
        $this->reach = (int) ceil(min(2000.0, $most) * 0.7072) + 2;
        $this->ink = DeepBitmap::word($brush->mainInk->toInt() << 8 | 255);
    }

    /** @param  list<Dab>  $dabs */
    public function smudge(array $dabs): void
    {
        foreach ($dabs as $dab) {
            $this->dab($dab);
        }
    }

    /** @return list<string> */
    public function keys(): array
    {
        return array_keys($this->tiles);
    }

    /** @return array<string, Rect> */
    public function takeDirty(): array
    {
        $dirty = array_map(fn (array $e): Rect => Rect::between(...$e), $this->dirty);
        $this->dirty = [];

        return $dirty;
    }

    /**
     * @return array<int, int>|null words; −1 where nothing changed
     */
    public function tile(string $key): ?array
    {
        $tile = $this->tiles[$key] ?? null;
        if ($tile === null) {
            return null;
        }
        $before = $this->before($key);
        $out = [];
        foreach ($tile as $i => $word) {
            $out[] = $word === $before[$i] ? -1 : $word;
        }

        return $out;
    }

    private function dab(Dab $dab): void
    {
        $side = (int) StrokeBuffer::SIDE;
        $x = DabFootprint::pixel($dab->x);
        $y = DabFootprint::pixel($dab->y);
        $span = 2 * $this->reach + 1;
        $left = $x - $this->reach;
        $top = $y - $this->reach;
        $first = $this->carried === [];
        $square = new Rect($left, $top, $span, $span);
        $carried = $first ? array_fill(0, $span * $span, self::NOTHING) : $this->carried;
        $this->carried = [];
        $ink = $this->spread($this->printer->impression($dab), $span);
        $strength = $first ? 0 : (int) round($dab->carries * $dab->flow * 65536);
        $fresh = (int) round($dab->fresh * 65536);
        for ($tileY = $this->floorToTile($top); $tileY < $top + $span; $tileY += $side) {
            for ($tileX = $this->floorToTile($left); $tileX < $left + $span; $tileX += $side) {
                $area = (new Rect($tileX, $tileY, $side, $side))->intersect($square)->intersect($this->bounds);
                if ($area->isEmpty()) {
                    continue;
                }
                $key = StrokeBuffer::key(intdiv($tileX, $side), intdiv($tileY, $side));
                [$this->tiles[$key], $carried] = self::mix(
                    $this->take($key),
                    ($area->y - $tileY) * $side + $area->x - $tileX,
                    self::handOver($carried),
                    ($area->y - $top) * $span + $area->x - $left,
                    $span,
                    $area->width,
                    $area->height,
                    $ink,
                    $strength,
                    $fresh,
                    $this->ink,
                    $this->under?->beneath($key) ?? [],
                );
                $edges = [$area->x, $area->y, $area->right(), $area->bottom()];
                $was = $this->dirty[$key] ?? $edges;
                $this->dirty[$key] = [min($was[0], $edges[0]), min($was[1], $edges[1]), max($was[2], $edges[2]), max($was[3], $edges[3])];
            }
        }
        $this->carried = self::within(self::handOver($carried), $square->intersect($this->bounds)->move(-$left, -$top), $span);
    }

    /**
     * What is carried, without what lies beyond the sheet.
     *
     * @param  array<int, int>  $carried
     * @param  Rect  $sheet  the part of the square that lies on the sheet
     * @return array<int, int>
     */
    private static function within(array $carried, Rect $sheet, int $span): array
    {
        if ($sheet->width === $span && $sheet->height === $span) {
            return $carried;
        }
        $right = $sheet->right();
        $bottom = $sheet->bottom();
        for ($y = 0; $y < $span; $y++) {
            for ($x = 0; $x < $span; $x++) {
                if ($y < $sheet->y || $y >= $bottom || $x < $sheet->x || $x >= $right) {
                    $carried[$y * $span + $x] = self::NOTHING;
                }
            }
        }

        return $carried;
    }

    /**
     * @param  array<int, int>  $tile
     * @param  array<int, int>  $carried
     * @param  array<int, int>  $ink
     * @param  array<int, int>  $beneath  what is shown under the tile: it is carried on with what lies there; empty for nothing
     * @return array{array<int, int>, array<int, int>}
     */
    private static function mix(array $tile, int $to, array $carried, int $from, int $span, int $width, int $height, array $ink, int $strength, int $fresh, int $colour, array $beneath): array
    {
        $side = (int) StrokeBuffer::SIDE;
        $mask = (int) DeepBitmap::CHANNEL;
        $inkR = $colour >> 45;
        $inkG = $colour >> 30 & $mask;
        $inkB = $colour >> 15 & $mask;
        $inkA = $colour & $mask;
        for ($row = 0; $row < $height; $row++) {
            $j = $to + $row * $side;
            $i = $from + $row * $span;
            for ($n = 0; $n < $width; $n++) {
                $l = $tile[$j];
                $k = $ink[$i] * $strength >> 16;
                if ($k > 0) {
                    // Where nothing is carried only fresh ink is laid.
                    $p = $carried[$i] < 0 ? $l : $carried[$i];
                    $r = $p >> 45;
                    $g = $p >> 30 & $mask;
                    $b = $p >> 15 & $mask;
                    $a = $p & $mask;
                    if ($fresh > 0) {
                        $r += ($inkR - $r) * $fresh + 32768 >> 16;
                        $g += ($inkG - $g) * $fresh + 32768 >> 16;
                        $b += ($inkB - $b) * $fresh + 32768 >> 16;
                        $a += ($inkA - $a) * $fresh + 32768 >> 16;
                    }
                    $lr = $l >> 45;
                    $lg = $l >> 30 & $mask;
                    $lb = $l >> 15 & $mask;
                    $la = $l & $mask;
                    $l = $lr + (($r - $lr) * $k + 32768 >> 16) << 45
                        | $lg + (($g - $lg) * $k + 32768 >> 16) << 30
                        | $lb + (($b - $lb) * $k + 32768 >> 16) << 15
                        | $la + (($a - $la) * $k + 32768 >> 16);
                    $tile[$j] = $l;
                }
                $carried[$i] = $beneath === [] || $beneath[$j] === 0 ? $l : LayerBlend::word($beneath[$j], $l);
                $i++;
                $j++;
            }
        }

        return [$tile, $carried];
    }

    /**
     * An impression on the square that is carried.
     *
     * @return array<int, int> 0–65535
     */
    private function spread(Impression $impression, int $span): array
    {
        $out = array_fill(0, $span * $span, 0);
        $area = $impression->area;
        foreach ($impression->starts as $row => $first) {
            $y = $row + $area->y + $this->reach;
            if ($y < 0 || $y >= $span) {
                continue;
            }
            for ($x = $first; $x < $impression->ends[$row]; $x++) {
                $to = $x + $area->x + $this->reach;
                if ($to >= 0 && $to < $span) {
                    $out[$y * $span + $to] = $impression->ink[$row * $area->width + $x];
                }
            }
        }

        return $out;
    }

    /** @return array<int, int> */
    private function take(string $key): array
    {
        if (! isset($this->tiles[$key])) {
            return $this->before($key);
        }
        $tile = $this->tiles[$key];
        $this->tiles[$key] = [];

        return $tile;
    }

    /**
     * Hands an array over, so that only the callee holds it.
     *
     * @param  array<int, int>  $values
     * @return array<int, int>
     */
    private static function handOver(array &$values): array
    {
        $out = $values;
        $values = [];

        return $out;
    }

    /** @return array<int, int> what lay there before the stroke */
    private function before(string $key): array
    {
        return $this->under?->tile($key) ?? array_fill(0, StrokeBuffer::SIDE * StrokeBuffer::SIDE, 0);
    }

    private function floorToTile(int $x): int
    {
        return (int) floor($x / StrokeBuffer::SIDE) * StrokeBuffer::SIDE;
    }
}
