<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Tile;

use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\Rect;

/**
 * The coverage of one stroke, in square tiles that exist only where it painted.
 *
 * What a tile holds depends on who paints: see TileForm.
 */
final class StrokeBuffer implements StrokeLayer
{
    /** px of a tile's side. */
    public const SIDE = 128;

    /** Colour levels: 255 · 128 fills 15 bits nearly, and rounds back exactly. */
    public const COLOUR_ONE = 128;

    private readonly TileForm $form;

    /** @var array<string, array<int, int>> by "column row" */
    private array $tiles = [];

    /** @var array<string, array{int, int, int, int}> what changed in each tile since it was last asked: edges */
    private array $dirty = [];

    /**
     * @param  Rect  $bounds  of the sheet; nothing is painted outside
     * @param  int|null  $colour  0xRRGGBB of a stroke of one colour; null for many
     * @param  TileForm|null  $form  of its tiles; null for a coverage a pixel, with its colour where there are many
     * @param  int  $most  where tiles hold density: what full density covers, 0–65535
     */
    public function __construct(
        public readonly Rect $bounds,
        public readonly ?int $colour,
        ?TileForm $form = null,
        private readonly int $most = 65535,
    ) {
        $this->form = $form ?? ($colour === null ? TileForm::Colours : TileForm::Coverage);
    }

    public function bounds(): Rect
    {
        return $this->bounds;
    }

    public function colour(): ?int
    {
        return $this->colour;
    }

    public function effect(): Effect
    {
        return Effect::Paints;
    }

    public function blendMode(): BlendMode
    {
        return BlendMode::Normal;
    }

    /** Whether tiles are taken and put as words of density. */
    public function isDense(): bool
    {
        return $this->form === TileForm::Density;
    }

    public static function key(int $column, int $row): string
    {
        return "{$column} {$row}";
    }

    /** @return array{int, int} column and row */
    public static function place(string $key): array
    {
        [$column, $row] = explode(' ', $key);

        return [(int) $column, (int) $row];
    }

    /**
     * The tiles under an area of the sheet.
     *
     * @return list<string> keys
     */
    public static function keysUnder(Rect $area): array
    {
        $keys = [];
        if ($area->isEmpty()) {
            return $keys;
        }
        for ($row = intdiv($area->y, self::SIDE); $row <= intdiv($area->bottom() - 1, self::SIDE); $row++) {
            for ($column = intdiv($area->x, self::SIDE); $column <= intdiv($area->right() - 1, self::SIDE); $column++) {
                $keys[] = self::key($column, $row);
            }
        }

        return $keys;
    }

    /**
     * An area of the sheet, tile by tile.
     *
     * @return array<string, Rect>
     */
    public static function split(Rect $area): array
    {
        $parts = [];
        foreach (self::keysUnder($area) as $key) {
            $parts[$key] = self::area($key)->intersect($area);
        }

        return $parts;
    }

    public static function area(string $key): Rect
    {
        [$column, $row] = self::place($key);

        return new Rect($column * self::SIDE, $row * self::SIDE, self::SIDE, self::SIDE);
    }

    /** @return list<string> keys of the tiles that were painted on here */
    public function keys(): array
    {
        return array_keys($this->tiles);
    }

    /**
     * Hands a tile out to be painted on. It must come back through `put()`: between the
     * two only the caller holds it, so that writing does not copy it.
     *
     * @return array<int, int>
     */
    public function take(string $key): array
    {
        if (! isset($this->tiles[$key])) {
            return array_fill(0, $this->form->ints(), 0);
        }
        $tile = $this->tiles[$key];
        $this->tiles[$key] = [];

        return $tile;
    }

    /**
     * @param  array<int, int>  $tile
     * @param  array{int, int, int, int}  $changed  left, top, right and bottom on the sheet
     */
    public function put(string $key, array $tile, array $changed): void
    {
        $this->tiles[$key] = $tile;
        $was = $this->dirty[$key] ?? $changed;
        $this->dirty[$key] = [
            $was[0] < $changed[0] ? $was[0] : $changed[0],
            $was[1] < $changed[1] ? $was[1] : $changed[1],
            $was[2] > $changed[2] ? $was[2] : $changed[2],
            $was[3] > $changed[3] ? $was[3] : $changed[3],
        ];
    }

    /** Takes away all paint; what it covered counts as changed. */
    public function clear(): void
    {
        foreach ($this->tiles as $key => $tile) {
            $this->tiles[$key] = array_fill(0, $this->form->ints(), 0);
            $area = self::area($key)->intersect($this->bounds);
            $this->dirty[$key] = [$area->x, $area->y, $area->right(), $area->bottom()];
        }
    }

    /**
     * How a print falls on the tiles: for each, its key, its origin on the sheet, and the
     * edges of the part of the print that is on it.
     *
     * @return list<array{string, int, int, array{int, int, int, int}}>
     */
    public function parts(int $left, int $top, int $right, int $bottom): array
    {
        $left = $left > $this->bounds->x ? $left : $this->bounds->x;
        $top = $top > $this->bounds->y ? $top : $this->bounds->y;
        $right = min($right, $this->bounds->right());
        $bottom = min($bottom, $this->bounds->bottom());
        $parts = [];
        if ($left >= $right || $top >= $bottom) {
            return $parts;
        }
        for ($y = $top - $top % self::SIDE; $y < $bottom; $y += self::SIDE) {
            for ($x = $left - $left % self::SIDE; $x < $right; $x += self::SIDE) {
                $parts[] = [intdiv($x, self::SIDE).' '.intdiv($y, self::SIDE), $x, $y, [
                    $left > $x ? $left : $x,
                    $top > $y ? $top : $y,
                    $right < $x + self::SIDE ? $right : $x + self::SIDE,
                    $bottom < $y + self::SIDE ? $bottom : $y + self::SIDE,
                ]];
            }
        }

        return $parts;
    }

    /**
     * The coverage of a tile, with its colours where there are many.
     *
     * @return array<int, int>|null null where nothing was painted
     */
    public function tile(string $key): ?array
    {
        $tile = $this->tiles[$key] ?? null;
        if ($tile === null) {
            return null;
        }
        $area = self::area($key);

        return $this->form->toCoverage($tile, $area->intersect($this->bounds)->move(-$area->x, -$area->y), $this->most);
    }

    /**
     * What changed since the last call, by tile.
     *
     * @return array<string, Rect>
     */
    public function takeDirty(): array
    {
        $dirty = array_map(fn (array $e): Rect => Rect::between(...$e), $this->dirty);
        $this->dirty = [];

        return $dirty;
    }
}
