<?php

declare(strict_types=1);

namespace App\Painting;

use Yarrowfog\Core\Paint\Tile\Effect;
use Yarrowfog\Core\Paint\Tile\LaidStroke;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\Rect;

/**
 * The coverage of a stroke as it was kept.
 *
 * Bytes: 4 of the length of a JSON object, that object, and the packed parts one after another. `tiles` tells of each part its tile,
 * its place and its packed length. A pixel has 16 bits where the stroke has one colour, and 64 where each has its own.
 */
final class StoredPrint implements LaidStroke
{
    /**
     * @param  array<string, array{Rect, string}>  $parts  what of each tile is covered, and its packed coverage
     */
    private function __construct(private readonly ?int $colour, private readonly Effect $effect, private readonly BlendMode $mode, private readonly Rect $bounds, private readonly array $parts)
    {
    }

    /**
     * @param  array<string, Rect>  $changed  by tile
     */
    public static function write(LaidStroke $laid, array $changed): string
    {
        $tiles = [];
        $bytes = '';
        $format = $laid->colour() === null ? 'J*' : 'n*';
        foreach ($changed as $key => $area) {
            $tile = $laid->tile((string) $key);
            if ($tile === null || $area->isEmpty()) {
                continue;
            }
            $at = StrokeBuffer::area((string) $key);
            $rows = '';
            for ($y = $area->y; $y < $area->bottom(); $y++) {
                $rows .= pack($format, ...array_slice($tile, ($y - $at->y) * StrokeBuffer::SIDE + $area->x - $at->x, $area->width));
            }
            $packed = (string) gzcompress($rows, 1);
            $tiles[] = [$key, $area->toArray(), strlen($packed)];
            $bytes .= $packed;
        }
        $head = json_encode(['colour' => $laid->colour(), 'erases' => $laid->effect() === Effect::Erases, 'mode' => $laid->blendMode()->value, 'tiles' => $tiles], JSON_THROW_ON_ERROR);

        return pack('N', strlen($head)).$head.$bytes;
    }

    /** Null where it cannot be read: then it is painted anew. */
    public static function read(string $bytes, Rect $bounds): ?self
    {
        $length = strlen($bytes) < 4 ? 0 : (unpack('N', $bytes) ?: [1 => 0])[1];
        $head = is_int($length) ? json_decode(substr($bytes, 4, $length), true) : null;
        $mode = BlendMode::tryFrom(is_array($head) && is_string($head['mode'] ?? null) ? $head['mode'] : '');
        if (! is_array($head) || ! is_array($head['tiles'] ?? null) || $mode === null || ! is_int($length)) {
            return null;
        }
        $parts = [];
        $at = 4 + $length;
        foreach ($head['tiles'] as $tile) {
            [$key, $area, $size] = is_array($tile) && count($tile) === 3 ? array_values($tile) : ['', null, 0];
            $area = is_array($area) && count($area) === 4 ? array_map(fn (mixed $v): int => is_int($v) ? $v : 0, array_values($area)) : null;
            if (! is_string($key) || ! is_int($size) || $area === null) {
                return null;
            }
            $parts[$key] = [new Rect(...$area), substr($bytes, $at, $size)];
            $at += $size;
        }

        return $at !== strlen($bytes) ? null : new self(is_int($head['colour'] ?? null) ? $head['colour'] : null, ($head['erases'] ?? false) === true ? Effect::Erases : Effect::Paints, $mode, $bounds, $parts);
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
        return $this->effect;
    }

    public function blendMode(): BlendMode
    {
        return $this->mode;
    }

    public function tile(string $key): ?array
    {
        if (! isset($this->parts[$key])) {
            return null;
        }
        [$area, $packed] = $this->parts[$key];
        $values = unpack($this->colour === null ? 'J*' : 'n*', (string) gzuncompress($packed)) ?: [];
        $at = StrokeBuffer::area($key);
        $out = array_fill(0, StrokeBuffer::SIDE ** 2, 0);
        $i = 1;
        for ($y = $area->y; $y < $area->bottom(); $y++) {
            $j = ($y - $at->y) * StrokeBuffer::SIDE + $area->x - $at->x;
            for ($end = $j + $area->width; $j < $end; $j++) {
                $value = $values[$i++] ?? 0;
                $out[$j] = is_int($value) ? $value : 0;
            }
        }

        return $out;
    }

    public function takeDirty(): array
    {
        return array_map(fn (array $part): Rect => $part[0], $this->parts);
    }
}
