/** Part of a stroke's width that the lightest press of a pen leaves, as the engine has it. */
const LIGHTEST = 0.2;

/** How wide a stroke of the hand is under a press of 0–1, against its whole width. */
export const widthUnder = (/** @type {number} */ pressure) => LIGHTEST + (1 - LIGHTEST) * pressure;

/**
 * Adds a way that gets wider and narrower to a path that is to be filled: a disc for each of its places, and what lies between two of
 * them. All parts turn the same way round, so that nothing is left out where they overlap.
 *
 * @param {Pick<CanvasPath, 'moveTo'|'lineTo'|'arc'|'closePath'>} path
 * @param {number[][]} places  x, y and radius
 */
export function brushed(path, places) {
    places.forEach(([x, y, radius], i) => {
        path.moveTo(x + radius, y);
        path.arc(x, y, radius, 0, 2 * Math.PI);
        path.closePath();
        if (i === 0) {
            return;
        }
        const [px, py, before] = places[i - 1];
        const far = Math.hypot(x - px, y - py);
        if (far === 0) {
            return;
        }
        const [nx, ny] = [(py - y) / far, (x - px) / far];
        path.moveTo(px - nx * before, py - ny * before);
        path.lineTo(x - nx * radius, y - ny * radius);
        path.lineTo(x + nx * radius, y + ny * radius);
        path.lineTo(px + nx * before, py + ny * before);
        path.closePath();
    });
}
