<?php

declare(strict_types=1);

use Tests\Browser\Application;
use Tests\Browser\Chrome;

require __DIR__.'/../vendor/autoload.php';

/** Headless Chromium against a running Yarrowfog: pen to ink, and slider to swatch. */
$app = new Application(withDemo: true);
$chrome = new Chrome($app->url);
$failed = false;
try {
    $chrome->open('/try');
    $chrome->find('canvas[data-loaded=yes]');
    // A fresh sheet, the soft chalk tip, 64 px; each sample is timed until the pixels of its piece of path are on the canvas.
    $chrome->run('const b = [...document.querySelectorAll("button")].find(b => b.getAttribute("aria-label") === "Rope run"); b.click()');
    $chrome->type('input[aria-label="Size, typed"]', '64');
    $chrome->run(<<<'JS'
        const view = document.querySelector('main')._x_dataStack[0].view;
        const canvas = document.querySelector('canvas');
        window.seen = [];
        window.latency = [];
        canvas.addEventListener('pointerdown', () => { window.seen = [performance.now()]; window.shown = 0; });
        canvas.addEventListener('pointermove', (e) => { for (const c of (e.getCoalescedEvents?.() ?? [e])) window.seen.push(c.timeStamp); });
        canvas.addEventListener('paint-shown', () => requestAnimationFrame(() => {
            // A piece of path is certain when the sample after its end is known.
            const sure = view.strokes.current.sent - 1;
            for (; window.shown < sure; window.shown++) window.latency.push(performance.now() - window.seen[window.shown + 1]);
        }));
        JS);
    // A pen that reports 125 times a second.
    for ($k = 0; $k < 4; $k++) {
        $chrome->pen('canvas', array_map(fn (int $i): array => [0.1 + 0.8 * $i / 180, 0.3 + 0.1 * $k + 0.1 * sin($i / 18), 0.3 + 0.6 * $i / 180], range(0, 180)), every: 8);
    }
    /** @var list<float> $latency */
    $latency = $chrome->run('return window.latency');
    sort($latency);
    $failed = row('pen to ink on screen, 64 px brush, median', $latency[intdiv(count($latency), 2)], 60) || $failed;
    $failed = row('pen to ink on screen, 95th percentile', $latency[(int) (count($latency) * 0.95)], 120) || $failed;

    // The smallest window that is served: its swatch has 984 px.
    $chrome->resize(1024, 700);
    $chrome->open('/tune/6');
    $chrome->wait('the swatch', fn (): bool => $chrome->run('return Number(document.querySelector("main canvas").dataset.painted || 0) > 0') === true);
    $times = [];
    for ($i = 0; $i < 21; $i++) {
        $time = $chrome->run(<<<'JS'
            return new Promise((resolve) => {
                const canvas = document.querySelector('main canvas');
                const before = canvas.dataset.painted;
                const slider = document.querySelector('section[role=tabpanel] input[type=range]');
                const from = performance.now();
                const look = () => canvas.dataset.painted !== before ? resolve(performance.now() - from) : requestAnimationFrame(look);
                slider.value = 300 + 9 * arguments[0];
                slider.dispatchEvent(new Event('input', { bubbles: true }));
                look();
            });
            JS, $i);
        $times[] = is_numeric($time) ? (float) $time : INF;
        usleep(400000);
    }
    sort($times);
    $failed = row('a slider’s change to a new swatch on screen (984 px wide), median', $times[intdiv(count($times), 2)], 200) || $failed;
} finally {
    $chrome->quit();
    $app->remove();
}
exit($failed ? 1 : 0);

function row(string $what, float $ms, float $target): bool
{
    printf("%-72s %8.1f ms ≤ %g ms   %s\n", $what, $ms, $target, $ms <= $target ? 'met' : 'MISSED');

    return $ms > $target;
}
