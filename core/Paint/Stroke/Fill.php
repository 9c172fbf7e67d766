<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Tile\Effect;
use Yarrowfog\Core\Paint\Tile\LaidStroke;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;

/**
 * One colour in a space that paint closes in. It lies beneath the paint (destination-over,
 * Porter and Duff, 1984), and goes on a few px under its outline, so that a soft edge leaves no seam.
 */
final class Fill implements LaidStroke
{
    /** Alpha from which paint closes a space in. */
    private const CLOSES = DeepBitmap::FULL >> 1;

    /** px by which it goes on under the outline. */
    private const UNDER = 3;

    /** @var array<string, array<int, int>> words; −1 where nothing changes */
    private array $tiles = [];

    /** @var array<string, array{int, int, int, int}> */
    private array $edges = [];

    private function __construct(private readonly Rect $bounds)
    {
    }

    /**
     * @param  DeepBitmap  $sheet  the whole layer
     * @param  float  $x  px, of a place in the space
     * @param  int  $colour  0xRRGGBB
     *
     * @throws InvalidInput where there is paint, or the space is open to the edge of the sheet
     */
    public static function of(DeepBitmap $sheet, float $x, float $y, int $colour): self
    {
        $fill = new self(new Rect(0, 0, $sheet->width, $sheet->height));
        if ($x < 0 || $y < 0 || $x >= $sheet->width || $y >= $sheet->height) {
            throw new InvalidInput('x', 'This place is not on the sheet.');
        }
        $place = (int) $y * $sheet->width + (int) $x;
        if (($sheet->words[$place] & DeepBitmap::CHANNEL) >= self::CLOSES) {
            throw new InvalidInput('x', 'There is paint here. Point into a space that paint closes in.');
        }
        $space = array_keys(self::grow(self::space($sheet, $place), $sheet->width, $sheet->height));
        $filled = (new DeepBitmap(count($space), 1, array_map(fn (int $i): int => $sheet->words[$i], $space)))->on(DeepBitmap::word($colour << 8 | 255));
        foreach ($filled->words as $n => $word) {
            $fill->lay($space[$n] % $sheet->width, intdiv($space[$n], $sheet->width), $word);
        }

        return $fill;
    }

    /**
     * All that can be reached from a place without crossing paint (scanline flood fill; Smith, "Tint Fill", 1979).
     *
     * @return array<int, true> by pixel
     *
     * @throws InvalidInput
     */
    private static function space(DeepBitmap $sheet, int $place): array
    {
        $mask = (int) DeepBitmap::CHANNEL;
        $closes = self::CLOSES;
        $width = $sheet->width;
        $last = $width * ($sheet->height - 1);
        $words = $sheet->words;
        $space = [];
        $seeds = [$place];
        while ($seeds !== []) {
            $seed = array_pop($seeds);
            if (isset($space[$seed])) {
                continue;
            }
            $row = $seed - $seed % $width;
            $from = $seed;
            while ($from > $row && ($words[$from - 1] & $mask) < $closes) {
                $from--;
            }
            $end = $seed;
            while ($end < $row + $width && ($words[$end] & $mask) < $closes) {
                $end++;
            }
            if ($from === $row || $end === $row + $width || $row === 0 || $row === $last) {
                throw new InvalidInput('x', 'This space is open to the edge of the sheet. Close its outline, then fill it.');
            }
            for ($i = $from; $i < $end; $i++) {
                $space[$i] = true;
                foreach ([$i - $width, $i + $width] as $next) {
                    // One seed for each run above and below.
                    if (! isset($space[$next]) && ($words[$next] & $mask) < $closes && ($i === $from || ($words[$next - 1] & $mask) >= $closes)) {
                        $seeds[] = $next;
                    }
                }
            }
        }

        return $space;
    }

    /**
     * @param  array<int, true>  $space
     * @return array<int, true> with a rim all round
     */
    private static function grow(array $space, int $width, int $height): array
    {
        $rim = array_keys($space);
        for ($round = 0; $round < self::UNDER; $round++) {
            $next = [];
            foreach ($rim as $i) {
                $x = $i % $width;
                foreach ([$x > 0 ? $i - 1 : $i, $x < $width - 1 ? $i + 1 : $i, $i - $width, $i + $width] as $j) {
                    if ($j >= 0 && $j < $width * $height && ! isset($space[$j])) {
                        $space[$j] = true;
                        $next[] = $j;
                    }
                }
            }
            $rim = $next;
        }

        return $space;
    }

    private function lay(int $x, int $y, int $word): void
    {
        $side = (int) StrokeBuffer::SIDE;
        $key = StrokeBuffer::key(intdiv($x, $side), intdiv($y, $side));
        $this->tiles[$key] ??= array_fill(0, $side * $side, -1);
        $this->tiles[$key][$y % $side * $side + $x % $side] = $word;
        $edges = $this->edges[$key] ?? [$x, $y, $x + 1, $y + 1];
        $this->edges[$key] = [min($edges[0], $x), min($edges[1], $y), max($edges[2], $x + 1), max($edges[3], $y + 1)];
    }

    public function takeDirty(): array
    {
        $dirty = array_map(fn (array $e): Rect => Rect::between(...$e), $this->edges);
        $this->edges = [];

        return $dirty;
    }

    public function bounds(): Rect
    {
        return $this->bounds;
    }

    public function colour(): ?int
    {
        return null;
    }

    public function effect(): Effect
    {
        return Effect::Replaces;
    }

    public function blendMode(): BlendMode
    {
        return BlendMode::Normal;
    }

    public function tile(string $key): ?array
    {
        return $this->tiles[$key] ?? null;
    }
}
