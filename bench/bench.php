<?php

declare(strict_types=1);

use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Dab\BrushTextures;
use Yarrowfog\Core\Paint\Dab\DabPrinter;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Stroke\StrokePainter;
use Yarrowfog\Core\Paint\Stroke\Swatch;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\Practice\Movements;
use Yarrowfog\Core\Stroke\Practice\PracticePen;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Shape;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\Frame;

/*
 *   php bench/bench.php sections     names what is measured
 *   php bench/bench.php SECTION      measures it; a line of JSON a figure
 *   php bench/bench.php table FILE   the table of such lines; WRITE=docs puts it into the docs
 */
require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/StoredLevels.php';

const RUNS = 11;
const DABS = 1000;
const SIZE = 64;

/** Each is measured in a process of its own, as one worker has one kind of work at a time. */
const SECTIONS = ['turned', 'ownColours', 'fastHand', 'ground', 'swatches', 'growth', 'memory'];

/** Degrees by which dabs are turned that are all alike. */
const ALIKE = 30.0;

[$what, $file] = [$argv[1] ?? '', $argv[2] ?? ''];
if ($what === 'sections') {
    echo implode("\n", SECTIONS)."\n";
} elseif ($what === 'table') {
    exit(table((string) file_get_contents($file)));
} elseif (in_array($what, SECTIONS, true)) {
    $what();
} else {
    fwrite(STDERR, "There is no section “{$what}”. Known: ".implode(', ', SECTIONS).".\n");
    exit(2);
}

/** Each dab at its own angle and size, and all alike, against C that turns every dab. */
function turned(): void
{
    $tip = softTip(256);
    $places = places(DABS, 1024);
    $brush = fn (array $settings = []): BrushSettings => BrushSettings::read(['settings' => ['size' => ['base' => SIZE], 'flow' => ['base' => 0.6], 'opacity' => ['base' => 0.8], ...$settings]]);
    $turning = $brush(['angle' => ['spread' => 180]]);
    $ink = $inkC = 0;
    $turned = $c = $ratioTurned = $alike = $ratioAlike = $ratioSized = [];
    for ($i = 0; $i < RUNS; $i++) {
        // One of each in turn, so that a machine that changes its pace changes it for all.
        $turned[] = $a = dabsTime($tip, $turning, $places, 1024, true, $ink);
        [$b, $inkC] = compiled($places, 1024, true);
        $c[] = $b;
        $ratioTurned[] = $a / $b;
        [$d] = compiled($places, 1024, false);
        $alike[] = $e = dabsTime($tip, $brush(), $places, 1024, false);
        $ratioAlike[] = $e / $d;
        [$f] = compiled(array_map(fn (array $p): array => [$p[0], $p[1], $p[2], $p[3]], $places), 1024, true, true);
        $ratioSized[] = dabsTime($tip, $brush(['angle' => ['spread' => 180], 'size' => ['base' => SIZE, 'spread' => 0.5]]), $places, 1024, true, sized: true) / $f;
    }
    $difference = abs($ink - $inkC) / $inkC;
    rowOf('1,000 dabs of 64 px, each turned: engine / C -O3', median($ratioTurned), '×', 3, sprintf('%.0f ms against %.0f ms; total ink differs by %.2f %%', median($turned), median($c), 100 * $difference));
    rowOf('the same, each of its own size too, 32 to 64 px: engine / C -O3', median($ratioSized), '×', 3, 'stencils of every size are cut and kept in this time');
    rowOf('the same, all turned by 30° (kept shapes): engine / C -O3 that turns each', median($ratioAlike), '×', 1, sprintf('%.0f ms', median($alike)));
    $imagick = imagickTime($places, 100) * DABS / 100;
    rowOf('Imagick / engine, each turned', $imagick / median($turned), '×', -12, sprintf('Imagick %.0f ms for 1,000 dabs, from 100', $imagick));
}

