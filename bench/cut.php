<?php

declare(strict_types=1);

use App\Cutting\Cutter;
use App\Gathering\SourceIntake;
use App\Models\Source;
use App\Pictures\PictureFile;
use App\Work\Progress;
use Illuminate\Contracts\Console\Kernel;
use Tests\Browser\Application;
use Tests\Browser\Chrome;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\StepCatalogue;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Make\SampleCamera;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Vector\Tracer;

/*
 * Cutting, against its targets: the preview of each step on a photo of 12 megapixels, and the
 * full size. `bin/bench cut` runs each part in a process of its own, as requests are.
 *
 *   php bench/cut.php previews|dragged [STEP] | marks | whole | clear everywhere|touching | blur | outlines SIDE greys|hard | photo
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
    $picture = SampleCamera::make(FieldValues::read(SampleCamera::params(), JsonReader::of(['find' => 'net', 'size' => '12 megapixels'])));
    file_put_contents($photo, PictureFile::encode($picture->width, $picture->height, $picture->toBytes(), 'jpeg'));
}
if ($part === 'previews') {
    previews($photo, $which);
} elseif ($part === 'dragged') {
    dragged($photo, $which);
} elseif ($part === 'marks') {
    marks();
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
} elseif ($part === 'outlines') {
    $ink = lineArt((int) $which, ($argv[3] ?? '') === 'hard');
    printf("%.0f\n", timed(5, fn () => Tracer::trace($ink)));
} elseif ($part === 'whole') {
    whole($photo);
}

/** Strokes of 3 px and rings, as many as make an outline of some 60,000 px on a square of 1,000. */
function lineArt(int $side, bool $isHard): Plane
{
    mt_srand(5);
    $drawn = new ImagickDraw;
    $drawn->setStrokeColor('black');
    $drawn->setFillOpacity(0);
    $drawn->setStrokeWidth(3);
    $at = fn (): array => ['x' => mt_rand(0, $side), 'y' => mt_rand(0, $side)];
    for ($i = 0; $i < 25 * $side / 1000; $i++) {
        $drawn->bezier([$at(), $at(), $at(), $at()]);
    }
    for ($i = 0; $i < 20 * $side * $side / 1_000_000; $i++) {
        ['x' => $x, 'y' => $y] = $at();
        $radius = mt_rand(5, 60);
        $drawn->ellipse($x, $y, $radius, $radius * 0.6, 0, 360);
    }
    $picture = new Imagick;
    $picture->newImage($side, $side, 'white');
    $picture->drawImage($drawn);
    if ($isHard) {
        $picture->thresholdImage(32768);
    }
    $values = [];
    foreach ($picture->exportImagePixels(0, 0, $side, $side, 'I', Imagick::PIXEL_CHAR) as $grey) {
        $values[] = (255 - (int) $grey) * 257;
    }

    return new Plane($side, $side, $values);
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

    return median(array_slice($times, 1));
}

/** @param  list<float>  $values */
function median(array $values): float
{
    sort($values);

    return $values[intdiv(count($values), 2)];
}

/**
 * What a page waits for while a slider moves, for each step: the server answers with the picture
 * of a photo of 12 megapixels at 1,000 px, asked for over HTTP.
 */
function previews(string $photo, string $only): void
{
    $app = new Application;
    try {
        $source = gathered($app->url, $photo);
        foreach (StepCatalogue::ids() as $step) {
            if ($only !== '' && $only !== $step) {
                continue;
            }
            $steps = in_array($step, ON_CLEARED, true) ? [['step' => 'clear-paper', 'numbers' => ['whitePoint' => 190]]] : [];
            $steps[] = ['step' => $step, 'numbers' => (object) (SHOWN[$step] ?? [])];
            // A step that is off changes the list and nothing else: no two requests are the same.
            $orders = array_map(fn (int $i): string => json_encode(['list' => ['steps' => [...$steps, ['step' => 'levels', 'on' => false, 'numbers' => ['dark' => $i]]]], 'at' => count($steps) - 1], JSON_THROW_ON_ERROR), range(0, 7 + 2 * RUNS));
            [$alone, $pace] = paced("{$app->url}/cut/{$source}/look/preview", $orders);
            printf("%s %.0f %.0f\n", $step, $pace, $alone);
        }
    } finally {
        $app->remove();
    }
}

