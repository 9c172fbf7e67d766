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
    /** Where the pen stands on the curve while it paints, off the picture when it does not. */
    get readingX() {
        return this.of.reading === null || this.of.reading === undefined ? -20 : EDGE + this.of.reading * (WIDTH - 2 * EDGE);
    },
    get readingY() {
        const { line, reading } = this.of;
        if (reading === null || reading === undefined) {
            return -20;
        }
        const [, y] = line[Math.min(line.length - 1, Math.round(reading * (line.length - 1)))];

        return HEIGHT - EDGE - y * (HEIGHT - 2 * EDGE);
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
    /** Between a point and the next, on the curve. */
    addAfter(i) {
        const points = this.of.points;
        if (i >= points.length - 1 || points.length >= 8 || points[i + 1][0] - points[i][0] < 0.06) {
            return;
        }
        const x = (points[i][0] + points[i + 1][0]) / 2;
        const [, y] = this.of.line[Math.round(x * (this.of.line.length - 1))] ?? [x, (points[i][1] + points[i + 1][1]) / 2];
        this.of.points = [...points.slice(0, i + 1), [Math.round(x * 1000) / 1000, Math.round(y * 1000) / 1000], ...points.slice(i + 1)];
    },
    takeOut(i) {
        if (i > 0 && i < this.of.points.length - 1) {
            this.of.points = this.of.points.filter((_, n) => n !== i);
        }
    },
    key(i, event) {
        if (event.key === 'Insert' || event.key === '+') {
            event.preventDefault();
            this.addAfter(i);

            return;
        }
        if (event.key === 'Delete' || event.key === 'Backspace') {
            event.preventDefault();
            this.takeOut(i);

            return;
        }
        const [dx, dy] = { ArrowLeft: [-0.02, 0], ArrowRight: [0.02, 0], ArrowUp: [0, 0.02], ArrowDown: [0, -0.02] }[event.key] ?? [0, 0];
        if (dx || dy) {
            event.preventDefault();
            this.put(i, this.of.points[i][0] + dx, this.of.points[i][1] + dy);
        }
    },
});

const clamp = (v) => Math.min(1, Math.max(0, v));