/** A soft tip with holes of a px or two all over. */
function roughTip(int $side): HalvedMipChain
{
    $soft = softTip($side)->frame(0)->ink->values;
    $chance = new Random\Randomizer(new Random\Engine\Mt19937(5));
    foreach ($soft as $i => $ink) {
        $soft[$i] = $chance->getInt(0, 2) === 0 ? 0 : $ink;
    }

    return new HalvedMipChain(new Frame(new Plane($side, $side, $soft)));
}

/** A tip with colours of its own. */
function ownColours(): void
{
    $places = places(DABS, 1024);
    $own = ownTip(256);
    $ratios = [];
    $few = array_slice($places, 0, 300);
    for ($i = 0; $i < 7; $i++) {
        $ratios[] = dabsTime($own, BrushSettings::read(['kind' => 'own colours', 'settings' => ['size' => ['base' => 128], 'angle' => ['spread' => 180], 'flow' => ['base' => 0.6], 'opacity' => ['base' => 0.8]]]), $few, 1024, true, size: 128) / compiled($few, 1024, true, false, 128, true)[0];
    }
    rowOf('300 dabs of 128 px in their own colours, each turned: engine / C -O3', median($ratios), '×', 4, 'red, green, blue and coverage each interpolated and blended');
}

/** A large tip laid closely by a fast hand, live: as it comes, turned by chance, and with a tip whose detail must be read pixel by pixel. */
function fastHand(): void
{
    $fast = fastTrace(2000.0, 1.0);
    $brush = fn (array $settings): BrushSettings => BrushSettings::read(['settings' => ['size' => ['base' => 400], 'spacing' => ['base' => 0.05], 'flow' => ['base' => 0.5], ...$settings]]);
    $turning = ['angle' => ['spread' => 180]];
    $soft = softTip(512);
    $cases = ['plain' => [$soft, []], 'turned' => [$soft, $turning], 'rough' => [roughTip(512), $turning]];
    $ratios = [];
    for ($i = 0; $i < 7; $i++) {
        foreach ($cases as $name => [$tip, $settings]) {
            $ratios[$name][] = liveTime(stored($tip), $brush($settings), $fast) / ($fast->samples[count($fast->samples) - 1]->t);
        }
    }
    rowOf('400 px, 5 % spacing, 2,000 px/s: time to paint / time of the hand', median($ratios['plain']), '×', 1, 'in pieces of 100 ms, each laid and packed');
    rowOf('the same, each dab turned by chance', median($ratios['turned']), '×', 1, 'a soft tip: half its pixels tell all of it');
    rowOf('the same again, a tip full of specks: the hardest case', median($ratios['rough']), '×', 1.5, 'each dab turned by chance; above 1 the ink falls behind so fast a hand');
}

/** What the ground and drift add. */
function ground(): void
{
    $tip = softTip(256);
    $plain = ['size' => ['base' => 48, 'drives' => [['input' => 'pressure', 'from' => 0.25, 'to' => 1]]], 'spacing' => ['base' => 0.12], 'angle' => ['spread' => 180]];
    $rich = [...$plain, 'tooth' => ['base' => 'cold-pressed paper'], 'toothMode' => ['base' => 'catch'], 'driftHue' => ['base' => 30], 'biteSize' => ['base' => 0.6]];
    $stroke = Movements::swell(new Rect(40, 40, 900, 180));
    $ratios = [];
    for ($i = 0; $i < 9; $i++) {
        $ratios[] = swatchTime(new BrushTextures([$tip], $tip), $rich, [$stroke], 1000, 262) / swatchTime(new BrushTextures([$tip]), $plain, [$stroke], 1000, 262);
    }
    rowOf('tooth, bite and drift together / the plain stroke', median($ratios), '×', 4, 'one long stroke at 48 px by pressure');
}

