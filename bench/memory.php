<?php

declare(strict_types=1);

/* Prints the peak memory, MB, of painting a 2,000 px tip across a sheet of 4096 × 4096. */

use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Stroke\StrokePainter;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\Frame;

require __DIR__.'/../vendor/autoload.php';

$values = [];
for ($i = 0; $i < 2000 * 2000; $i++) {
    $r = hypot($i % 2000 - 999.5, intdiv($i, 2000) - 999.5) / 1000;
    $values[] = $r < 1 ? (int) (65535 * (1 - $r * $r)) : 0;
}
$tip = new HalvedMipChain(new Frame(new Plane(2000, 2000, $values)));
unset($values);
$brush = BrushSettings::read(['settings' => ['size' => ['base' => 2000], 'angle' => ['spread' => 180], 'spacing' => ['base' => 0.5]]]);
$trace = new Trace([new Sample(0, 500, 600), new Sample(300, 1800, 2200), new Sample(600, 3600, 3500)]);
$stroke = (new StrokePainter($tip, $brush))->stroke($trace, 1, new Rect(0, 0, 4096, 4096));
$bytes = 0;
foreach ($stroke->takeDirty() as $area) {
    $bytes += strlen(Compositor::over(DeepBitmap::empty($area->width, $area->height), $area, $stroke)->toBitmap()->toBytes());
}
$bytes > 3_000_000 || throw new RuntimeException('Too little was painted.');
printf("%.0f\n", memory_get_peak_usage(true) / 1048576);
