import { describe, expect, it } from 'vitest';
import { around, placeOn, turnedAbout } from '../../resources/js/lib/placing';

/** Where a place of the sheet is seen, worked out the other way round. */
function seen({ x, y, scale, angle, isFlipped }, width, height, px, py) {
    const a = (angle * Math.PI) / 180;
    const [dx, dy] = [(isFlipped ? -1 : 1) * (px - width / 2) * scale, (py - height / 2) * scale];

    return [x + (width * scale) / 2 + dx * Math.cos(a) - dy * Math.sin(a), y + (height * scale) / 2 + dx * Math.sin(a) + dy * Math.cos(a)];
}

describe('a sheet that is turned and mirrored', () => {
    for (const placing of [
        { x: 10, y: 20, scale: 1, angle: 0, isFlipped: false },
        { x: -40, y: 5, scale: 0.5, angle: 90, isFlipped: false },
        { x: 33, y: -7, scale: 2.5, angle: -37, isFlipped: true },
    ]) {
        it(`gives a place back at ${placing.angle}°, ${placing.scale} times${placing.isFlipped ? ', mirrored' : ''}`, () => {
            for (const [px, py] of [[0, 0], [400, 300], [123.5, 7]]) {
                const [sx, sy] = seen(placing, 400, 300, px, py);
                const [x, y] = placeOn(placing, 400, 300, sx - placing.x - 200 * placing.scale, sy - placing.y - 150 * placing.scale);
                expect(x).toBeCloseTo(px, 9);
                expect(y).toBeCloseTo(py, 9);
            }
        });
        it(`stays at the place that it is turned about, from ${placing.angle}°`, () => {
            const [cx, cy] = seen(placing, 400, 300, 90, 210);
            const turned = { ...placing, ...turnedAbout(placing, 400, 300, 55, cx, cy) };
            const [sx, sy] = seen(turned, 400, 300, 90, 210);
            expect(sx).toBeCloseTo(cx, 9);
            expect(sy).toBeCloseTo(cy, 9);
            expect(turned.angle).toBeCloseTo(placing.angle + 55, 9);
        });
    }
    it('keeps its angle between −180° and 180°', () => {
        expect(turnedAbout({ x: 0, y: 0, scale: 1, angle: 170 }, 10, 10, 20, 0, 0).angle).toBeCloseTo(-170, 9);
        expect(turnedAbout({ x: 0, y: 0, scale: 1, angle: -170 }, 10, 10, -20, 0, 0).angle).toBeCloseTo(170, 9);
    });
    it('needs the room of the upright rectangle around it', () => {
        expect(around(400, 300, 0)[0]).toBeCloseTo(400, 9);
        expect(around(400, 300, 90)[0]).toBeCloseTo(300, 9);
        expect(around(400, 300, -90)[1]).toBeCloseTo(400, 9);
        expect(around(100, 100, 45)[0]).toBeCloseTo(Math.SQRT2 * 100, 9);
    });
});