/** Swatches of the size on screen. */
function swatches(): void
{
    $tip = softTip(256);
    $traces = PracticePen::named(PracticePen::MIXED, 1240, 262);
    $typical = $heavy = [];
    for ($i = 0; $i < 11; $i++) {
        // The tip's levels come anew from bytes each time, as they do with a request; a slider moved a little.
        $typical[] = swatchTime(new BrushTextures([stored($tip)]), ['size' => ['base' => 48, 'drives' => [['input' => 'pressure', 'from' => 0.25, 'to' => 1]]], 'spacing' => ['base' => 0.3 + 0.001 * $i], 'angle' => ['spread' => 180]], $traces, 1240, 262);
        $heavy[] = swatchTime(new BrushTextures([stored($tip)]), ['size' => ['base' => 60, 'spread' => 0.4], 'spacing' => ['base' => 0.4 + 0.001 * $i, 'spread' => 0.5], 'scatterAcross' => ['base' => 0.5], 'angle' => ['spread' => 180], 'driftHue' => ['base' => 14], 'opacity' => ['base' => 0.8, 'spread' => 0.6], 'overlap' => ['base' => 'adds up'], 'tooth' => ['base' => 'slate']], $traces, 1240, 262);
    }
    rowOf('a typical 1240 × 262 swatch', median(array_slice($typical, 2)), 'ms', 60, '48 px by pressure, turned by chance, every 30 %');
    rowOf('the heaviest 1240 × 262 swatch of the demo', median(array_slice($heavy, 2)), 'ms', 150, 'like Rain line, on slate, drifting');
}

/** How cost grows. */
function growth(): void
{
    $tip = softTip(256);
    $turning = BrushSettings::read(['settings' => ['size' => ['base' => SIZE], 'flow' => ['base' => 0.6], 'opacity' => ['base' => 0.8], 'angle' => ['spread' => 180]]]);
    $near = places(DABS, 1000);
    $time = fn (int $count, int $size, int $side): float => median(array_map(fn (): float => dabsTime($tip, BrushSettings::read(['settings' => ['size' => ['base' => $size], 'angle' => ['spread' => 180], 'flow' => ['base' => 0.6], 'opacity' => ['base' => 0.8]]]), array_slice($near, 0, $count), $side, true, size: $size), range(1, 5)));
    $by = fn (array $xs, callable $at): float => exponent($xs, array_map($at, $xs));
    rowOf('cost against dabs: exponent of 125 to 1,000 dabs', abs($by([125, 250, 500, 1000], fn (int $n): float => $time($n, 64, 1000)) - 1.0), 'from 1', 0.15, '1 is linear');
    rowOf('cost against size: exponent of 48 to 192 px, of the area', abs($by([48, 96, 192], fn (int $s): float => $time(200, $s, 1000)) / 2 - 1.0), 'from 1', 0.2, '1 is linear in size²');
    $ratios = [];
    for ($i = 0; $i < RUNS; $i++) {
        $ratios[] = dabsTime($tip, $turning, $near, 6000, true) / dabsTime($tip, $turning, $near, 1000, true);
    }
    rowOf('cost of a dab on 6000² against 1000²', median($ratios), '×', 1.2, 'the same dabs');
}

/** Memory, in a process of its own. */
function memory(): void
{
    exec(escapeshellarg(PHP_BINARY).' -d memory_limit=3G -d opcache.enable_cli=1 -d opcache.jit_buffer_size=64M -d opcache.jit=tracing '.escapeshellarg(__DIR__.'/memory.php'), $said);
    rowOf('peak memory: a 2,000 px tip on a 4096² sheet', (float) ($said[0] ?? INF), 'MB', 700, 'a stroke across the whole sheet, laid and packed');
}

