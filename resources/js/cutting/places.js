/** Places on a picture that is being cut, as parts of its width and height, and what is reckoned with them. */

/** The outline of an area, drawn as a box, an oval or freely. */
export function areaOutline(shape, points) {
    if (shape === 'free outline' || points.length < 2) {
        return points;
    }
    const [[x0, y0], [x1, y1]] = points;
    if (shape === 'box') {
        return [[x0, y0], [x1, y0], [x1, y1], [x0, y1]];
    }

    return Array.from({ length: 64 }, (_, i) => [(x0 + x1) / 2 + ((x1 - x0) / 2) * Math.cos((i * Math.PI) / 32), (y0 + y1) / 2 + ((y1 - y0) / 2) * Math.sin((i * Math.PI) / 32)]);
}

/** The numbers of a crop after the edges that are held went to a place. */
export function cropped(numbers, edges, [x, y]) {
    const out = {};
    const gap = 0.01;
    for (const edge of edges) {
        out[edge] = {
            left: Math.min(x, 1 - numbers.right - gap),
            right: Math.min(1 - x, 1 - numbers.left - gap),
            top: Math.min(y, 1 - numbers.bottom - gap),
            bottom: Math.min(1 - y, 1 - numbers.top - gap),
        }[edge];
        out[edge] = Math.min(0.99, Math.max(0, Math.round(out[edge] * 1000) / 1000));
    }

    return out;
}

/** One sample of the hand mask: ms, place and pressure. */
export const sample = (event, [x, y], t) => [Math.max(0, Math.round(t)), fine(x), fine(y), event.pointerType === 'pen' ? Math.round(event.pressure * 1000) / 1000 : 1];
const fine = (v) => Math.min(6, Math.max(-5, Math.round(v * 10000) / 10000));
export const round = ([x, y]) => [Math.round(x * 10000) / 10000, Math.round(y * 10000) / 10000];
export const clamped = ([x, y]) => [Math.min(1, Math.max(0, x)), Math.min(1, Math.max(0, y))];

/** How far a place lies from a piece of a line. */
export function toLine([x, y], [x0, y0], [x1, y1]) {
    const t = Math.min(1, Math.max(0, ((x - x0) * (x1 - x0) + (y - y0) * (y1 - y0)) / ((x1 - x0) ** 2 + (y1 - y0) ** 2 || 1)));

    return Math.hypot(x - x0 - t * (x1 - x0), y - y0 - t * (y1 - y0));
}

/** Points of an outline, not more than are needed. */
export const thinned = (points) => (points.length > 400 ? points.filter((_, i) => i % Math.ceil(points.length / 400) === 0) : points);
