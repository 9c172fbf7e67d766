<?php

declare(strict_types=1);

use Yarrowfog\Core\Paint\DabPrinter;
use Yarrowfog\Core\Paint\HalvedLevels;
use Yarrowfog\Core\Paint\Swatch;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Brush;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\PracticePen;
use Yarrowfog\Core\Stroke\Shape;
use Yarrowfog\Core\Tip\Frame;

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/StoredLevels.php';

const RUNS = 11;
const DABS = 1000;
const SIZE = 64;

/** Degrees by which dabs are turned that are all alike. */
const ALIKE = 30.0;

$tip = softTip(256);
$places = places(DABS, 1024);
$rows = [];

// 1. Each dab at its own angle, and all alike, against C that turns every dab.
$brush = fn (array $angle): Brush => Brush::read(['settings' => ['size' => ['base' => SIZE], 'angle' => $angle, 'flow' => ['base' => 0.6], 'opacity' => ['base' => 0.8]]]);
$turned = $c = $ratioTurned = $alike = $ratioAlike = [];
for ($i = 0; $i < RUNS; $i++) {
    // One of each in turn, so that a machine that changes its pace changes it for all.
    $turned[] = $a = dabsTime($tip, $brush(['spread' => 180]), $places, 1024, true, $ink);
    [$b, $inkC] = compiled($places, 1024, true);
    $c[] = $b;
    $ratioTurned[] = $a / $b;
    [$d] = compiled($places, 1024, false);
    $alike[] = $e = dabsTime($tip, $brush([]), $places, 1024, false);
    $ratioAlike[] = $e / $d;
}
$difference = abs($ink - $inkC) / $inkC;
rowOf('1,000 dabs of 64 px, each turned: engine / C -O3', median($ratioTurned), '×', 5, sprintf('%.0f ms against %.0f ms; total ink differs by %.2f %%', median($turned), median($c), 100 * $difference));
rowOf('the same, all turned by 30° (kept shapes): engine / C -O3 that turns each', median($ratioAlike), '×', 2, sprintf('%.0f ms', median($alike)));
$imagick = imagickTime($places, 100) * DABS / 100;
rowOf('Imagick / engine, each turned', $imagick / median($turned), '×', -8, sprintf('Imagick %.0f ms for 1,000 dabs, from 100', $imagick));

// 2. A new swatch after a change of a slider.
$traces = array_merge(...array_values(PracticePen::all(900, 260)));
$swatch = Brush::read(['settings' => ['size' => ['base' => 48, 'drives' => [['input' => 'pressure', 'from' => 0.25, 'to' => 1]]], 'spacing' => ['base' => 0.12]]]);
$stored = array_map(fn (int $n): array => [...$tip->size($n), $tip->frame($n)->ink->toBytes()], range(0, $tip->count() - 1));
$times = [];
for ($i = 0; $i < RUNS + 2; $i++) {
    // The tip's levels come anew from bytes each time, as they do with a request; a slider moved a little.
    $changed = $swatch->with('spacing', new Yarrowfog\Core\Stroke\SettingValue(0.12 + 0.001 * $i));
    $from = hrtime(true);
    Swatch::paint(new StoredLevels($stored), $changed, $traces, 1, 900, 260)->toBytes();
    $times[] = (hrtime(true) - $from) / 1e6;
}
rowOf('a new 900 × 260 swatch of three traces at 48 px', median(array_slice($times, 2)), 'ms', 120, 'median in the engine, pixels packed');

// 3. The size of the sheet must not matter.
$ratios = [];
$near = places(DABS, 1000);
for ($i = 0; $i < RUNS; $i++) {
    $small = dabsTime($tip, $brush(['spread' => 180]), $near, 1000, true);
    $large = dabsTime($tip, $brush(['spread' => 180]), $near, 6000, true);
    $ratios[] = $large / $small;
}
rowOf('cost of a dab on 6000² against 1000²', median($ratios), '×', 1.2, 'the same dabs');

$failed = false;
printf("\n%-72s %10s %10s\n", 'measured', 'figure', 'target');
foreach ($rows as [$what, $figure, $unit, $target, $note]) {
    $met = $target < 0 ? $figure >= -$target : $figure <= $target;
    $failed = $failed || ! $met;
    printf("%-72s %8.2f %s %s %g %s   %s\n    %s\n", $what, $figure, $unit, $target < 0 ? '≥' : '≤', abs($target), $unit, $met ? 'met' : 'MISSED', $note);
}
exit($failed ? 1 : 0);

function softTip(int $side): HalvedLevels
{
    $values = [];
    for ($y = 0; $y < $side; $y++) {
        for ($x = 0; $x < $side; $x++) {
            $r = hypot($x + 0.5 - $side / 2, $y + 0.5 - $side / 2) / ($side / 2);
            $values[] = $r < 1 ? (int) (65535 * (1 - $r * $r)) : 0;
        }
    }

    return new HalvedLevels(new Frame(new Plane($side, $side, $values)));
}

