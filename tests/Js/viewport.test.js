import CSSMatrix from '@thednp/dommatrix';
import { beforeAll, describe, expect, it } from 'vitest';
import { Viewport, placeIn } from '../../resources/js/lib/viewport';

// Browsers have it; the tests run without one.
beforeAll(() => { globalThis.DOMMatrix = /** @type {any} */ (CSSMatrix); });

/** Where a place is seen, worked out by sines and cosines. */
function seen({ x, y, width, height, scale, angle, isFlipped }, px, py) {
    const a = (angle * Math.PI) / 180;
    const [dx, dy] = [(isFlipped ? -1 : 1) * (px - width / 2) * scale, (py - height / 2) * scale];

    return [x + (width * scale) / 2 + dx * Math.cos(a) - dy * Math.sin(a), y + (height * scale) / 2 + dx * Math.sin(a) + dy * Math.cos(a)];
}

function close([x, y], [ex, ey]) {
    expect(x).toBeCloseTo(ex, 8);
    expect(y).toBeCloseTo(ey, 8);
}

const looked = (placing) => Object.assign(new Viewport(400, 300, { least: 0.1, most: 8 }), placing);

describe('a sheet that is looked at', () => {
    for (const placing of [
        { x: 10, y: 20, scale: 1, angle: 0, isFlipped: false },
        { x: -40, y: 5, scale: 0.5, angle: 90, isFlipped: false },
        { x: 33, y: -7, scale: 2.5, angle: -37, isFlipped: true },
    ]) {
        const words = `${placing.angle}°, ${placing.scale} times${placing.isFlipped ? ', mirrored' : ''}`;
        it(`shows a place where it lies, and gives it back: ${words}`, () => {
            const view = looked(placing);
            for (const [px, py] of [[0, 0], [400, 300], [123.5, 7]]) {
                close(view.toScreen(px, py), seen(view, px, py));
                close(view.toPlace(...seen(view, px, py)), [px, py]);
            }
        });
        it(`stays at the place that it is turned about: ${words}`, () => {
            const view = looked(placing);
            const [cx, cy] = seen(view, 90, 210);
            view.turnAbout(55, cx, cy);
            close(view.toScreen(90, 210), [cx, cy]);
            expect(view.angle).toBeCloseTo(placing.angle + 55, 9);
        });
        it(`stays at the place that it is enlarged about: ${words}`, () => {
            const view = looked(placing);
            const at = view.toPlace(77, 31);
            view.zoomAt(1.5, 77, 31);
            expect(view.scale).toBe(1.5 * placing.scale);
            close(view.toScreen(...at), [77, 31]);
        });
        it(`is seen in an upright mirror: ${words}`, () => {
            const view = looked(placing);
            const middle = seen(view, 200, 150)[0];
            const [x, y] = seen(view, 30, 40);
            view.flip();
            close(view.toScreen(30, 40), [2 * middle - x, y]);
        });
        it(`moves along: ${words}`, () => {
            const view = looked(placing);
            const [x, y] = seen(view, 30, 40);
            view.pan(-3, 8);
            close(view.toScreen(30, 40), [x - 3, y + 8]);
        });
        it(`fits, touching two sides of a part of the screen, in its middle: ${words}`, () => {
            const view = looked(placing);
            view.fit({ left: 24, top: 10, width: 250, height: 180 });
            const corners = [[0, 0], [400, 0], [400, 300], [0, 300]].map(([px, py]) => seen(view, px, py));
            const [xs, ys] = [corners.map((c) => c[0]), corners.map((c) => c[1])];
            const room = [Math.min(...xs) - 24, 274 - Math.max(...xs), Math.min(...ys) - 10, 190 - Math.max(...ys)];
            expect(room[0]).toBeCloseTo(room[1], 8);
            expect(room[2]).toBeCloseTo(room[3], 8);
            expect(Math.min(...room)).toBeCloseTo(0, 8);
        });
    }
    it('keeps its angle between −180° and 180°', () => {
        const view = looked({ angle: 170 });
        view.turnAbout(20, 0, 0);
        expect(view.angle).toBeCloseTo(-170, 9);
        view.turnAbout(-20, 0, 0);
        expect(view.angle).toBeCloseTo(170, 9);
    });
    it('is enlarged within its limits, about the place even there', () => {
        const view = looked({ x: 10, y: 20, scale: 2 });
        const at = view.toPlace(100, 100);
        view.zoomAt(100, 100, 100);
        expect(view.scale).toBe(8);
        close(view.toScreen(...at), [100, 100]);
        view.zoomAt(0.0001, 100, 100);
        expect(view.scale).toBe(0.1);
        close(view.toScreen(...at), [100, 100]);
    });
    it('is not enlarged to fit', () => {
        const view = looked({});
        view.fit({ left: 0, top: 0, width: 1000, height: 900 });
        expect([view.scale, view.x, view.y]).toEqual([1, 300, 300]);
        view.fit({ left: 0, top: 0, width: 1000, height: 900 }, 2);
        expect(view.scale).toBe(2);
    });
    it('is shown on whole px, by no more than half a px elsewhere', () => {
        const shown = looked({ x: 10.4, y: -3.6, scale: 1.5, angle: 30, isFlipped: true }).onWholePixels();
        expect([shown.x, shown.y, shown.scale, shown.angle, shown.isFlipped]).toEqual([10, -4, 1.5, 30, true]);
        close(shown.toPlace(...seen(shown, 5, 6)), [5, 6]);
    });
    it('is laid with one place on another', () => {
        const view = looked({});
        view.lay(2.5, [40, 60], [300, 200]);
        close(view.toScreen(40, 60), [300, 200]);
        close(view.toScreen(41, 60), [302.5, 200]);
    });
});

it('covers its window, wherever it is moved to', () => {
    const view = Object.assign(new Viewport(500, 200), { scale: 2, x: 30, y: -900 });
    view.cover(500, 200);
    expect([view.x, view.y]).toEqual([0, -200]);
});

it('finds a place of the window on an element, or its middle', () => {
    const element = /** @type {any} */ ({ getBoundingClientRect: () => ({ left: 10, top: 20, width: 200, height: 100 }) });
    expect(placeIn(element, 15, 30)).toEqual([5, 10]);
    expect(placeIn(element)).toEqual([100, 50]);
    expect(placeIn(element, 0, 0)).toEqual([-10, -20]);
});
