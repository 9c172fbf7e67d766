<?php

declare(strict_types=1);

use App\Cutting\Cutter;
use App\Gathering\Gatherer;
use App\Models\Source;
use App\Pictures\PictureFile;
use App\Work\Progress;
use Illuminate\Contracts\Console\Kernel;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\Cut\StepCatalogue;
use Yarrowfog\Core\Form\Numbers;
use Yarrowfog\Core\Make\SampleCamera;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Reading;

/*
 * Cutting, against its targets: the preview of each step on a photo of 12 megapixels, and the
 * full size. `bin/bench cut` runs each part in a process of its own, as requests are.
 *
 *   php bench/cut.php preview|moving STEP | whole | clear everywhere|touching | blur | photo FILE
 */
require __DIR__.'/../vendor/autoload.php';

const RUNS = 7;

/** Numbers that make a step work, where its defaults would not. */
const SHOWN = [
    'turn' => ['angle' => 17],
    'fade-edge' => ['left' => 300],
    'clear-colour' => ['places' => [[0.05, 0.5]], 'reach' => 'everywhere'],
    'specks' => ['holes' => 60],
    'hand-mask' => ['strokes' => [['size' => 0.08, 'softness' => 0.3, 'samples' => [[0, 0.2, 0.3, 1], [200, 0.4, 0.6, 1], [400, 0.7, 0.4, 1]]]]],
    'crop' => ['left' => 0.1],
];

/** Steps that come after what clears. */
const ON_CLEARED = ['specks', 'lift-backing', 'rough-edge', 'outline', 'outer-glow', 'inner-glow', 'shadow', 'grain', 'trim', 'centre'];

[$part, $which] = [$argv[1] ?? '', $argv[2] ?? ''];
$photo = sys_get_temp_dir().'/yarrowfog-bench-photo.jpg';
if ($part === 'photo' || ! is_file($photo)) {
    $picture = SampleCamera::make(Numbers::read(SampleCamera::params(), Reading::of(['find' => 'net', 'size' => '12 megapixels'])));
    file_put_contents($photo, PictureFile::encoded($picture->width, $picture->height, $picture->toBytes(), 'jpeg'));
}
if ($part === 'steps') {
    echo implode("\n", StepCatalogue::ids())."\n";
} elseif ($part === 'preview') {
    preview($which, 1000);
} elseif ($part === 'moving') {
    preview($which, 500);
} elseif ($part === 'clear') {
    $picture = PictureFile::read((string) file_get_contents($photo))->bitmap();
    $list = CutList::read(['steps' => [['step' => 'clear-colour', 'numbers' => ['places' => [[0.05, 0.5]], 'tolerance' => 0.12, 'reach' => $which === 'touching' ? 'touching only' : 'everywhere']]]]);
    printf("%.0f\n", timed(3, fn () => $list->replay($picture)));
} elseif ($part === 'blur') {
    $values = [];
    for ($i = 0; $i < 1000 * 750; $i++) {
        $values[] = $i * 2654435761 & 65535;
    }
    $plane = new Plane(1000, 750, $values);
    $base = timed(RUNS, fn () => Blur::gaussian($plane, 2.0));
    printf("%.2f\n", max(array_map(fn (float $sigma): float => timed(RUNS, fn () => Blur::gaussian($plane, $sigma)) / $base, [4.0, 8.0, 20.0, 60.0])));
} elseif ($part === 'whole') {
    whole($photo);
}

/** The median of some runs, ms; the first one warms up. */
function timed(int $runs, callable $job): float
{
    $times = [];
    for ($i = 0; $i <= $runs; $i++) {
        $from = hrtime(true);
        $job();
        $times[] = (hrtime(true) - $from) / 1e6;
    }
    array_shift($times);
    sort($times);

    return $times[intdiv($runs, 2)];
}

/** What a request does while a slider of one step moves: the picture before it from bytes, the step, and bytes again. */
function preview(string $step, int $longest): void
{
    global $photo;
    $picture = PictureFile::read((string) file_get_contents($photo), $longest)->bitmap();
    $factor = $longest / 4000;
    if (in_array($step, ON_CLEARED, true)) {
        $picture = CutList::read(['steps' => [['step' => 'clear-paper', 'numbers' => ['whitePoint' => 190]]]])->replay($picture, $factor);
    }
    $bytes = $picture->toBytes();
    $list = CutList::read(['steps' => [['step' => $step, 'numbers' => SHOWN[$step] ?? []]]]);
    printf("%.0f\n", timed(RUNS, function () use ($list, $bytes, $picture, $factor): void {
        Replay::of($list, Bitmap::fromBytes($picture->width, $picture->height, $bytes), $factor)->picture->toBytes();
    }));
}

/** The full-size tip, through the application. */
function whole(string $photo): void
{
    $folder = sys_get_temp_dir().'/yarrowfog-bench-'.getmypid();
    foreach (['framework/views', 'framework/cache', 'framework/sessions', 'logs'] as $sub) {
        mkdir("{$folder}/{$sub}", 0775, true);
    }
    putenv("YARROWFOG_STORAGE={$folder}");
    putenv('DB_DATABASE=:memory:');
    $app = require __DIR__.'/../bootstrap/app.php';
    $app->make(Kernel::class)->bootstrap();
    $app->make(Kernel::class)->call('migrate', ['--force' => true]);
    $source = $app->make(Gatherer::class)->takeIn((string) file_get_contents($photo), 'Photo');
    $list = CutList::read(['kind' => 'own colours', 'steps' => [
        ['step' => 'clear-colour', 'numbers' => ['places' => [[0.05, 0.5]], 'tolerance' => 0.15, 'reach' => 'everywhere']],
        ['step' => 'lift-backing'],
        ['step' => 'specks', 'numbers' => ['islands' => 400, 'holes' => 40]],
        ['step' => 'trim'],
        ['step' => 'scale', 'numbers' => ['side' => 1200]],
    ]]);
    $from = hrtime(true);
    $app->make(Cutter::class)->whole(Source::query()->findOrFail($source->id), $list, Progress::of(null));
    printf("%.2f %.0f\n", (hrtime(true) - $from) / 1e9, memory_get_peak_usage(true) / 1e6);
    exec('rm -rf '.escapeshellarg($folder));
}