/** @return list<array{float, float, float}> x, y, angle */
function places(int $count, int $side): array
{
    $chance = new Random\Randomizer(new Random\Engine\Mt19937(7));
    $places = [];
    for ($i = 0; $i < $count; $i++) {
        $places[] = [$chance->getInt(50 * 8, ($side - 50) * 8) / 8, $chance->getInt(50 * 8, ($side - 50) * 8) / 8, $chance->getInt(0, 35999) / 100];
    }

    return $places;
}

/** @param  list<array{float, float, float}>  $places */
function dabsTime(HalvedLevels $tip, Brush $brush, array $places, int $side, bool $turned, ?int &$ink = null): float
{
    $dabs = [];
    foreach ($places as $i => [$x, $y, $angle]) {
        $dabs[] = new Dab($i, 0, $x, $y, new Shape(SIZE, $turned ? $angle : ALIKE, 1.0), 0.6, 0.8, 0);
    }
    $painter = new DabPrinter($tip, $brush);
    $buffer = $painter->buffer(new Rect(0, 0, $side, $side), $dabs[0]->colour);
    // The C program's coverage lies ready before its clock starts; so do these tiles.
    foreach ($buffer->parts(0, 0, 1024, 1024) as [$key, , , $part]) {
        $buffer->put($key, $buffer->take($key), $part);
    }
    $from = hrtime(true);
    $painter->paint($dabs, $buffer);
    $time = (hrtime(true) - $from) / 1e6;
    $ink = 0;
    foreach ($buffer->keys() as $key) {
        $ink += array_sum($buffer->tile($key) ?? []);
    }

    return $time;
}

/**
 * @param  list<array{float, float, float}>  $places
 * @return array{float, int} ms and total ink
 */
function compiled(array $places, int $side, bool $turned): array
{
    static $program = null;
    if ($program === null) {
        $program = sys_get_temp_dir().'/yarrowfog-dabs-'.getmypid();
        exec('gcc -O3 -o '.escapeshellarg($program).' '.escapeshellarg(__DIR__.'/dabs.c').' -lm', $output, $code);
        $code === 0 || throw new RuntimeException('The C program does not compile.');
        register_shutdown_function(fn () => @unlink($program));
    }
    $lines = implode("\n", array_map(fn (array $p): string => "{$p[0]} {$p[1]} ".($turned ? $p[2] : ALIKE), $places));
    $process = proc_open([$program, (string) $side, (string) SIZE, '5'], [['pipe', 'r'], ['pipe', 'w']], $pipes);
    fwrite($pipes[0], $lines."\n");
    fclose($pipes[0]);
    [$ms, $ink] = explode(' ', trim((string) stream_get_contents($pipes[1])));
    proc_close($process);

    return [(float) $ms, (int) $ink];
}

/** @param  list<array{float, float, float}>  $places */
function imagickTime(array $places, int $count): float
{
    $side = 256;
    $pixels = [];
    for ($y = 0; $y < $side; $y++) {
        for ($x = 0; $x < $side; $x++) {
            $r = hypot($x + 0.5 - $side / 2, $y + 0.5 - $side / 2) / ($side / 2);
            array_push($pixels, 0, 0, 0, $r < 1 ? (int) (255 * (1 - $r * $r)) : 0);
        }
    }
    $tip = new Imagick;
    $tip->newImage($side, $side, new ImagickPixel('none'));
    $tip->importImagePixels(0, 0, $side, $side, 'RGBA', Imagick::PIXEL_CHAR, $pixels);
    $sheet = new Imagick;
    $sheet->newImage(1024, 1024, new ImagickPixel('none'));
    $from = hrtime(true);
    foreach (array_slice($places, 0, $count) as [$x, $y, $angle]) {
        $dab = clone $tip;
        $dab->setImageVirtualPixelMethod(Imagick::VIRTUALPIXELMETHOD_TRANSPARENT);
        $scale = SIZE / $side;
        $dab->distortImage(Imagick::DISTORTION_AFFINEPROJECTION, [
            $scale * cos(deg2rad($angle)), $scale * sin(deg2rad($angle)), -$scale * sin(deg2rad($angle)), $scale * cos(deg2rad($angle)), 0, 0,
        ], true);
        $sheet->compositeImage($dab, Imagick::COMPOSITE_OVER, (int) ($x - $dab->getImageWidth() / 2), (int) ($y - $dab->getImageHeight() / 2));
    }

    return (hrtime(true) - $from) / 1e6;
}

/** @param  list<float>  $values */
function median(array $values): float
{
    sort($values);

    return $values[intdiv(count($values), 2)];
}

/** @param  float  $target  at most; at least when negative */
function rowOf(string $what, float $figure, string $unit, float $target, string $note): void
{
    global $rows;
    $rows[] = [$what, $figure, $unit, $target, $note];
}