/** @return int 1 when a target is missed */
function table(string $lines): int
{
    $failed = false;
    $table = sprintf("%-74s %8s %12s\n", 'measured', 'figure', 'target');
    foreach (explode("\n", trim($lines)) as $line) {
        [$what, $figure, $unit, $target, $note] = json_decode($line, true, 3, JSON_THROW_ON_ERROR);
        $met = $target < 0 ? $figure >= -$target : $figure <= $target;
        $failed = $failed || ! $met;
        $table .= sprintf("%-74s %8.2f %s %s %g %s   %s\n    %s\n", $what, $figure, $unit, $target < 0 ? '≥' : '≤', abs($target), $unit, $met ? 'met' : 'MISSED', $note);
    }
    echo "\n{$table}";
    if (getenv('WRITE') === 'docs') {
        writeDocs($table);
    }

    return $failed ? 1 : 0;
}

/** The levels of a tip as the application keeps them. */
function stored(HalvedMipChain $levels): StoredLevels
{
    return new StoredLevels(array_map(fn (int $n): array => [...$levels->size($n), $levels->frame($n)->ink->toBytes()], range(0, $levels->count() - 1)));
}

function softTip(int $side): HalvedMipChain
{
    $values = [];
    for ($y = 0; $y < $side; $y++) {
        for ($x = 0; $x < $side; $x++) {
            $r = hypot($x + 0.5 - $side / 2, $y + 0.5 - $side / 2) / ($side / 2);
            $values[] = $r < 1 ? (int) (65535 * (1 - $r * $r)) : 0;
        }
    }

    return new HalvedMipChain(new Frame(new Plane($side, $side, $values)));
}

/** @return list<array{float, float, float, float}> x, y, angle, size */
function places(int $count, int $side): array
{
    $chance = new Random\Randomizer(new Random\Engine\Mt19937(7));
    $places = [];
    for ($i = 0; $i < $count; $i++) {
        $places[] = [$chance->getInt(50 * 8, ($side - 50) * 8) / 8, $chance->getInt(50 * 8, ($side - 50) * 8) / 8, $chance->getInt(0, 35999) / 100, $chance->getInt(32 * 4, 64 * 4) / 4];
    }

    return $places;
}

