<?php

declare(strict_types=1);

use App\Models\Brush;
use App\Models\BrushSet;
use App\Models\Sheet;
use App\Models\Source;
use App\Models\Tip;
use App\Pictures\PictureFile;
use App\Store\BlobStore;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Foundation\Application as Laravel;
use Illuminate\Support\Facades\DB;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Symfony\Component\Process\Process;
use Tests\Browser\Application;
use Tests\Browser\Chrome;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Tip\TipKind;

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/PenToInk.php';

/*
 * A large library in Keep: opened, scrolled and searched; bundles packed, looked at and taken; the whole saved and put back.
 *
 *   php bench/keep.php        each line: what, the figure, the target where there is one, its unit
 */

/** The library of a running application, written to past it. */
function library(string $folder): void
{
    putenv("YARROWFOG_STORAGE={$folder}");
    putenv('APP_KEY=base64:MDEyMzQ1Njc4OTAxMjM0NTY3ODkwMTIzNDU2Nzg5MDE=');
    $_ENV['DB_DATABASE'] = $_SERVER['DB_DATABASE'] = "{$folder}/yarrowfog.sqlite";
    $app = require __DIR__.'/../bootstrap/app.php';
    assert($app instanceof Laravel);
    $app->make(Kernel::class)->bootstrap();
}

/** A tip of about 50 kB that no other is like. */
function grainyTip(int $roll): Tip
{
    $chance = new Randomizer(new Mt19937($roll));
    $side = 230;
    $alpha = str_split($chance->getBytes($side * $side));
    $bytes = '';
    foreach ($alpha as $i => $a) {
        $isIn = hypot($i % $side - $side / 2, intdiv($i, $side) - $side / 2) < 100;
        $bytes .= "\x14\x14\x14".($isIn ? $a : "\0");
    }

    return Tip::query()->create(['name' => "Grain {$roll}", 'kind' => TipKind::InkMask, 'hash' => app(BlobStore::class)->put(PictureFile::encode($side, $side, $bytes, 'png', 300)), 'width' => $side, 'height' => $side, 'dpi' => 300]);
}

/** @param  list<int>  $tips */
function brushes(int $count, array $tips, int $kinds): void
{
    $words = ['slate', 'kelp', 'harbour', 'rain', 'foam', 'sand', 'gull', 'rope', 'tide', 'reed', 'salt', 'chalk', 'wash', 'stone', 'mist', 'net'];
    DB::transaction(function () use ($count, $tips, $kinds, $words): void {
        for ($i = 0; $i < $count; $i++) {
            $k = $i % $kinds;
            Brush::query()->create([
                'tip_id' => $tips[$k % count($tips)],
                'name' => ucfirst($words[$i % 16]).' '.$words[intdiv($i, 16) % 16]." {$i}",
                'tags' => [$words[$i * 7 % 16], $words[$i * 11 % 16]],
                'note' => "For the {$words[$i * 3 % 16]} at the {$words[$i * 5 % 16]}.",
                'kept' => BrushSettings::read(['settings' => ['size' => ['base' => 20 + $k % 60], 'spacing' => ['base' => 0.1 + $k % 9 / 10], 'angle' => ['base' => $k % 90]]]),
                'roll' => 1 + $k,
            ]);
        }
    });
}

/** @param  string|int|float  $figure */
function tell(string $what, mixed $figure, string $most = '-', string $unit = ''): void
{
    echo implode("\t", [$what, is_float($figure) ? round($figure, 2) : $figure, $most, $unit]), PHP_EOL;
}

/** @param  list<float>  $values */
function at(array $values, float $part): float
{
    sort($values);

    return $values[(int) min(count($values) - 1, floor($part * count($values)))];
}

/** s that something takes. */
function took(callable $do): float
{
    $from = microtime(true);
    $do();

    return microtime(true) - $from;
}

/** Runs a command of Yarrowfog on a library, as a painter would. */
function command(string $folder, string ...$words): string
{
    $line = 'cd '.escapeshellarg(dirname(__DIR__)).'; source bin/flags.sh; php "${PHP_FLAGS[@]}" bin/yarrowfog.php '.implode(' ', array_map(escapeshellarg(...), [...$words, '--library', $folder]));
    exec('bash -c '.escapeshellarg($line).' 2>&1', $out, $code);
    if ($code !== 0) {
        throw new RuntimeException(implode("\n", $out));
    }

    return implode("\n", $out);
}

