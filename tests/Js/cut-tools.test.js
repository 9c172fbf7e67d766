import { beforeEach, describe, expect, it } from 'vitest';
import { toolsOn } from '../../resources/js/cutting/tools';

/** A picture of 100 × 100 px that fills its canvas: a place is a hundredth of where it is on the screen. */
const view = {
    changes: [],
    change(numbers) { this.changes.push(numbers); },
    draw() {},
    point: (event) => [event.x, event.y],
    placeOf: (event) => [event.x / 100, event.y / 100],
    toScreen: ([x, y]) => [100 * x, 100 * y],
    isNear: (event, [x, y]) => Math.hypot(event.x - 100 * x, event.y - 100 * y) < 8,
};
const at = (x, y, more = {}) => ({ x, y, timeStamp: 0, pointerType: 'mouse', pressure: 0.5, ...more });
let tools;
beforeEach(() => {
    view.changes = [];
    tools = toolsOn(view);
});

/** Presses, moves through places and lifts, as the view does. */
function stroke(tool, chosen, ...events) {
    const held = tool.press(chosen, events[0], view.placeOf(events[0]));
    const moved = events.length > 1;
    if (held) {
        events.slice(1).forEach((e) => tool.drag(chosen, e, view.placeOf(e)));
        tool.drop(chosen, events.at(-1), moved);
    } else if (!moved) {
        tool.click(chosen, events[0], view.placeOf(events[0]));
    }

    return held;
}

describe('places that are clicked on', () => {
    it('are added, and taken away again; the one that a list begins with goes', () => {
        const tool = tools['clear-colour'];
        stroke(tool, { at: 0, numbers: { places: [[0.01, 0.01]] } }, at(40, 50));
        stroke(tool, { at: 0, numbers: { places: [[0.4, 0.5]] } }, at(70, 20));
        stroke(tool, { at: 0, numbers: { places: [[0.4, 0.5], [0.7, 0.2]] } }, at(42, 53));
        expect(view.changes).toEqual([{ places: [[0.4, 0.5]] }, { places: [[0.4, 0.5], [0.7, 0.2]] }, { places: [[0.7, 0.2]] }]);
    });
    it('are on the picture, and one of several things is one place', () => {
        stroke(tools['clear-colour'], { at: 0, numbers: { places: [[0.4, 0.5]] } }, at(101, 50));
        stroke(tools['one-thing'], { at: 0, numbers: { place: [[0.4, 0.5]] } }, at(80, 10));
        expect(view.changes).toEqual([{ place: [[0.8, 0.1]] }]);
    });
});

describe('a crop', () => {
    const chosen = { at: 0, numbers: { left: 0.1, top: 0.2, right: 0.3, bottom: 0.4 } };
    it('is moved by the edge that is held, or by two at their corner', () => {
        expect(stroke(tools.crop, chosen, at(12, 40), at(30, 90))).toBe(true);
        expect(stroke(tools.crop, chosen, at(68, 22), at(60, 30))).toBe(true);
        expect(view.changes).toEqual([{ left: 0.3 }, { right: 0.4, top: 0.3 }]);
    });
    it('lets the picture be moved elsewhere, and shows which way an edge goes', () => {
        expect(stroke(tools.crop, chosen, at(40, 40), at(50, 50))).toBe(false);
        expect(view.changes).toEqual([]);
        expect([at(12, 40), at(40, 58), at(10, 20), at(40, 40)].map((e) => tools.crop.cursor(chosen, e))).toEqual(['ew-resize', 'ns-resize', 'move', '']);
    });
});

