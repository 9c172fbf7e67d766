import { expect, test } from 'vitest';
import { drawPlaced, inverse, isBent, through } from '../../resources/js/lib/placement';

const BENT = [0.8, 0.1, -0.2, 1.1, 12, -7, 400, 300, 0.0009, -0.0006, 1.1];
const PLAIN = [2, 0, 0, 2, 5, 6, 100, 80, 0, 0, 1];

test('the way back undoes a map, in perspective too', () => {
    for (const m of [BENT, PLAIN, [1, 2, 3, 4, 5, 6, 7, 8]]) {
        const [x, y] = through(inverse(m), ...through(m, 37, 21));
        expect(x).toBeCloseTo(37);
        expect(y).toBeCloseTo(21);
    }
});

test('another side is told from another place, turn or size', () => {
    expect(isBent(PLAIN, [0.3, 0.4, -0.4, 0.3, 1, 2, 50, 50, 0, 0, 1])).toBe(false);
    expect(isBent(PLAIN, BENT)).toBe(true);
    expect(isBent(BENT, BENT)).toBe(false);
    // The same side, all numbers twice as large.
    expect(isBent(BENT, BENT.map((v, i) => (i === 6 || i === 7 ? v : 2 * v)))).toBe(false);
});

test('what is drawn in perspective is drawn where it lies', () => {
    const drawn = [];
    let at = [1, 0, 0, 1, 0, 0];
    const kept = [];
    const c = {
        save: () => kept.push(at), restore: () => { at = kept.pop(); }, beginPath() {}, lineTo() {}, clip() {},
        transform: (...m) => { at = m; }, drawImage: () => drawn.push(at),
    };
    const source = { width: 400, height: 300 };
    drawPlaced(c, source, BENT);
    expect(drawn.length).toBe(2 * 14 * 14);
    // The first triangle has the upper left corner, and the next two of its square.
    for (const [x, y] of [[0, 0], [400 / 14, 0], [400 / 14, 300 / 14]]) {
        const [u, v] = through(BENT, x, y);
        const [a, b, d, e, f, g] = drawn[0];
        expect(a * x + d * y + f).toBeCloseTo(u);
        expect(b * x + e * y + g).toBeCloseTo(v);
    }
    drawn.length = 0;
    drawPlaced(c, source, [2, 0, 0, 2, 10, 20, 400, 300, 0, 0, 2]);
    expect(drawn).toEqual([[1, 0, 0, 1, 5, 10]]);
});
