<?php

declare(strict_types=1);

use Tests\Browser\Application;

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/Page.php';

/*
 * A sheet that was painted on for weeks: what it takes of the disk, and how it opens beside one of two hundred strokes.
 *
 *   php bench/many.php [STROKES]        each line: what, the figure, the target where there is one, its unit
 */
const FEW = 200;
$strokes = max(FEW, (int) ($argv[1] ?? 20000));
$tell = fn (string $what, float $figure, float $most = 0.0, string $unit = 'ms') => printf("%s\t%.2f\t%s\t%s\n", $what, $figure, $most > 0 ? (string) $most : '-', $unit);
$timed = function (Closure $do): float {
    $from = hrtime(true);
    $do();

    return (hrtime(true) - $from) / 1e6;
};

$app = new Application(withDemo: true);
try {
    $page = new Page($app->url);
    $library = new PDO("sqlite:{$app->folder}/yarrowfog.sqlite");
    $size = function () use ($library, $app): int {
        $library->exec('PRAGMA wal_checkpoint(TRUNCATE)');
        clearstatcache();

        return (int) filesize("{$app->folder}/yarrowfog.sqlite");
    };
    $brushes = array_map(intval(...), $library->query('SELECT id FROM brushes ORDER BY id LIMIT 6')->fetchAll(PDO::FETCH_COLUMN));
    // Half a second of a pen that writes and draws, all over the sheet.
    $paint = function (int $number) use ($page, $brushes): void {
        mt_srand($number);
        [$x, $y, $turn, $wide] = [mt_rand(150, 1850), mt_rand(150, 1350), mt_rand(0, 628) / 100, mt_rand(30, 140)];
        $uuid = sprintf('%08x-3333-4333-8333-%012x', $number, $page->sheet);
        $samples = array_map(fn (int $i): array => [$i * 8, round($x + $wide * cos($turn + $i / 14), 2), round($y + $wide * sin($turn + $i / 25), 2), round(0.3 + 0.6 * sin($i / 20), 3)], range(0, 60));
        $page->words('POST', "/pen/strokes?stroke={$uuid}", ['stroke' => $uuid, 'brush' => $brushes[$number % count($brushes)], 'size' => 16 + $number % 24, 'roll' => $number, 'samples' => $samples]);
    };
    $sheets = [];
    foreach (['few' => FEW, 'many' => $strokes] as $name => $count) {
        $page->sheet = json_decode($page->ask('POST', '/sheets', ['name' => $name, 'width' => 2000, 'height' => 1500]), true)['id'];
        $sheets[$name] = $page->sheet;
        $before = $size();
        $took = [];
        for ($i = 0; $i < $count; $i++) {
            $took[] = $timed(fn () => $paint($i));
            if ($i % 1000 === 999) {
                fwrite(STDERR, sprintf("%s: %d strokes, %.0f MB\n", $name, $i + 1, ($size() - $before) / 1e6));
            }
        }
        if ($name === 'many') {
            sort($took);
            $tell("a stroke on a sheet of up to {$count}, median", $took[intdiv($count, 2)]);
            $bytes = fn (string $sql): float => (float) $library->query($sql)->fetchColumn() / 1024 / $count;
            $sheet = "sheet_id = {$page->sheet}";
            $tell('  of a stroke: its trace, brush and tips', $bytes("SELECT SUM(LENGTH(trace) + LENGTH(brush) + LENGTH(COALESCE(textures, ''))) FROM strokes WHERE layer_id IN (SELECT id FROM layers WHERE {$sheet})"), 0, 'kB');
            $tell('  of a stroke: its step back', $bytes("SELECT SUM(LENGTH(COALESCE(pixels, '')) + LENGTH(COALESCE(rest, ''))) FROM change_tiles WHERE change_id IN (SELECT id FROM changes WHERE {$sheet})"), 0, 'kB');
            $tell("a sheet of {$count} strokes in the library", ($size() - $before) / 1e6, 300 * $count / 20000, 'MB');
        }
    }
    $open = function (int $sheet) use ($page, $timed): float {
        return $timed(function () use ($page, $sheet): void {
            $page->get("/try/{$sheet}");
            $page->get("/sheets/{$sheet}/thumb?ready=1");
            $page->get("/sheets/{$sheet}/pixels");
        });
    };
    /** @return array{few: float, many: float} ms, the medians of fifteen */
    $opened = function () use ($open, $sheets): array {
        $times = ['few' => [], 'many' => []];
        foreach ($sheets as $sheet) {
            $open($sheet);
        }
        for ($i = 0; $i < 15; $i++) {
            foreach ($sheets as $name => $sheet) {
                $times[$name][] = $open($sheet);
            }
        }

        return array_map(function (array $each): float {
            sort($each);

            return $each[7];
        }, $times);
    };
    $cold = $opened();
    // As a page does that goes.
    foreach ($sheets as $sheet) {
        $page->ask('POST', "/sheets/{$sheet}/left", []);
    }
    sleep(5);
    $left = $opened();
    $tell('a sheet of '.FEW.' strokes opens', $left['few']);
    $tell("a sheet of {$strokes} strokes opens", $left['many']);
    $tell('  against one of '.FEW, $left['many'] / $left['few'], 1.25, '×');
    $tell('a sheet of '.FEW.' strokes opens where no page has left it since it was painted on', $cold['few']);
    $tell("a sheet of {$strokes} strokes opens so", $cold['many']);
    $page->sheet = $sheets['many'];
    $tell('the last of them taken back', $timed(fn () => $page->words('POST', '/undo', [])));
} finally {
    $app->remove();
}
