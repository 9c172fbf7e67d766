<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Paint\Dab\Tooth;
use Yarrowfog\Core\Paint\Tile\ColouredCoverage;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Stroke\BrushSettings;

/**
 * Ground: what happens to the coverage of a stroke as a whole: the bite, the rim, the
 * tooth that the stroke meets once, and noise, in this order.
 */
final class Finish
{
    private readonly ?Tooth $tooth;

    private readonly int $depth;

    private readonly Bite $combiner;

    private readonly ?Rim $rim;

    private readonly int $noise;

    private readonly int $ink;

    /** @var array<string, array<int, int>|null> bitten tiles, kept for their neighbours' rims */
    private array $bitten = [];

    /**
     * @param  StrokeBuffer  $main  the tip's coverage
     * @param  StrokeBuffer|null  $bite  that of the second tip
     * @param  bool  $whole  whether the stroke has ended: a rim needs to know its edges
     */
    public function __construct(BrushSettings $brush, ?Tooth $tooth, private readonly StrokeBuffer $main, private readonly ?StrokeBuffer $bite, bool $whole)
    {
        $this->tooth = $tooth !== null && ! $tooth->perDab ? $tooth : null;
        $this->depth = (int) round($brush->base('toothDepth') * 65536);
        $this->combiner = new Bite($brush);
        $this->rim = ! $whole || $brush->base('rim') <= 0.0 ? null : new Rim(
            $brush->base('rim'),
            (int) round($brush->base('rimWidth')),
            array_values(array_unique([...$main->keys(), ...$bite === null ? [] : $bite->keys()])),
            function (string $key): ?array {
                $tile = $this->bittenTile($key);

                return $tile === null ? null : $this->coverage($tile);
            },
            $main->bounds,
        );
        $this->noise = (int) round($brush->base('noise') * 65536);
        $this->ink = $brush->mainInk->toInt();
    }

    /** @return array<int, int>|null */
    public function tile(string $key): ?array
    {
        $tile = $this->bittenTile($key);
        if ($tile === null) {
            return null;
        }
        if ($this->rim !== null) {
            $tile = $this->withCoverage($tile, $this->rim->add($key, $this->coverage($tile)));
        }
        if ($this->tooth === null && $this->noise === 0) {
            return $tile;
        }
        $coverage = $this->coverage($tile);
        if ($this->tooth !== null) {
            $coverage = $this->tooth->meet($coverage, $key, $this->depth);
        }
        if ($this->noise > 0) {
            $coverage = Noise::breakUp($coverage, $key, $this->noise);
        }

        return $this->withCoverage($tile, $coverage);
    }

    /** @return array<int, int>|null */
    private function bittenTile(string $key): ?array
    {
        if (array_key_exists($key, $this->bitten)) {
            return $this->bitten[$key];
        }
        $main = $this->main->tile($key);
        $bite = $this->bite?->tile($key);
        if ($this->bite !== null && ($main !== null || $bite !== null)) {
            $empty = array_fill(0, StrokeBuffer::SIDE * StrokeBuffer::SIDE, 0);
            $main ??= $empty;
            $main = $this->withCoverage($main, $this->combiner->combine($this->coverage($main), $bite ?? $empty));
        }

        // A rim looks at all eight tiles around one. Without it a tile is asked for once.
        return $this->rim !== null ? $this->bitten[$key] = $main : $main;
    }

    /**
     * @param  array<int, int>  $tile
     * @return array<int, int>
     */
    private function coverage(array $tile): array
    {
        return $this->main->colour !== null ? $tile : ColouredCoverage::toCoverage($tile);
    }

    /**
     * @param  array<int, int>  $tile  as it was, for its colours
     * @param  array<int, int>  $coverage
     * @return array<int, int>
     */
    private function withCoverage(array $tile, array $coverage): array
    {
        // What only the bite covers has no colour yet: it takes the main ink.
        return $this->main->colour !== null ? $coverage : ColouredCoverage::withCoverage($tile, $coverage, $this->ink);
    }
}
