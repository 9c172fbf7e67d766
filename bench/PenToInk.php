<?php

declare(strict_types=1);

use Tests\Browser\Chrome;

/** Strokes of a real pen on the sheet that a browser shows; each sample is timed until the pixels of its piece of path are on the canvas. */
final class PenToInk
{
    /** ms between two samples of the pen: it reports 125 times a second. */
    private const EVERY = 8;

    /** @return non-empty-list<float> ms of every sample that was shown, in their order; infinite where none was */
    public static function of(Chrome $chrome, int $strokes): array
    {
        $chrome->run(<<<'JS'
            const view = document.querySelector('main')._x_dataStack[0].view;
            const canvas = document.querySelector('[data-surface]');
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
        for ($k = 0; $k < $strokes; $k++) {
            $chrome->pen('canvas', array_map(fn (int $i): array => [0.1 + 0.8 * $i / 180, 0.3 + 0.1 * $k + 0.1 * sin($i / 18), 0.3 + 0.6 * $i / 180], range(0, 180)), every: self::EVERY);
        }
        $latency = $chrome->run('return window.latency');

        return is_array($latency) && $latency !== [] ? array_map(floatval(...), array_values($latency)) : [INF];
    }
}