describe('corners', () => {
    const chosen = { at: 0, numbers: { corners: [[0.1, 0.1], [0.9, 0.1], [0.9, 0.9], [0.1, 0.9]] } };
    it('are dragged one at a time, and stay on the picture', () => {
        stroke(tools.straighten, chosen, at(88, 12), at(120, 5));
        expect(view.changes).toEqual([{ corners: [[0.1, 0.1], [1, 0.05], [0.9, 0.9], [0.1, 0.9]] }]);
    });
    it('are left alone by a press that does not move, and by a pointer that is taken away', () => {
        stroke(tools.straighten, chosen, at(88, 12));
        tools.straighten.press(chosen, at(88, 12));
        tools.straighten.drag(chosen, at(50, 50), [0.5, 0.5]);
        tools.straighten.leave(chosen);
        expect([view.changes, tools.straighten.pending]).toEqual([[], null]);
    });
});

describe('an area', () => {
    it('is two places of a box, and all of them where it is drawn freely', () => {
        const tool = tools['keep-area'];
        stroke(tool, { at: 0, numbers: { shape: 'box', points: [] } }, at(10, 10), at(20, 30), at(50, 60));
        expect(tool.pending).toEqual([[0.1, 0.1], [0.5, 0.6]]);
        stroke(tool, { at: 0, numbers: { shape: 'free outline', points: [] } }, at(10, 10), at(20, 30), at(50, 60));
        stroke(tool, { at: 0, numbers: { shape: 'box', points: [] } }, at(10, 10));
        expect(view.changes).toEqual([{ points: [[0.1, 0.1], [0.5, 0.6]] }, { points: [[0.1, 0.1], [0.2, 0.3], [0.5, 0.6]] }]);
        expect(tool.pending).toBe(null);
    });
});

describe('a thing', () => {
    const chosen = (thing) => ({ at: 0, numbers: { area: [], marks: [] }, thing: { does: 'around', freely: false, size: 0.02, ...thing } });
    it('is drawn around with a box, freely, or clicked on', () => {
        const tool = tools['take-thing'];
        stroke(tool, chosen(), at(10, 10), at(60, 70));
        stroke(tool, chosen({ freely: true }), at(10, 10), at(60, 70), at(20, 80));
        stroke(tool, chosen(), at(30, 40));
        expect(view.changes).toEqual([
            { area: [[0.1, 0.1], [0.6, 0.7]] },
            { area: [[0.1, 0.1], [0.6, 0.7], [0.2, 0.8]] },
            { marks: [{ shows: true, size: 0.02, softness: 0, pressed: false, samples: [[0, 0.3, 0.4, 1]] }] },
        ]);
    });
    it('is marked as this and not this', () => {
        stroke(tools['take-thing'], chosen({ does: 'not this' }), at(10, 10), at(20, 20, { timeStamp: 8 }));
        expect(view.changes).toEqual([{ marks: [{ shows: false, size: 0.02, softness: 0, pressed: false, samples: [[0, 0.1, 0.1, 1], [8, 0.2, 0.2, 1]] }] }]);
    });
});

describe('the hand', () => {
    const chosen = { at: 0, numbers: { strokes: ['before'] }, hand: { shows: true, size: 0.06, softness: 0.4 } };
    const pen = (x, t, pressure) => at(x, 10, { pointerType: 'pen', pressure, timeStamp: t });
    it('paints with the pressure of the pen, with every sample that came', () => {
        const two = { ...pen(30, 16, 0.7), getCoalescedEvents: () => [pen(20, 12, 0.5), pen(30, 16, 0.7)] };
        stroke(tools['hand-mask'], chosen, pen(10, 4, 0.25), two);
        expect(view.changes).toEqual([{ strokes: ['before', { shows: true, size: 0.06, softness: 0.4, pressed: true, samples: [[0, 0.1, 0.1, 0.25], [8, 0.2, 0.1, 0.5], [12, 0.3, 0.1, 0.7]] }] }]);
    });
    it('keeps what it painted when the pointer is taken away', () => {
        tools['hand-mask'].press(chosen, pen(10, 0, 0.5), [0.1, 0.1]);
        tools['hand-mask'].leave(chosen);
        expect(view.changes[0].strokes).toHaveLength(2);
    });
});
