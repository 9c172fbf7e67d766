<?php

declare(strict_types=1);

use Tests\Browser\Chrome;

/**
 * Strokes of a real pen on the sheet that a browser shows. A sample whose piece of path prints something is timed until those pixels are on
 * the canvas; of one that prints nothing there is nothing to be seen, and it is not made to wait for the next print.
 */
final class PenToInk
{
    /** ms between two samples of the pen: it reports 125 times a second. */
    private const EVERY = 8;

    /** @return non-empty-list<float> ms of every sample that printed, in their order; infinite where none was */
    public static function of(Chrome $chrome, int $strokes): array
    {
        $chrome->run(<<<'JS'
            const view = document.querySelector('main')._x_dataStack[0].view;
            const canvas = document.querySelector('[data-surface]');
            window.latency = [];
            if (window.seen) {
                return;
            }
            window.seen = [];
            canvas.addEventListener('pointerdown', () => { window.seen = [performance.now()]; window.shown = 0; });
            canvas.addEventListener('pointermove', (e) => { for (const c of (e.getCoalescedEvents?.() ?? [e])) window.seen.push(c.timeStamp); });
            const show = view.show.bind(view);
            view.show = (patches) => {
                show(patches);
                // A piece of path is certain when the sample after its end is known.
                const from = window.shown;
                window.shown = Math.max(from, view.strokes.current.sent - 1);
                const times = window.seen.slice(from + 1, window.shown + 1);
                if (patches.length) {
                    requestAnimationFrame(() => times.forEach((time) => window.latency.push(performance.now() - time)));
                }
            };
            JS);
        for ($k = 0; $k < $strokes; $k++) {
            $chrome->pen('[data-surface]', array_map(fn (int $i): array => [0.1 + 0.8 * $i / 180, 0.3 + 0.1 * $k + 0.1 * sin($i / 18), 0.3 + 0.6 * $i / 180], range(0, 180)), every: self::EVERY);
        }
        $latency = $chrome->run('return window.latency');

        return is_array($latency) && $latency !== [] ? array_map(floatval(...), array_values($latency)) : [INF];
    }
}