/**
 * What a painter sees: headless Chromium, and the first slider of each step that has one, dragged for
 * two seconds. Tells ms from one picture to the next, and the px of what was shown.
 */
function dragged(string $photo, string $only): void
{
    $app = new Application;
    $chrome = new Chrome($app->url);
    try {
        $source = gathered($app->url, $photo);
        $painted = fn (): int => (int) $chrome->run('return Number(document.querySelector("canvas[x-ref=picture]")?.dataset.painted || 0)');
        foreach (StepCatalogue::ids() as $step) {
            // The slider that these show first is that of the brush of their marks, and changes nothing by itself.
            if (($only !== '' && $only !== $step) || in_array($step, ['hand-mask', 'take-thing'], true)) {
                continue;
            }
            $steps = in_array($step, ON_CLEARED, true) ? [['step' => 'clear-paper', 'numbers' => ['whitePoint' => 190]]] : [];
            $chrome->open("/cut/{$source}");
            $chrome->wait('the picture', fn (): bool => $painted() > 0, 30);
            $before = $painted();
            $chrome->run('const room = document.querySelector("main")._x_dataStack[0]; room.steps = []; for (const s of arguments[0]) room.insert({ step: s.step, on: true, numbers: { ...room.forms[s.step].numbers, ...s.numbers } }, room.steps.length); room.choose(room.steps[room.steps.length - 1])', [...$steps, ['step' => $step, 'numbers' => (object) (SHOWN[$step] ?? [])]]);
            $chrome->wait('the step', fn (): bool => $painted() > $before, 30);
            if ($chrome->run('return document.querySelector(`[data-step="${arguments[0]}"] input[type=range]`) === null', $step) === true) {
                continue;
            }
            [$shown, $px] = (array) $chrome->run(<<<'JS'
                const picture = document.querySelector('canvas[x-ref=picture]');
                const slider = document.querySelector(`[data-step="${arguments[0]}"] input[type=range]`);
                const room = document.querySelector('main')._x_dataStack[0];
                const reach = 0.1 * (slider.max - slider.min);
                const middle = Math.min(slider.max - reach, Math.max(Number(slider.min) + reach, Number(slider.value)));
                const drag = (ms) => new Promise((resolve) => {
                    const start = performance.now();
                    const before = Number(picture.dataset.painted);
                    const move = () => {
                        const now = performance.now() - start;
                        slider.value = String(middle + reach * Math.sin(now / 300));
                        slider.dispatchEvent(new Event('input', { bubbles: true }));
                        now < ms ? requestAnimationFrame(move) : resolve([Number(picture.dataset.painted) - before, Math.max(room.view.after.width, room.view.after.height)]);
                    };
                    move();
                });
                // The second drag is measured, after a rest.
                return drag(1000).then(() => new Promise((resolve) => setTimeout(resolve, 1000))).then(() => drag(2000));
                JS, $step);
            printf("%s %.0f %d\n", $step, 2000 / max(0.01, $shown), $px);
        }
    } finally {
        $chrome->quit();
        $app->remove();
    }
}

/**
 * Two under way at a time, as the page has them.
 *
 * @param  list<string>  $orders  the first eight warm up; after them one is asked for alone, and then the rest
 * @return array{float, float} ms for one alone, and from one to the next
 */
function paced(string $url, array $orders): array
{
    $call = function (string $order) use ($url): CurlHandle {
        $call = curl_init($url);
        curl_setopt_array($call, [CURLOPT_RETURNTRANSFER => true, CURLOPT_POSTFIELDS => $order, CURLOPT_HTTPHEADER => ['Content-Type: application/json', 'Sec-Fetch-Site: same-origin']]);

        return $call;
    };
    $all = curl_multi_init();
    $run = function (array $orders, int $width) use ($all, $call): float {
        $from = hrtime(true);
        $under = 0;
        while ($orders !== [] || $under > 0) {
            for (; $under < $width && $orders !== []; $under++) {
                curl_multi_add_handle($all, $call(array_shift($orders)));
            }
            curl_multi_exec($all, $active);
            curl_multi_select($all, 0.002);
            while ($done = curl_multi_info_read($all)) {
                if (curl_getinfo($done['handle'], CURLINFO_RESPONSE_CODE) !== 200) {
                    throw new RuntimeException((string) curl_multi_getcontent($done['handle']));
                }
                curl_multi_remove_handle($all, $done['handle']);
                $under--;
            }
        }

        return (hrtime(true) - $from) / 1e6;
    };
    $run(array_slice($orders, 0, 8), 2);
    $alone = median(array_map(fn (string $order): float => $run([$order], 1), array_slice($orders, 8, RUNS)));
    $rest = array_slice($orders, 8 + RUNS);

    return [$alone, $run($rest, 2) / count($rest)];
}

