import { describe, expect, it } from 'vitest';
import { brushed, widthUnder } from '../../resources/js/lib/brushed';

/** The parts of a path as polygons; an arc has many corners. */
function polygons(places) {
    const out = [];
    brushed({
        moveTo(x, y) { out.push([[x, y]]); },
        lineTo(x, y) { out.at(-1).push([x, y]); },
        arc(x, y, r, from, to) { for (let k = 1; k <= 90; k++) { const a = from + ((to - from) * k) / 90; out.at(-1).push([x + r * Math.cos(a), y + r * Math.sin(a)]); } },
        closePath() {},
    }, places);

    return out;
}

/** How often the parts go round a place: where it is not 0, a filled path lays paint. */
function winding(parts, x, y) {
    let turns = 0;
    for (const part of parts) {
        part.forEach(([ax, ay], i) => {
            const [bx, by] = part[(i + 1) % part.length];
            if (ay <= y !== by <= y && x < ax + ((bx - ax) * (y - ay)) / (by - ay)) {
                turns += by > ay ? 1 : -1;
            }
        });
    }

    return turns;
}

describe('a stroke whose width changes', () => {
    const way = [[20, 20, 3], [60, 30, 12], [60, 30, 12], [30, 70, 2], [80, 80, 8]];
    it('holds its discs and what is between them, and nothing of it is left out', () => {
        const parts = polygons(way);
        for (let y = 0; y < 100; y += 3) {
            for (let x = 0; x < 100; x += 3) {
                // The nearest any disc on the way comes, its radius growing from one place to the next.
                let inside = -Infinity;
                for (let i = 1; i < way.length; i++) {
                    for (let t = 0; t <= 1; t += 0.01) {
                        const [px, py, pr] = way[i - 1].map((v, k) => v + (way[i][k] - v) * t);
                        inside = Math.max(inside, pr - Math.hypot(x - px, y - py));
                    }
                }
                if (Math.abs(inside) > 0.6) {
                    expect([x, y, winding(parts, x, y) > 0]).toEqual([x, y, inside > 0]);
                }
            }
        }
    });
    it('is a dot where there is one place, and as wide as the engine has it', () => {
        const [dot, ...more] = polygons([[5, 6, 4]]);
        expect(more).toEqual([]);
        expect(Math.max(...dot.map(([x]) => x))).toBeCloseTo(9);
        [[0, 0.2], [0.5, 0.6], [1, 1]].forEach(([pressure, width]) => expect(widthUnder(pressure)).toBeCloseTo(width));
    });
});