/** @param  list<array{float, float, float, float}>  $places */
function dabsTime(HalvedMipChain $tip, BrushSettings $brush, array $places, int $side, bool $turned, ?int &$ink = null, bool $sized = false, int $size = SIZE): float
{
    $dabs = [];
    foreach ($places as $i => [$x, $y, $angle, $own]) {
        $dabs[] = new Dab($i, 0, $x, $y, new Shape($sized ? $own : $size, $turned ? $angle : ALIKE, 1.0), 0.6, 0.8, 0);
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

function ownTip(int $side): HalvedMipChain
{
    $ink = $pixels = [];
    for ($y = 0; $y < $side; $y++) {
        for ($x = 0; $x < $side; $x++) {
            $r = hypot($x + 0.5 - $side / 2, $y + 0.5 - $side / 2) / ($side / 2);
            $a = $r < 1 ? (int) (255 * (1 - $r * $r)) : 0;
            $ink[] = $a * 257;
            $pixels[] = ($x & 255) << 24 | ($y & 255) << 16 | ($x + $y & 255) << 8 | $a;
        }
    }

    return new HalvedMipChain(new Frame(new Plane($side, $side, $ink), new Bitmap($side, $side, $pixels)));
}

/** @param  float  $speed  px/s; back and forth across a sheet of 1,600 × 1,000, 120 reports a second */
function fastTrace(float $speed, float $seconds): Trace
{
    $samples = [];
    for ($i = 0; $i <= 120 * $seconds; $i++) {
        $way = fmod($speed * $i / 120, 2400);
        $samples[] = new Sample($i * 1000 / 120, 200 + ($way < 1200 ? $way : 2400 - $way), 500 + 200 * sin($i / 20), 0.5 + 0.4 * sin($i / 15));
    }

    return new Trace($samples);
}

/** ms that a stroke takes live, held at hand by a worker: what is new of it, laid over a sheet and packed piece by piece. */
function liveTime(StoredLevels $tip, BrushSettings $brush, Trace $trace): float
{
    $from = hrtime(true);
    $stroke = (new StrokePainter($tip, $brush))->begin(true, 3, new Rect(0, 0, 1600, 1000));
    foreach (array_chunk($trace->samples, 12) as $piece) {
        $stroke->feed($piece);
        foreach ($stroke->takeDirty() as $area) {
            Compositor::over(DeepBitmap::of(Bitmap::ofColour($area->width, $area->height, 0xFFFFFFFF)), $area, $stroke)->toBitmap()->toBytes();
        }
    }

    return (hrtime(true) - $from) / 1e6;
}

/**
 * @param  array<string, mixed>  $settings
 * @param  list<Trace>  $traces
 */
function swatchTime(BrushTextures $kit, array $settings, array $traces, int $width, int $height): float
{
    $from = hrtime(true);
    foreach (Swatch::parts($kit, BrushSettings::read(['settings' => $settings]), $traces, 1, $width, $height) as [, $picture]) {
        $picture->toBytes();
    }

    return (hrtime(true) - $from) / 1e6;
}

/**
 * The slope of a straight line through the logarithms, by least squares.
 *
 * @param  list<int>  $xs
 * @param  list<float>  $ys
 */
function exponent(array $xs, array $ys): float
{
    $lx = array_map(log(...), $xs);
    $ly = array_map(log(...), $ys);
    $mx = array_sum($lx) / count($lx);
    $my = array_sum($ly) / count($ly);
    $top = $bottom = 0.0;
    foreach ($lx as $i => $x) {
        $top += ($x - $mx) * ($ly[$i] - $my);
        $bottom += ($x - $mx) ** 2;
    }

    return $top / $bottom;
}

/** Puts the table into docs/performance.md, with the machine named. */
function writeDocs(string $table): void
{
    $file = __DIR__.'/../docs/performance.md';
    preg_match('/model name\s*:\s*(.+)/', (string) @file_get_contents('/proc/cpuinfo'), $model);
    preg_match_all('/^processor/m', (string) @file_get_contents('/proc/cpuinfo'), $cores);
    $machine = sprintf('%s: %d cores of %s, PHP %s with the tracing JIT', date('j F Y'), count($cores[0]), trim($model[1] ?? 'an unknown processor'), PHP_VERSION);
    file_put_contents($file, preg_replace('/<!-- engine -->.*<!-- end -->/s', "<!-- engine -->\n{$machine}.\n\n```\n{$table}```\n<!-- end -->", (string) file_get_contents($file)));
}

/**
 * @param  list<array{float, float, float, float}>  $places
 * @param  bool  $sized  each at its own size, too
 * @param  bool  $own  with colours
 * @return array{float, int} ms and total ink
 */
function compiled(array $places, int $side, bool $turned, bool $sized = false, int $size = SIZE, bool $own = false): array
{
    static $program = null;
    if ($program === null) {
        $program = sys_get_temp_dir().'/yarrowfog-dabs-'.getmypid();
        exec('gcc -O3 -o '.escapeshellarg($program).' '.escapeshellarg(__DIR__.'/dabs.c').' -lm', $output, $code);
        $code === 0 || throw new RuntimeException('The C program does not compile.');
        register_shutdown_function(fn () => @unlink($program));
    }
    $lines = implode("\n", array_map(fn (array $p): string => "{$p[0]} {$p[1]} ".($turned ? $p[2] : ALIKE).' '.($sized ? $p[3] : $size), $places));
    $process = proc_open([$program, (string) $side, '5', $own ? 'own' : 'mask'], [['pipe', 'r'], ['pipe', 'w']], $pipes);
    fwrite($pipes[0], $lines."\n");
    fclose($pipes[0]);
    [$ms, $ink] = explode(' ', trim((string) stream_get_contents($pipes[1])));
    proc_close($process);

    return [(float) $ms, (int) $ink];
}

/** @param  list<array{float, float, float, float}>  $places */
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
    echo json_encode([$what, $figure, $unit, $target, $note], JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE)."\n";
}
