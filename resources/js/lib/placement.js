/**
 * Where a picture lies on its source: a projective map as the engine gives it, [a, b, c, d, e, f, width, height, g, h, i].
 * (x, y) goes to ((a·x + c·y + e) / w, (b·x + d·y + f) / w), w = g·x + h·y + i; the last three are missing where it is affine.
 *
 * @typedef {number[]} Placed
 */

/** Squares along each side of a picture that is drawn in perspective: in each of them it is drawn as if it were affine. */
const MESH = 14;

/**
 * @param {Placed} m
 * @param {number} x
 * @param {number} y
 * @returns {[number, number]}
 */
export function through([a, b, c, d, e, f, , , g = 0, h = 0, i = 1], x, y) {
    const w = g * x + h * y + i;

    return [(a * x + c * y + e) / w, (b * x + d * y + f) / w];
}

/**
 * @param {Placed} m
 * @returns {Placed}
 */
export function inverse([a, b, c, d, e, f, , , g = 0, h = 0, i = 1]) {
    const [p, q, r] = [d * i - f * h, f * g - b * i, b * h - d * g];
    const det = a * p + c * q + e * r;

    return [p / det, q / det, (e * h - c * i) / det, (a * i - e * g) / det, (c * f - d * e) / det, (b * e - a * f) / det, 0, 0, r / det, (c * g - a * h) / det, (a * d - b * c) / det];
}

/**
 * Whether a picture is seen from another side than another one of the same source.
 *
 * @param {Placed} one
 * @param {Placed} other
 */
export function isBent(one, other) {
    const [p, q] = [one, other].map((m) => [m[8] ?? 0, m[9] ?? 0, m[10] ?? 1]);

    return Math.hypot(p[0] * q[2] - q[0] * p[2], p[1] * q[2] - q[1] * p[2]) * Math.max(one[6], one[7]) > 1e-6;
}

/**
 * Draws a source as it lies under a picture of it.
 *
 * @param {CanvasRenderingContext2D} c  in px of the picture
 * @param {HTMLCanvasElement} source
 * @param {Placed} m
 */
export function drawPlaced(c, source, m) {
    if (!isBent(m, [1, 0, 0, 1, 0, 0, source.width, source.height])) {
        const k = m[10] ?? 1;
        c.transform(m[0] / k, m[1] / k, m[2] / k, m[3] / k, m[4] / k, m[5] / k);
        c.drawImage(source, 0, 0);

        return;
    }
    const at = (u, v) => {
        const [x, y] = [(u / MESH) * source.width, (v / MESH) * source.height];

        // What lies beyond the horizon is not seen.
        return (m[8] * x + m[9] * y + m[10]) * Math.sign(m[10]) > 1e-3 * Math.abs(m[10]) ? [[x, y], through(m, x, y)] : null;
    };
    for (let v = 0; v < MESH; v++) {
        for (let u = 0; u < MESH; u++) {
            const [p, q, r, s] = [at(u, v), at(u + 1, v), at(u + 1, v + 1), at(u, v + 1)];
            if (p && q && r && s) {
                drawTriangle(c, source, p, q, r);
                drawTriangle(c, source, p, r, s);
            }
        }
    }
}

function drawTriangle(c, source, ...corners) {
    const [[[x0, y0], [u0, v0]], [[x1, y1], [u1, v1]], [[x2, y2], [u2, v2]]] = corners;
    const det = (x1 - x0) * (y2 - y0) - (x2 - x0) * (y1 - y0);
    const a = ((u1 - u0) * (y2 - y0) - (u2 - u0) * (y1 - y0)) / det;
    const b = ((v1 - v0) * (y2 - y0) - (v2 - v0) * (y1 - y0)) / det;
    const d = ((u2 - u0) * (x1 - x0) - (u1 - u0) * (x2 - x0)) / det;
    const e = ((v2 - v0) * (x1 - x0) - (v1 - v0) * (x2 - x0)) / det;
    // A little larger, so that no seams are seen between them.
    const [mx, my] = [(u0 + u1 + u2) / 3, (v0 + v1 + v2) / 3];
    c.save();
    c.beginPath();
    corners.forEach(([, [u, v]]) => {
        const far = Math.hypot(u - mx, v - my) || 1;
        c.lineTo(u + (u - mx) / far, v + (v - my) / far);
    });
    c.clip();
    c.transform(a, b, d, e, u0 - a * x0 - d * y0, v0 - b * x0 - e * y0);
    c.drawImage(source, 0, 0);
    c.restore();
}
