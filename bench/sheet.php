<?php

declare(strict_types=1);

use Tests\Browser\Application;

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/Page.php';

/*
 * A large sheet, worked on over HTTP as a page works on it: 3,000 × 3,000 px, 8 layers (four of them blended), 400 strokes of 64 px.
 *
 *   php bench/sheet.php        each line: what, the median, the target where there is one, its unit
 */

$median = function (array $ms): float {
    sort($ms);

    return $ms[intdiv(count($ms), 2)];
};
$timed = function (Closure $do): float {
    $from = hrtime(true);
    $do();

    return (hrtime(true) - $from) / 1e6;
};
$tell = fn (string $what, float $figure, float $most = 0.0, string $unit = 'ms') => printf("%s\t%.1f\t%s\t%s\n", $what, $figure, $most > 0 ? (string) $most : '-', $unit);

$app = new Application(withDemo: true);
try {
    $page = new Page($app->url);
    preg_match('#<script[^>]*id="try-data"[^>]*>(.*?)</script>#s', $page->get('/try'), $m);
    $brushes = array_column((array) (json_decode($m[1] ?? '', true)['brushes'] ?? []), 'id', 'name');
    $page->sheet = json_decode($page->ask('POST', '/sheets', ['name' => 'Bench', 'width' => 3000, 'height' => 3000]), true)['id'];
    $layers = [];
    foreach (['normal', 'multiply', 'normal', 'soft-light', 'normal', 'screen', 'normal', 'overlay'] as $i => $mode) {
        $layers[$i] = $page->words('POST', '/layers', ['name' => "Layer {$i}"])['made'];
        $page->words('PATCH', "/layers/{$layers[$i]}", ['mode' => $mode]);
    }
    $paint = function (int $layer, int $seed, array $more = []) use ($page, $brushes): int {
        mt_srand($seed);
        [$x, $y, $dx, $dy] = [mt_rand(100, 2200), mt_rand(100, 2700), mt_rand(300, 700), mt_rand(-200, 200)];
        $uuid = sprintf('%08x-1111-4111-8111-%012x', $seed, $layer);
        $samples = array_map(fn (int $i): array => [$i * 8, $x + $dx * $i / 60, $y + $dy * sin($i / 20), 0.3 + 0.6 * sin($i / 20)], range(0, 60));

        return $page->words('POST', "/pen/strokes?stroke={$uuid}", ['stroke' => $uuid, 'brush' => $brushes['Round pen'], 'size' => 64, 'opacity' => 0.8, 'roll' => $seed, 'layer' => $layer, 'samples' => $samples, ...$more])['laid']['id'];
    };
    $laid = [];
    for ($i = 0; $i < 400; $i++) {
        $laid[] = $timed(fn () => $paint($layers[$i % 8], $i + 1));
    }
    $tell('a stroke of 64 px, sent whole, beside 399 others on 8 layers', $median($laid));
    $tell('the sheet of 8 layers and 400 strokes opened, whole', $median(array_map(fn (): float => $timed(fn () => $page->get("/sheets/{$page->sheet}/pixels")), range(0, 2))), 2000);
    $tell('a layer hidden or shown, as the server answers', $median(array_map(fn (int $i): float => $timed(fn () => $page->words('PATCH', "/layers/{$layers[3]}", ['isHidden' => $i % 2 === 0])), range(0, 9))), 33);
    // Twenty strokes across one another, and one of them moved.
    $heap = [];
    for ($i = 0; $i < 21; $i++) {
        $heap[] = $paint($layers[0], 2000 + $i, ['samples' => array_map(fn (int $n): array => [$n * 8, 1200 + 500 * $n / 60, 1400 + 12 * $i + 60 * sin($n / 15 + $i), 0.7], range(0, 60))]);
    }
    $tell('a taken-up stroke dropped, 20 others across it', $median(array_map(fn (int $i): float => $timed(fn () => $page->words('POST', '/pen/taken?stroke=taken', ['strokes' => [$heap[10]], 'move' => ['dx' => $i % 2 === 0 ? 20 : -20]])), range(0, 8))), 300);
    $tell('its print asked for', $median(array_map(fn (): float => $timed(fn () => $page->get("/sheets/{$page->sheet}/taken/{$heap[10]}/print")), range(0, 6))));
    $tell('a place pointed at', $median(array_map(fn (): float => $timed(fn () => $page->ask('POST', "/sheets/{$page->sheet}/taken", ['x' => 1450, 'y' => 1500])), range(0, 6))));
    $tell('a step back', $median(array_map(fn (): float => $timed(fn () => $page->words('POST', '/undo', [])), range(0, 6))));
    // What the library grows by with a stroke, against the tiles of its layer that it touches, as they are packed.
    $library = new PDO("sqlite:{$app->folder}/yarrowfog.sqlite");
    $bytes = fn (string $sql): int => (int) $library->query($sql)->fetchColumn();
    $own = $bytes('SELECT SUM(LENGTH(trace) + LENGTH(brush) + LENGTH(COALESCE(textures, \'\'))) FROM strokes') / $bytes('SELECT COUNT(*) FROM strokes');
    $step = $bytes('SELECT SUM(LENGTH(COALESCE(pixels, \'\')) + LENGTH(COALESCE(rest, \'\'))) FROM change_tiles') / $bytes('SELECT COUNT(*) FROM changes');
    $touched = $bytes('SELECT SUM(LENGTH(t.pixels) + LENGTH(COALESCE(t.rest, \'\'))) FROM change_tiles c JOIN tiles t ON t.layer_id = c.layer_id AND t.place = c.place') / $bytes('SELECT COUNT(*) FROM changes');
    $tell('a stroke in the library: its trace, brush and tips', $own / 1024, 0, 'kB');
    $tell('its step back', $step / 1024, 0, 'kB');
    $tell('both, against the packed tiles that it touches', ($own + $step) / $touched, 2, '×');
    $page->get("/sheets/{$page->sheet}/thumb");
    $tell('the small picture with which the sheet opens', $median(array_map(fn (): float => $timed(fn () => $page->get("/sheets/{$page->sheet}/thumb?ready=1")), range(0, 4))), 600);
    // A stroke sent piece by piece, on a sheet of one layer and under eleven others, four of them blended.
    $pieces = function () use ($page, $brushes, $timed): array {
        $times = [];
        for ($stroke = 0; $stroke < 6; $stroke++) {
            $uuid = sprintf('%08x-2222-4222-8222-%012x', $stroke, $page->sheet);
            $order = ['stroke' => $uuid, 'brush' => $brushes['Round pen'], 'size' => 64, 'roll' => 9];
            $state = [];
            for ($piece = 0; $piece < 20; $piece++) {
                $samples = array_map(fn (int $i): array => [$i * 8, 100 + 6 * $i, 300 + 120 * sin($i / 17 + $stroke), 0.7], range(4 * $piece, 4 * $piece + 3));
                $times[] = $timed(function () use ($page, $uuid, $order, $samples, &$state): void {
                    $words = $page->words('POST', "/pen/pieces?stroke={$uuid}", [...$order, 'samples' => $samples, ...$state]);
                    $state = isset($words['state']) ? ['state' => $words['state']] : $state;
                });
            }
        }
        sort($times);

        return $times;
    };
    $large = $page->sheet;
    $of = function (int $count) use ($page): int {
        $page->sheet = json_decode($page->ask('POST', '/sheets', ['name' => "{$count} layers", 'width' => 1200, 'height' => 800]), true)['id'];
        for ($i = 1; $i < $count; $i++) {
            $made = $page->words('POST', '/layers', [])['made'];
            $page->words('PATCH', "/layers/{$made}", ['mode' => ['normal', 'multiply', 'screen'][$i % 3]]);
        }

        return $page->sheet;
    };
    [$single, $stacked] = [$of(1), $of(12)];
    $rounds = ['one' => [], 'twelve' => []];
    foreach (range(0, 4) as $round) {
        $page->sheet = $single;
        $rounds['one'] = [...$rounds['one'], ...$pieces()];
        $page->sheet = $stacked;
        $rounds['twelve'] = [...$rounds['twelve'], ...$pieces()];
    }
    $tell('a piece of a stroke, 12 layers against one', $median($rounds['twelve']) / $median($rounds['one']), 1.25, '×');
    $page->sheet = json_decode($page->ask('POST', '/sheets', ['name' => 'Line art', 'width' => 3000, 'height' => 3000]), true)['id'];
    $first = (int) json_decode(substr($body = $page->get("/sheets/{$page->sheet}/pixels"), 4, (unpack('N', $body) ?: [1 => 0])[1]), true)['layers'][0]['id'];
    for ($i = 0; $i < 40; $i++) {
        $paint($first, 5000 + $i, ['size' => 14, 'opacity' => 1, 'inks' => ['main' => '#000000', 'second' => '#000000']]);
    }
    $traced = [];
    $tell('line art of 40 strokes traced, 3,000 × 3,000 px', $timed(function () use ($page, &$traced): void {
        $traced = json_decode($page->get("/sheets/{$page->sheet}/tracing"), true);
    }), 4000);
    $tell('how far its ink lies from the outlines', $traced['farthest'], 0.5, 'px');
    $tell('its curves', $traced['curves'], 0, '');
    $page->sheet = $large;
    $tell('the sheet saved as PNG, flattened', $timed(fn () => $page->get("/sheets/{$page->sheet}/picture?paper=1")));
    $tell('the sheet saved as OpenRaster', $timed(fn () => $page->get("/sheets/{$page->sheet}/openraster")));
} finally {
    $app->remove();
}
