const WIDTH = 230;
const HEIGHT = 84;
const EDGE = 10;

/**
 * The curve of one drive: points to drag, double-click to add or remove one, arrow keys on
 * a point. The line between the points comes from the engine, with the swatch.
 *
 * @param {object} of  points (read and written) and line (places along the curve)
 */
export const curveEditor = (of) => ({
    of,
    held: null,
    has(i) {
        return i < this.of.points.length;
    },
    cx(i) {
        return this.has(i) ? EDGE + this.of.points[i][0] * (WIDTH - 2 * EDGE) : 0;
    },
    cy(i) {
        return this.has(i) ? HEIGHT - EDGE - this.of.points[i][1] * (HEIGHT - 2 * EDGE) : 0;
    },
    percent(i) {
        return this.has(i) ? Math.round(this.of.points[i][1] * 100) : 0;
    },
    says(i) {
        return this.has(i) ? `${Math.round(this.of.points[i][0] * 100)} % in, ${this.percent(i)} % out` : '';
    },
    get line() {
        return `M${this.of.line.map(([x, y]) => `${(EDGE + x * (WIDTH - 2 * EDGE)).toFixed(1)} ${(HEIGHT - EDGE - y * (HEIGHT - 2 * EDGE)).toFixed(1)}`).join('L')}`;
    },
    place(event) {
        const box = this.$refs.picture.getBoundingClientRect();
        const x = ((event.clientX - box.left) / box.width) * WIDTH;
        const y = ((event.clientY - box.top) / box.height) * HEIGHT;

        return [clamp((x - EDGE) / (WIDTH - 2 * EDGE)), clamp((HEIGHT - EDGE - y) / (HEIGHT - 2 * EDGE))];
    },
    hold(i, event) {
        this.held = i;
        this.$refs.picture.setPointerCapture(event.pointerId);
    },
    drag(event) {
        if (this.held !== null) {
            this.put(this.held, ...this.place(event));
        }
    },
    release() {
        this.held = null;
    },
    put(i, x, y) {
        const points = this.of.points.map((p) => [...p]);
        const last = points.length - 1;
        const round = (v) => Math.round(v * 1000) / 1000;
        points[i] = [i === 0 ? 0 : i === last ? 1 : round(Math.min(points[i + 1][0] - 0.02, Math.max(points[i - 1][0] + 0.02, x))), round(clamp(y))];
        this.of.points = points;
    },
    add(event) {
        const [x, y] = this.place(event);
        const points = this.of.points;
        const near = points.findIndex((p) => Math.abs(p[0] - x) < 0.05);
        if (near > 0 && near < points.length - 1) {
            this.of.points = points.filter((_, i) => i !== near);
        } else if (near < 0 && points.length < 8) {
            this.of.points = [...points, [x, y]].sort((a, b) => a[0] - b[0]);
        }
    },
    key(i, event) {
        const [dx, dy] = { ArrowLeft: [-0.02, 0], ArrowRight: [0.02, 0], ArrowUp: [0, 0.02], ArrowDown: [0, -0.02] }[event.key] ?? [0, 0];
        if (dx || dy) {
            event.preventDefault();
            this.put(i, this.of.points[i][0] + dx, this.of.points[i][1] + dy);
        }
    },
});

const clamp = (v) => Math.min(1, Math.max(0, v));
