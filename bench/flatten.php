<?php

declare(strict_types=1);

use Yarrowfog\Core\Paint\Composite\LayerStack;
use Yarrowfog\Core\Paint\Composite\StackedLayer;
use Yarrowfog\Core\Paint\Composite\TileSource;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\BlendMode;

require __DIR__.'/../vendor/autoload.php';

/*
 * The engine against bench/flatten.c: eight layers, four of them blended, laid over one another, tile by tile, in turns.
 *
 *   php bench/flatten.php PROGRAM        prints the ratio of the medians
 */

/** A tile that lies everywhere. */
final readonly class EveryTile implements TileSource
{
    /** @param  array<int, int>  $words */
    public function __construct(private array $words)
    {
    }

    public function tile(string $key): array
    {
        return $this->words;
    }
}

const TILES = 40;
$modes = [BlendMode::Normal, BlendMode::Multiply, BlendMode::Normal, BlendMode::SoftLight, BlendMode::Normal, BlendMode::Screen, BlendMode::Normal, BlendMode::Overlay];
mt_srand(7);
$layers = array_map(function (BlendMode $mode): StackedLayer {
    $words = [];
    for ($i = 0; $i < StrokeBuffer::SIDE ** 2; $i++) {
        $alpha = mt_rand(0, 32640);
        $words[] = intdiv($alpha * mt_rand(0, 4096), 4096) << 45 | intdiv($alpha * mt_rand(0, 4096), 4096) << 30 | intdiv($alpha * mt_rand(0, 4096), 4096) << 15 | $alpha;
    }

    return new StackedLayer(new EveryTile($words), 0.8, $mode);
}, $modes);
$stack = new LayerStack($layers);
$engine = function () use ($stack): float {
    $from = hrtime(true);
    for ($t = 0; $t < TILES; $t++) {
        $stack->tile(StrokeBuffer::key($t, 0));
    }

    return (hrtime(true) - $from) / 1e6;
};
$plain = fn (): float => (float) shell_exec(escapeshellarg($argv[1]).' '.TILES.' 2>/dev/null');
$engine();
$php = $c = [];
for ($i = 0; $i < 7; $i++) {
    $php[] = $engine();
    $c[] = $plain();
}
sort($php);
sort($c);
printf("%.2f\n", $php[3] / $c[3]);
