<?php

declare(strict_types=1);

use Tests\Browser\Application;
use Tests\Browser\Chrome;

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/Page.php';
require __DIR__.'/PenToInk.php';

/** Headless Chromium against a running Yarrowfog: pen to ink, and slider to swatch. */
$app = new Application(withDemo: true);
$chrome = new Chrome($app->url);
$failed = false;
try {
    $page = new Page($app->url);
    // Sheets of one layer and of twelve, four of them blended, with a stroke on each but the lowest.
    $layered = function (int $count) use ($page): int {
        $page->sheet = (int) json_decode($page->ask('POST', '/sheets', ['name' => "{$count} layers", 'width' => 1600, 'height' => 1000]), true)['id'];
        foreach (array_slice(['multiply', 'normal', 'screen', 'normal', 'soft-light', 'normal', 'overlay', 'normal', 'normal', 'normal', 'normal'], 0, $count - 1) as $i => $mode) {
            $made = $page->words('POST', '/layers', [])['made'];
            $page->words('PATCH', "/layers/{$made}", ['mode' => $mode]);
            $uuid = sprintf('%08x-3333-4333-8333-%012x', $i, $page->sheet);
            $page->words('POST', "/pen/strokes?stroke={$uuid}", ['stroke' => $uuid, 'brush' => 1, 'size' => 200, 'roll' => $i, 'layer' => $made, 'samples' => array_map(fn (int $k): array => [8 * $k, 100 + 20 * $k, 120 + 60 * $i + 100 * sin($k / 9), 0.8], range(0, 60))]);
        }

        return $page->sheet;
    };
    $inked = function (int $sheet, int $strokes) use ($chrome): array {
        $chrome->open("/try/{$sheet}");
        $chrome->find('[data-surface][data-loaded=yes]');
        $chrome->run('const b = [...document.querySelectorAll("button")].find(b => b.getAttribute("aria-label") === "Round pen"); b.click()');
        $chrome->type('input[aria-label="Size, typed"]', '64');
        $latency = PenToInk::of($chrome, $strokes);
        sort($latency);

        return $latency;
    };
    $at = fn (array $sorted, float $part): float => number($sorted[(int) (count($sorted) * $part)]);
    $single = $layered(1);
    $first = $inked($single, 4);
    $stacked = $layered(12);
    printf("%-72s %8.1f ms\n", 'pen to ink, first strokes of a server just started, 95th percentile', $at($first, 0.95));
    $latency = ['one' => [], 'twelve' => []];
    for ($round = 0; $round < 3; $round++) {
        $latency['one'][] = $inked($single, 4);
        $latency['twelve'][] = $inked($stacked, 4);
    }
    foreach (['one' => 'one layer', 'twelve' => 'twelve layers, four blended'] as $which => $words) {
        $all = array_merge(...$latency[$which]);
        sort($all);
        $failed = row("pen to ink on screen, 64 px, {$words}, median", $at($all, 0.5), 33) || $failed;
        $failed = row("pen to ink on screen, 64 px, {$words}, 95th percentile", $at($all, 0.95), 66) || $failed;
    }
    $failed = row('twelve layers against one, median of three rounds', median(array_map(fn (array $one, array $twelve): float => $at($twelve, 0.5) / $at($one, 0.5), $latency['one'], $latency['twelve'])), 1.25, '×') || $failed;

    // A sheet of 3,000 px with 8 layers, four of them blended, and a stroke on each.
    $page->sheet = (int) json_decode($page->ask('POST', '/sheets', ['name' => 'Layers', 'width' => 3000, 'height' => 3000]), true)['id'];
    foreach (['normal', 'multiply', 'normal', 'soft-light', 'normal', 'screen', 'normal', 'overlay'] as $i => $mode) {
        $made = $page->words('POST', '/layers', ['name' => "Wash {$i}"])['made'];
        $page->words('PATCH', "/layers/{$made}", ['mode' => $mode]);
        $uuid = sprintf('%08x-4444-4444-8444-%012x', $i, $page->sheet);
        $page->words('POST', "/pen/strokes?stroke={$uuid}", ['stroke' => $uuid, 'brush' => 1, 'size' => 400, 'roll' => $i, 'layer' => $made, 'samples' => array_map(fn (int $k): array => [8 * $k, 300 + 40 * $k, 400 + 280 * $i + 200 * sin($k / 9), 0.8], range(0, 60))]);
    }
    $chrome->resize(1280, 800);
    $chrome->open("/try/{$page->sheet}");
    $chrome->find('[data-surface][data-loaded=yes]');
    // From the event until the frame that shows it is drawn: what is asked of the next frame runs after that.
    $switched = $chrome->run(<<<'JS'
        const drawn = () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => done(performance.now()))));
        const rest = () => new Promise((done) => setTimeout(done, 700));
        const took = { hidden: [], faded: [], blended: [] };
        const timed = async (what, act, isShown) => {
            const from = performance.now();
            act();
            const at = await drawn();
            took[what].push(isShown() ? at - from : Infinity);
            await rest();
        };
        const canvases = () => [...document.querySelectorAll('[data-surface] canvas')];
        const state = () => JSON.stringify(canvases().map((c) => [c.style.display, c.style.opacity, c.style.mixBlendMode]));
        const eye = () => [...document.querySelectorAll('[aria-label=Layers] button')].find((b) => /^(Hide|Show) Wash 3$/.test(b.ariaLabel));
        const fade = document.querySelector('[aria-label="Layer opacity, typed"]').closest('div:has(input[type=range])').querySelector('input[type=range]');
        const blend = document.querySelector('[aria-label="Blend mode of the layer"]');
        return (async () => {
            for (let i = 0; i < 6; i++) {
                for (const [what, act] of [
                    ['hidden', () => eye().click()],
                    ['faded', () => { fade.value = String(Number(fade.min) + (0.3 + 0.1 * i) * (fade.max - fade.min)); fade.dispatchEvent(new Event('input', { bubbles: true })); }],
                    ['blended', () => { blend.value = i % 2 ? 'multiply' : 'soft-light'; blend.dispatchEvent(new Event('change', { bubbles: true })); }],
                ]) {
                    const before = state();
                    await timed(what, act, () => state() !== before);
                }
            }
            return [took.hidden, took.faded, took.blended];
        })();
        JS);
    foreach (['hidden or shown', 'faded', 'blended otherwise'] as $i => $what) {
        $failed = row("a layer of 8, 3,000 px, {$what}: on screen, median", median(is_array($switched) && is_array($switched[$i]) ? array_map(number(...), array_values($switched[$i])) : [INF]), 100) || $failed;
    }
    // The stroke that was painted last has handles: it is dragged about for two seconds.
    $chrome->pen('[data-surface]', array_map(fn (int $i): array => [0.3 + 0.3 * $i / 60, 0.5, 0.8], range(0, 60)), every: 8);
    $chrome->find('[data-handle=grip]');
    $chrome->run(<<<'JS'
        window.moved = [];
        const handles = document.querySelector('[data-handles]');
        const follow = () => { if (handles.getAttribute('transform') !== window.last) { window.last = handles.getAttribute('transform'); window.moved.push(performance.now()); } requestAnimationFrame(follow); };
        window.last = handles.getAttribute('transform');
        follow();
        JS);
    $chrome->pen('[data-handle=grip]', array_map(fn (int $i): array => [0.5 + 3 * sin($i / 12), 0.5 + 3 * sin($i / 17), 1], range(0, 200)), 'mouse', 10);
    $moved = array_map(number(...), (array) $chrome->run('return window.moved'));
    $failed = row('a stroke that is taken up and dragged: ms from one place to the next', count($moved) < 10 ? INF : (max($moved) - min($moved)) / (count($moved) - 1), 33.4) || $failed;

    // Two hundred brushes in the library.
    $chrome->open('/keep');
    $chrome->run('const t = document.querySelector("meta[name=csrf-token]").content; return (async () => { for (let i = 0; i < 194; i++) await fetch("/brushes/6/duplicate", { method: "POST", headers: { "X-CSRF-TOKEN": t, Accept: "application/json" } }); })()');
    $opened = [];
    for ($i = 0; $i < 7; $i++) {
        $chrome->open('/tune/6');
        $chrome->wait('the swatch', fn (): bool => $chrome->run('return Number(document.querySelector("main canvas").dataset.painted || 0) > 0') === true);
        $opened[] = number($chrome->run('return performance.getEntriesByType("navigation")[0].loadEventEnd'));
    }
    $failed = row('Tune opens, 200 brushes in the library, median', median($opened), 600) || $failed;

    // Spacing is dragged between 32 and 72 % for two seconds, an event a frame; the last value must stand at the end.
    $drags = [];
    for ($i = 0; $i < 5; $i++) {
        $drags[] = $chrome->run(<<<'JS'
            return new Promise((resolve) => {
                const canvas = document.querySelector('main canvas');
                const step = document.querySelector('[x-ref=step]');
                const slider = document.querySelector('[data-control="spacing.base"] input[type=range]');
                const number = (element, what) => Number(element.dataset[what] || 0);
                const shown = [];
                const watch = new MutationObserver(() => shown.push(performance.now()));
                watch.observe(canvas, { attributes: true, attributeFilter: ['data-painted'] });
                const from = performance.now();
                const drag = () => {
                    const now = performance.now() - from;
                    slider.value = String(Math.round(560 + 60 * Math.sin(now / 300)));
                    slider.dispatchEvent(new Event('input', { bubbles: true }));
                    if (now < 2000) {
                        requestAnimationFrame(drag);
                        return;
                    }
                    const end = performance.now();
                    const drawn = number(step, 'drawn');
                    const weighed = number(canvas, 'weighed');
                    const told = number(canvas, 'told');
                    const times = {};
                    const look = () => {
                        const at = performance.now() - end;
                        times.drawn ??= number(step, 'drawn') > drawn ? at : undefined;
                        times.told ??= number(canvas, 'told') > told ? at : undefined;
                        times.weighed ??= number(canvas, 'weighed') > weighed ? at : undefined;
                        if (times.weighed === undefined || times.drawn === undefined) {
                            requestAnimationFrame(look);
                            return;
                        }
                        watch.disconnect();
                        const last = shown[shown.length - 1];
                        resolve([shown.filter((t) => t <= end).length / 2, Math.max(0, times.drawn - Math.max(0, last - end)), times.weighed, times.told]);
                    };
                    look();
                };
                drag();
            });
            JS);
    }
    $of = fn (int $what): float => median(array_map(fn (mixed $d): float => is_array($d) ? number($d[$what]) : INF, $drags));
    $failed = row('a slider dragged: ms a swatch (1240 px wide), median of 5 drags', 1000 / max(0.01, $of(0)), 100) || $failed;
    $failed = row('stations after the last swatch, median', $of(1), 250) || $failed;
    $failed = row('influence of the open station after the last change, median', $of(3), 500) || $failed;
    $failed = row('influence of all settings after the last change, median', $of(2), 1500) || $failed;
    $chrome->open('/tune/3');
    $chrome->wait('the swatch', fn (): bool => $chrome->run('return Number(document.querySelector("main canvas").dataset.painted || 0) > 0') === true);
    $stands = $chrome->run(<<<'JS'
        return new Promise((resolve) => {
            const canvas = document.querySelector('main canvas');
            const slider = document.querySelector('[aria-label="Size at hand, typed"]').parentElement.querySelector('input[type=range]');
            for (let i = 0; i <= 40; i++) {
                setTimeout(() => {
                    slider.value = String(400 + 5 * i);
                    slider.dispatchEvent(new Event('input', { bubbles: true }));
                }, 9 * i);
            }
            setTimeout(() => resolve(canvas.dataset.size === String(document.querySelector('main')._x_dataStack[0].brush.settings.size.base)), 1500);
        });
        JS);
    printf("%-72s %8s              %s\n", 'the last value of a drag is what stands at the end', $stands === true ? 'yes' : 'no', $stands === true ? 'met' : 'MISSED');
    $failed = $stands !== true || $failed;

    $chrome->type('input[aria-label="Size at hand, typed"]', '64');
    // Painting on the swatch while influence is worked out again and again.
    $chrome->run(<<<'JS'
        const room = document.querySelector('main')._x_dataStack[0];
        const mat = document.querySelector('[x-ref=mat]');
        window.latency = [];
        mat.addEventListener('pointerdown', () => { window.seen = [performance.now()]; window.shown = 0; }, true);
        mat.addEventListener('pointermove', (e) => { if (e.buttons) for (const c of (e.getCoalescedEvents?.() ?? [e])) window.seen.push(c.timeStamp); }, true);
        mat.addEventListener('paint-shown', () => requestAnimationFrame(() => {
            const sure = room.stroke.sent - 1;
            for (; window.shown < sure; window.shown++) window.latency.push(performance.now() - window.seen[window.shown + 1]);
        }));
        JS);
    // Each stroke begins while influence is being worked out; that gives way after a short answer.
    for ($k = 0; $k < 5; $k++) {
        $chrome->run('document.querySelector("main")._x_dataStack[0].weigh()');
        $chrome->pen('[x-ref=mat]', array_map(fn (int $i): array => [0.1 + 0.8 * $i / 120, 0.3 + 0.1 * $k + 0.1 * sin($i / 12), 0.3 + 0.6 * $i / 120], range(0, 120)), every: 8);
    }
    $latency = array_map(number(...), (array) $chrome->run('return window.latency'));
    $failed = row('pen to ink on the swatch, begun amid working out influence, median', median($latency), 60) || $failed;

    // The smallest window that is served: its swatch has 984 px.
    $chrome->resize(1024, 700);
    $chrome->open('/tune/6');
    $chrome->wait('the swatch', fn (): bool => $chrome->run('return Number(document.querySelector("main canvas").dataset.painted || 0) > 0') === true);
    $times = [];
    for ($i = 0; $i < 21; $i++) {
        $times[] = number($chrome->run(<<<'JS'
            return new Promise((resolve) => {
                const canvas = document.querySelector('main canvas');
                const before = canvas.dataset.painted;
                const slider = document.querySelector('[data-control="spacing.base"] input[type=range]');
                const from = performance.now();
                const look = () => canvas.dataset.painted !== before ? resolve(performance.now() - from) : requestAnimationFrame(look);
                slider.value = 300 + 9 * arguments[0];
                slider.dispatchEvent(new Event('input', { bubbles: true }));
                look();
            });
            JS, $i));
        usleep(400000);
    }
    $failed = row('a slider’s change to a new swatch on screen (984 px wide), median', median($times), 200) || $failed;
} finally {
    $chrome->quit();
    $app->remove();
}
exit($failed ? 1 : 0);

function row(string $what, float $figure, float $target, string $unit = 'ms'): bool
{
    printf("%-72s %8.1f {$unit} ≤ %g {$unit}   %s\n", $what, $figure, $target, $figure <= $target ? 'met' : 'MISSED');

    return $figure > $target;
}

function number(mixed $value): float
{
    return is_numeric($value) ? (float) $value : INF;
}

/** @param  list<float>  $values */
function median(array $values): float
{
    sort($values);

    return $values === [] ? INF : $values[intdiv(count($values), 2)];
}