$app = new Application(withDemo: true);
$chrome = new Chrome($app->url);
try {
    library($app->folder);
    brushes(1975, array_values(Tip::query()->oldest('id')->limit(20)->get()->modelKeys()), 180);
    command($app->folder, 'library', 'keep', '--once');
    command($app->folder, 'library', 'keep', '--once');
    for ($i = 0; $i < 6; $i++) {
        command($app->folder, 'library', 'keep', '--once');
    }
    $opened = [];
    for ($i = 0; $i < 7; $i++) {
        $chrome->open('/gather');
        $chrome->open('/keep');
        $chrome->wait('the first strips', fn (): bool => $chrome->run('window.firstSeen ??= [...document.querySelectorAll(".kept img")].slice(0, 6).every((img) => img.complete && img.naturalWidth > 0) && document.querySelectorAll(".kept").length > 5 ? Math.max(...performance.getEntriesByType("resource").filter((r) => r.name.includes("/strip")).slice(0, 9).map((r) => r.responseEnd)) : null; return window.firstSeen !== null') === true);
        $opened[] = (float) $chrome->run('return window.firstSeen');
    }
    tell('Keep with 2,000 brushes: first strips there, median', at($opened, 0.5), '400', 'ms');
    $frames = $chrome->run(<<<'JS'
        return new Promise((resolve) => {
            const wall = document.querySelector('[data-wall]');
            const frames = [];
            let last = performance.now();
            let most = 0;
            const from = last;
            const step = (now) => {
                frames.push(now - last);
                last = now;
                wall.scrollTop += 24;
                most = Math.max(most, document.querySelectorAll('.kept').length);
                if (now - from < 6000) {
                    requestAnimationFrame(step);
                } else {
                    frames.sort((a, b) => a - b);
                    resolve({ median: frames[Math.floor(frames.length / 2)], late: frames[Math.floor(frames.length * 0.95)], most, heap: performance.memory ? performance.memory.usedJSHeapSize : 0 });
                }
            };
            requestAnimationFrame(step);
        });
        JS);
    assert(is_array($frames));
    tell('Keep scrolled for 6 s: time from frame to frame, median (55 a second)', (float) $frames['median'], '18.2', 'ms');
    tell('Keep scrolled for 6 s: 95th percentile', (float) $frames['late'], '-', 'ms');
    tell('Keep scrolled for 6 s: cards that are there at once, at most', (int) $frames['most'], '120', '');
    tell('Keep scrolled for 6 s: memory of the page’s scripts', $frames['heap'] / 1e6, '100', 'MB');
    $answers = [];
    foreach (['sl', 'kelp', 'harbour rain', 'foam 1', 'gull t', 'stone', 'wash reed', 'for the', 'x', ''] as $words) {
        for ($i = 0; $i < 12; $i++) {
            $answers[] = 1000 * took(fn () => file_get_contents("{$app->url}/keep/found?".http_build_query(['q' => $words, 'lays' => $i % 3 === 0 ? 'dabs' : '', 'sort' => $i % 4 === 0 ? 'name' : ''])));
        }
    }
    tell('Search among 2,000 brushes, answer, 95th percentile', at($answers, 0.95), '60', 'ms');
    $tries = [];
    for ($i = 0; $i < 3; $i++) {
        $chrome->open('/try');
        $chrome->wait('the sheet', fn (): bool => $chrome->run('return document.querySelector("[data-surface][data-loaded=yes]") !== null') === true);
        $tries[] = (float) $chrome->run('return performance.getEntriesByType("navigation")[0].domComplete');
    }
    tell('Try with 2,000 brushes on its rail opens, median', at($tries, 0.5), '-', 'ms');

    // Two hundred brushes with 10 MB of tips, as their maker has them.
    $other = new Application;
    library($other->folder);
    $tips = array_map(fn (int $i): int => grainyTip($i)->id, range(1, 200));
    brushes(200, $tips, 200);
    $set = BrushSet::query()->create(['name' => 'Grains', 'position' => 1]);
    foreach (Brush::library()->oldest('id')->get() as $i => $brush) {
        $set->members()->create(['brush_id' => $brush->id, 'position' => $i]);
    }
    for ($i = 0; $i < 6; $i++) {
        command($other->folder, 'library', 'keep', '--once');
    }
    $bundle = "{$other->folder}/grains.fogbundle";
    tell('A bundle of 200 brushes, 10 MB of tips: packed', took(fn () => command($other->folder, 'bundle', 'pack', '--set', 'Grains', '--out', $bundle)), '3', 's');
    tell('… its size', filesize($bundle) / 1e6, '-', 'MB');
    // A pen on a sheet, alone and while that bundle is taken again and again.
    $pen = function () use ($chrome): float {
        $chrome->open('/sheets');
        $chrome->press('Make a sheet');
        $chrome->waitForPath('/try/');
        $chrome->find('[data-surface][data-loaded=yes]');

        return at(PenToInk::of($chrome, 3), 0.5);
    };
    $pen();
    $pen();
    $alone = $pen();
    // What was taken is forgotten again, so that it is taken anew each time.
    $forget = '$library = new PDO("sqlite:{$argv[1]}/yarrowfog.sqlite"); $library->exec("PRAGMA busy_timeout = 20000"); $library->exec("DELETE FROM brushes WHERE tip_id IN (SELECT id FROM tips WHERE name LIKE \'Grain %\')");';
    $taking = new Process(['bash', '-c', 'cd "$1"; source bin/flags.sh; while true; do php "${PHP_FLAGS[@]}" bin/yarrowfog.php bundle take "$2" --library "$3" >/dev/null 2>&1; php -r "$4" "$3"; done', 'taking', dirname(__DIR__), $bundle, $app->folder, $forget], timeout: null);
    $taking->start();
    $beside = $pen();
    $taking->stop(0);
    sleep(4);
    (new Process(['php', '-r', $forget, $app->folder]))->mustRun();
    tell('Pen to ink, median, alone', $alone, '-', 'ms');
    tell('Pen to ink while bundles are taken, against alone', $beside / $alone, '1.3', '×');
    $chrome->open('/keep');
    $chrome->run('const held = new DataTransfer(); held.items.add(new File([Uint8Array.from(atob(arguments[0]), (c) => c.charCodeAt(0))], "grains.fogbundle")); document.querySelector("main").dispatchEvent(new DragEvent("drop", { bubbles: true, cancelable: true, dataTransfer: held }))', base64_encode((string) file_get_contents($bundle)));
    $chrome->waitForPath('/incoming/');
    $chrome->wait('the first strip', fn (): bool => $chrome->run('const img = document.querySelector("[data-item] img"); return img && img.complete && img.naturalWidth > 0') === true, 60);
    tell('… looked at: first strip painted, from the opening of the page', (float) $chrome->run('return Math.min(...performance.getEntriesByType("resource").filter((r) => r.name.includes("/strip")).map((r) => r.responseEnd)) / 1000'), '1', 's');
    tell('… looked at: all strips painted', took(fn () => $chrome->run('return Promise.all([...document.querySelectorAll("[data-item] img")].map((img) => fetch(img.src))).then((all) => all.length)')), '15', 's');
    // Asked for as the page asks; to look for a button among two hundred cards takes the driver a second.
    tell('… taken, by the page', (float) $chrome->run('const from = performance.now(); return fetch(location.pathname + "/take", { method: "POST", headers: { "Content-Type": "application/json", Accept: "application/json", "X-CSRF-TOKEN": document.querySelector("meta[name=csrf-token]").content }, body: "{}" }).then((r) => r.json()).then((told) => told.taken === 200 ? (performance.now() - from) / 1000 : NaN)'), '4', 's');

    // A whole library: 500 brushes, 300 sources, 50 sheets.
    $whole = new Application;
    library($whole->folder);
    $tips = array_map(fn (int $i): int => grainyTip($i)->id, range(1, 100));
    brushes(500, $tips, 500);
    for ($i = 0; $i < 300; $i++) {
        $bytes = (new Randomizer(new Mt19937(9000 + $i)))->getBytes(1200000);
        // A scan of a hand's breadth at 600 dpi, as JPEG.
        Source::query()->create(['name' => "Scan {$i}", 'hash' => app(BlobStore::class)->put($bytes), 'type' => 'png', 'bytes' => 1200000, 'width' => 500, 'height' => 200, 'origin' => 'file']);
    }
    for ($i = 0; $i < 50; $i++) {
        $layer = Sheet::blank("Sheet {$i}", 1600, 1000)->layer();
        for ($k = 0; $k < 60; $k++) {
            DB::insert('INSERT INTO tiles (layer_id, place, pixels) VALUES (?, ?, ?)', [$layer->id, $k * 64 .' 0', (new Randomizer(new Mt19937($i * 60 + $k)))->getBytes(9000)]);
        }
    }
    $whole->stop();
    DB::statement('PRAGMA wal_checkpoint(TRUNCATE)');
    $saved = "{$whole->folder}/whole.foglibrary";
    $ours = $zips = [];
    for ($i = 0; $i < 3; $i++) {
        $ours[] = took(fn () => command($whole->folder, 'library', 'save', '--out', $saved));
        @unlink("{$whole->folder}/plain.zip");
        $zips[] = took(fn () => exec('cd '.escapeshellarg($whole->folder).' && zip -0 -q -r plain.zip yarrowfog.sqlite yarrowfog/kept'));
    }
    tell('A whole library, 500 brushes, 300 sources, 50 sheets: its size', filesize($saved) / 1e6, '-', 'MB');
    tell('… saved, against zip -0 of the same files', min($ours) / min($zips), '1.67', '×');
    $was = json_decode(command($whole->folder, 'library', 'check'), true);
    Brush::query()->where('id', '>', 10)->delete();
    tell('… put back', took(fn () => command($whole->folder, 'library', 'restore', $saved)), '-', 's');
    $is = json_decode(command($whole->folder, 'library', 'check'), true);
    assert(is_array($was) && is_array($is));
    tell('… equal by its hash, 1 for yes', $was['hash'] === $is['hash'] && $is['missing'] === [] && $is['damaged'] === [] ? 1 : 0, '1', '');
} finally {
    $chrome->quit();
    $app->remove();
    ($other ?? null)?->remove();
    ($whole ?? null)?->remove();
}