/** @return int the source that a photo becomes, brought in as a page brings it in */
function gathered(string $url, string $photo): int
{
    $page = called("{$url}/gather", []);
    preg_match('/name="csrf-token" content="([^"]+)"/', $page, $token);
    $answer = json_decode(called("{$url}/sources", [
        CURLOPT_POSTFIELDS => ['picture' => new CURLFile($photo, 'image/jpeg', 'photo.jpg')],
        CURLOPT_HTTPHEADER => ['Accept: application/json', 'X-CSRF-TOKEN: '.($token[1] ?? '')],
    ]), true, flags: JSON_THROW_ON_ERROR);

    return $answer['id'];
}

/** @param  array<int, mixed>  $options */
function called(string $url, array $options): string
{
    static $call = null;
    $call ??= curl_init();
    curl_reset($call);
    // An empty file of cookies turns them on, for this process.
    curl_setopt_array($call, $options + [CURLOPT_URL => $url, CURLOPT_RETURNTRANSFER => true, CURLOPT_COOKIEFILE => '']);
    $answer = (string) curl_exec($call);

    return curl_getinfo($call, CURLINFO_RESPONSE_CODE) < 300 ? $answer : throw new RuntimeException("{$url}: {$answer}");
}

/**
 * A thing taken out of photos of 12 megapixels, from each mark to the answer that holds the new cut: a box, then stroke after stroke, *this* and
 * *not this* in turn. As a page does it, the step is seen before the first mark. Tells the median, and the slowest first one, in ms.
 */
function marks(): void
{
    $app = new Application;
    $file = tempnam(sys_get_temp_dir(), 'mark');
    try {
        $first = $all = [];
        foreach (['shell' => 'grass', 'coins' => 'cloth', 'feather' => 'wood'] as $find => $ground) {
            $picture = SampleCamera::make(FieldValues::read(SampleCamera::params(), JsonReader::of(['find' => $find, 'ground' => $ground, 'size' => '12 megapixels'])));
            file_put_contents($file, PictureFile::encode($picture->width, $picture->height, $picture->toBytes(), 'jpeg'));
            unset($picture);
            $source = gathered($app->url, $file);
            $look = function (string $at, array $area, array $marks) use ($app, $source): float {
                $from = hrtime(true);
                called("{$app->url}/cut/{$source}/look/{$at}", [
                    CURLOPT_POSTFIELDS => json_encode(['list' => ['kind' => 'own colours', 'steps' => [['step' => 'take-thing', 'numbers' => ['area' => $area, 'marks' => $marks]]]], 'at' => 0], JSON_THROW_ON_ERROR),
                    CURLOPT_HTTPHEADER => ['Content-Type: application/json', 'Sec-Fetch-Site: same-origin'],
                ]);

                return (hrtime(true) - $from) / 1e6;
            };
            $look('preview', [], []);
            $look('checks', [], []);
            // Somebody takes this long to draw a box.
            sleep(2);
            $strokes = [];
            for ($n = 0; $n < 8; $n++) {
                $took = $look('preview', [[0.1, 0.1], [0.9, 0.9]], $strokes);
                $n < 2 ? $first[] = $took : $all[] = $took;
                $strokes[] = ['shows' => $n % 2 === 0, 'size' => 0.02, 'softness' => 0, 'pressed' => false, 'samples' => [[0, 0.5 - 0.05 * $n, 0.4 + 0.02 * $n, 1], [40, 0.55 - 0.05 * $n, 0.42 + 0.02 * $n, 1]]];
            }
        }
        sort($all);
        printf("%.0f %.0f\n", $all[intdiv(count($all), 2)], max($first));
    } finally {
        unlink($file);
        $app->remove();
    }
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
    $source = $app->make(SourceIntake::class)->takeIn((string) file_get_contents($photo), 'Photo');
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
