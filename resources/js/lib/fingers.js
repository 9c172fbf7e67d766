/** px; what touches more broadly is a palm. */
const PALM = 70;

/**
 * Two fingers on an element pan, zoom and turn what lies there.
 *
 * @param {HTMLElement} element
 * @param {{ isDrawing: () => boolean, begin: () => void, move: (step: { x: number, y: number, dx: number, dy: number, factor: number, turn: number }) => void }} hand
 *        `x` and `y` lie between the fingers, on the screen; `turn` is in degrees
 * @returns {{ areTwo: () => boolean }}
 */
export function catchFingers(element, { isDrawing, begin, move }) {
    /** @type {Map<number, [number, number]>} */
    const down = new Map();
    const between = () => {
        const [[x0, y0], [x1, y1]] = [...down.values()];

        return { x: (x0 + x1) / 2, y: (y0 + y1) / 2, far: Math.hypot(x1 - x0, y1 - y0), angle: Math.atan2(y1 - y0, x1 - x0) };
    };
    element.addEventListener('pointerdown', (event) => {
        if (event.pointerType !== 'touch' || down.size === 2 || isDrawing() || Math.max(event.width, event.height) > PALM) {
            return;
        }
        down.set(event.pointerId, [event.clientX, event.clientY]);
        if (down.size === 2) {
            begin();
        }
    }, { capture: true });
    window.addEventListener('pointermove', (event) => {
        if (!down.has(event.pointerId)) {
            return;
        }
        const before = down.size === 2 ? between() : null;
        down.set(event.pointerId, [event.clientX, event.clientY]);
        if (before) {
            const after = between();
            const turn = ((after.angle - before.angle) * 180) / Math.PI;
            move({ x: after.x, y: after.y, dx: after.x - before.x, dy: after.y - before.y, factor: before.far > 0 ? after.far / before.far : 1, turn: ((turn + 540) % 360) - 180 });
        }
    });
    for (const end of /** @type {const} */ (['pointerup', 'pointercancel'])) {
        window.addEventListener(end, (event) => { down.delete(event.pointerId); });
    }

    return { areTwo: () => down.size === 2 };
}
