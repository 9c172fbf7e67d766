import { areaOutline, clamped, cropped, round, sample, toLine } from './cut-places';
import { NonReactive } from './non-reactive';
import { drawPlaced, inverse, isBent, through } from './placement';

const MOST_ZOOM = 32;
const EDGE = 20;
/** Screen px for one px of the picture from which its pixels are parted by a grid. */
const GRID_FROM = 4;
/** Steps whose places are clicked on, and the name of those places. */
const POINTED = { 'clear-colour': 'places', 'one-thing': 'place' };
/** Steps that choose what stays: while they are set, all of what they were given is seen. */
const WHOLE = ['straighten', 'take-thing', 'one-thing'];
/** Screen px within which an edge is taken hold of. */
const HOLD = 10;

/**
 * The picture that is being cut: drawn with zoom, pan and wipe, and worked on with the tool of
 * the chosen step. It maps places between the screen, the picture, the source and the picture as
 * it reached a step; matrices come from the engine with every preview.
 */
export class CutView extends NonReactive {
    /**
     * @param {object} of
     * @param {HTMLCanvasElement} of.canvas
     * @param {HTMLElement} of.mat  what it fills
     * @param {HTMLElement} of.under  the backdrop, laid under the picture only
     * @param {() => object|null} of.tool  { step, at, numbers, hand } of the chosen step
     * @param {(numbers: object) => void} of.change  new numbers of that step
     * @param {(percent: number) => void} of.onZoom
     */
    constructor(of) {
        super();
        Object.assign(this, of);
        this.before = null;
        this.after = null;
        this.placement = [1, 0, 0, 1, 0, 0, 1, 1];
        this.inputs = [];
        this.wipe = 0;
        this.zoom = 1;
        this.centre = null;
        this.sourceScale = 1;
        this.drag = null;
        this.space = false;
        this.#listen();
    }

    show(after, placement, inputs) {
        this.after = after;
        this.placement = placement;
        this.inputs = inputs;
        // What is being drawn right now stays; what was drawn is in the picture.
        this.pending = this.drag ? this.pending : null;
        this.draw();
    }

    // —— where things are ——
    /** Whether the chosen step works on a picture that a later one, or it itself, sees from another side: that one is shown instead. */
    get isEarlier() {
        const tool = this.tool();

        return Boolean(tool && this.inputs[tool.at] && isBent(this.inputs[tool.at], this.placement));
    }

    /** Where what is shown lies on the source. */
    get shown() {
        return this.isEarlier ? this.inputs[this.tool().at] : this.placement;
    }

    /** The part of the plane that is fitted into the window, in px of the picture: left, top, width, height. */
    get frame() {
        const tool = this.tool();
        if (!WHOLE.includes(tool?.step) || !this.inputs[tool.at]) {
            return [0, 0, this.shown[6], this.shown[7]];
        }
        // What stays is pointed at in all of what the step was given, whatever the steps behind it crop.
        const corners = [[0, 0], [1, 0], [1, 1], [0, 1]].map((p) => this.inputToPicture(p, tool.at));
        const [xs, ys] = [corners.map((c) => c[0]), corners.map((c) => c[1])];

        return [Math.min(...xs), Math.min(...ys), Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
    }

    fitScale() {
        const [, , width, height] = this.frame;

        return Math.min((this.mat.clientWidth - 2 * EDGE) / width, (this.mat.clientHeight - 2 * EDGE - 44) / height);
    }

    layout() {
        const scale = this.fitScale() * this.zoom;
        const [cx, cy] = this.centre ?? [0.5, 0.5];
        const [left, top, width, height] = this.frame;

        return { scale, x: this.mat.clientWidth / 2 - (left + cx * width) * scale, y: (this.mat.clientHeight - 44) / 2 - (top + cy * height) * scale };
    }

    screenToPicture(event) {
        const box = this.canvas.getBoundingClientRect();

        return [(event.clientX - box.left - this.view.x) / this.view.scale, (event.clientY - box.top - this.view.y) / this.view.scale];
    }

    pictureToInput([x, y], at) {
        const [u, v] = through(inverse(this.shown), x, y);
        const m = this.inputs[at];
        const [px, py] = through(m, u, v);

        return [px / m[6], py / m[7]];
    }

    inputToPicture([fx, fy], at) {
        const m = this.inputs[at];
        const [u, v] = through(inverse(m), fx * m[6], fy * m[7]);

        return through(this.shown, u, v);
    }

    // —— drawing ——
    draw() {
        if (!this.after) {
            return;
        }
        const ratio = window.devicePixelRatio || 1;
        const width = this.mat.clientWidth;
        const height = this.mat.clientHeight;
        if (this.canvas.width !== Math.round(width * ratio) || this.canvas.height !== Math.round(height * ratio)) {
            this.canvas.width = Math.round(width * ratio);
            this.canvas.height = Math.round(height * ratio);
        }
        const c = this.canvas.getContext('2d');
        this.view = this.layout();
        const { scale, x, y } = this.view;
        c.setTransform(1, 0, 0, 1, 0, 0);
        c.clearRect(0, 0, this.canvas.width, this.canvas.height);
        c.setTransform(ratio * scale, 0, 0, ratio * scale, ratio * x, ratio * y);
        c.imageSmoothingEnabled = scale < GRID_FROM;
        const tool = this.tool();
        const { isEarlier } = this;
        const [, , , , , , wide, high] = this.shown;
        if ((isEarlier || tool?.step === 'crop' || WHOLE.includes(tool?.step)) && this.before) {
            // What is cut off stays to be seen, so that it can be had again.
            c.save();
            c.globalAlpha = isEarlier ? 1 : 0.35;
            this.#drawBefore(c);
            c.restore();
        }
        Object.assign(this.under.style, { left: `${x}px`, top: `${y}px`, width: `${wide * scale}px`, height: `${high * scale}px` });
        if (!isEarlier) {
            c.drawImage(this.after, 0, 0);
        }
        if (this.wipe > 0 && this.before) {
            const at = (wide * this.wipe) / 1000;
            c.save();
            c.beginPath();
            c.rect(0, 0, at, high);
            c.clip();
            this.#drawBefore(c);
            c.restore();
            c.fillStyle = '#d9a720';
            c.fillRect(at - 1 / scale, 0, 2 / scale, high);
        }
        if (scale >= GRID_FROM) {
            this.#drawGrid(c, ratio, scale);
        }
        c.setTransform(ratio, 0, 0, ratio, 0, 0);
        this.#drawTool(c, tool);
        const stretch = this.#stretch(this.shown);
        this.onZoom(Math.round((100 * scale * stretch) / this.sourceScale));
    }

    #drawBefore(c) {
        drawPlaced(c, this.before, this.shown);
    }

    #drawGrid(c, ratio, scale) {
        c.setTransform(ratio, 0, 0, ratio, 0, 0);
        c.strokeStyle = 'rgba(128,128,128,0.45)';
        c.lineWidth = 1;
        c.beginPath();
        const [left, top] = [Math.max(0, Math.floor(-this.view.x / scale)), Math.max(0, Math.floor(-this.view.y / scale))];
        const right = Math.min(this.shown[6], Math.ceil((this.mat.clientWidth - this.view.x) / scale));
        const bottom = Math.min(this.shown[7], Math.ceil((this.mat.clientHeight - this.view.y) / scale));
        for (let x = left; x <= right; x++) {
            c.moveTo(Math.round(this.view.x + x * scale) + 0.5, this.view.y + top * scale);
            c.lineTo(Math.round(this.view.x + x * scale) + 0.5, this.view.y + bottom * scale);
        }
        for (let y = top; y <= bottom; y++) {
            c.moveTo(this.view.x + left * scale, Math.round(this.view.y + y * scale) + 0.5);
            c.lineTo(this.view.x + right * scale, Math.round(this.view.y + y * scale) + 0.5);
        }
        c.stroke();
    }

    #screen(point, at) {
        const [x, y] = this.inputToPicture(point, at);

        return [this.view.x + x * this.view.scale, this.view.y + y * this.view.scale];
    }

    #drawTool(c, tool) {
        if (!tool || !this.inputs[tool.at]) {
            return;
        }
        const line = (points, close) => {
            c.beginPath();
            points.forEach(([x, y], i) => (i ? c.lineTo(x, y) : c.moveTo(x, y)));
            if (close) {
                c.closePath();
            }
            twoTone(c);
        };
        if (POINTED[tool.step]) {
            for (const place of tool.numbers[POINTED[tool.step]]) {
                const [x, y] = this.#screen(place, tool.at);
                c.beginPath();
                c.arc(x, y, 6, 0, 7);
                twoTone(c);
            }
        }
        if (tool.step === 'keep-area') {
            line(areaOutline(tool.numbers.shape, this.pending ?? tool.numbers.points).map((p) => this.#screen(p, tool.at)), true);
        }
        if (tool.step === 'crop') {
            const { left, top, right, bottom } = tool.numbers;
            line([[left, top], [1 - right, top], [1 - right, 1 - bottom], [left, 1 - bottom]].map((p) => this.#screen(p, tool.at)), true);
        }
        if (tool.step === 'straighten' && tool.numbers.corners.length === 4) {
            const corners = (this.pending ?? tool.numbers.corners).map((p) => this.#screen(p, tool.at));
            line(corners, true);
            corners.forEach(([x, y]) => {
                c.beginPath();
                c.arc(x, y, 8, 0, 7);
                twoTone(c);
            });
        }
        if (tool.step === 'take-thing') {
            const area = this.drag?.kind === 'around' ? this.pending : tool.numbers.area;
            if (area?.length > 1) {
                line(areaOutline(area.length === 2 ? 'box' : 'free outline', area).map((p) => this.#screen(p, tool.at)), true);
            }
            tool.numbers.marks.forEach((mark) => this.#drawStroke(c, mark, tool.at));
        }
        if (this.drag?.kind === 'hand' && this.pending) {
            this.#drawStroke(c, this.pending, tool.at);
        }
    }

    #drawStroke(c, stroke, at) {
        c.lineCap = 'round';
        c.lineJoin = 'round';
        c.lineWidth = Math.max(2, stroke.size * Math.max(this.inputs[at][6], this.inputs[at][7]) * this.#inputScale(at));
        c.strokeStyle = stroke.shows ? 'rgba(74,122,97,0.55)' : 'rgba(166,61,87,0.55)';
        c.beginPath();
        // A single sample is a dot.
        [stroke.samples[0], ...stroke.samples].forEach(([, x, y], i) => (i ? c.lineTo(...this.#screen([x, y], at)) : c.moveTo(...this.#screen([x, y], at))));
        c.stroke();
    }

    /** Screen px for one px of the picture as it reached a step. */
    #inputScale(at) {
        return (this.view.scale * this.#stretch(this.shown)) / this.#stretch(this.inputs[at]);
    }

    /** px of a picture for one px of the source, in the middle of it. */
    #stretch(m) {
        const [u, v] = through(inverse(m), m[6] / 2, m[7] / 2);
        const [x, y] = through(m, u + 0.5, v);

        return 2 * Math.hypot(x - m[6] / 2, y - m[7] / 2);
    }

    // —— zoom and pan ——
    zoomTo(zoom, event = null) {
        const box = this.canvas.getBoundingClientRect();
        const at = event ?? { clientX: box.left + this.mat.clientWidth / 2, clientY: box.top + (this.mat.clientHeight - 44) / 2 };
        const [px, py] = this.screenToPicture(at);
        this.zoom = Math.min(MOST_ZOOM, Math.max(0.5, zoom));
        if (this.zoom <= 1.001) {
            this.zoom = Math.max(0.5, this.zoom);
        }
        const scale = this.fitScale() * this.zoom;
        const x = at.clientX - box.left - this.mat.clientWidth / 2;
        const y = at.clientY - box.top - (this.mat.clientHeight - 44) / 2;
        const [left, top, width, height] = this.frame;
        this.centre = [(px - x / scale - left) / width, (py - y / scale - top) / height];
        this.draw();
    }

    fit() {
        this.zoom = 1;
        this.centre = null;
        this.draw();
    }

    #listen() {
        const canvas = this.canvas;
        canvas.addEventListener('wheel', (event) => {
            if (this.after) {
                event.preventDefault();
                this.zoomTo(this.zoom * (event.deltaY < 0 ? 1.2 : 1 / 1.2), event);
            }
        }, { passive: false });
        canvas.addEventListener('pointerdown', (event) => this.#down(event));
        canvas.addEventListener('pointermove', (event) => this.#move(event));
        canvas.addEventListener('pointerup', (event) => this.#up(event));
        canvas.addEventListener('pointercancel', () => this.#takenAway());
        canvas.addEventListener('lostpointercapture', () => this.#takenAway());
    }

    // —— the tool of the chosen step ——
    #down(event) {
        if (!this.after || event.button > 1) {
            return;
        }
        this.canvas.setPointerCapture(event.pointerId);
        const tool = this.tool();
        const from = { x: event.clientX, y: event.clientY, centre: this.centre ?? [0.5, 0.5], moved: false };
        if (event.button === 1 || this.space || !tool || !this.inputs[tool.at]) {
            this.drag = { ...from, kind: 'pan' };

            return;
        }
        const place = this.pictureToInput(this.screenToPicture(event), tool.at);
        if (tool.step === 'crop') {
            const edges = this.#edgesNear(event, tool);
            this.drag = edges.length ? { ...from, kind: 'crop', edges, tool } : { ...from, kind: 'pan' };
        } else if (tool.step === 'straighten') {
            const corner = this.#cornerNear(event, tool);
            this.drag = corner < 0 ? { ...from, kind: 'pan' } : { ...from, kind: 'corner', corner, tool };
        } else if (tool.step === 'keep-area') {
            this.drag = { ...from, kind: 'area', tool, points: [clamped(place)] };
        } else if (tool.step === 'take-thing' && tool.thing.does === 'around') {
            this.drag = { ...from, kind: 'around', tool, points: [clamped(place)], start: event.timeStamp };
        } else if (tool.step === 'hand-mask' || tool.step === 'take-thing') {
            const hand = tool.step === 'hand-mask' ? tool.hand : { shows: tool.thing.does === 'this', size: tool.thing.size, softness: 0 };
            this.drag = { ...from, kind: 'hand', tool, start: event.timeStamp };
            this.pending = { ...hand, pressed: event.pointerType === 'pen', samples: [sample(event, place, 0)] };
            this.draw();
        } else {
            this.drag = { ...from, kind: POINTED[tool.step] ? 'point' : 'pan', tool, place };
        }
    }

    #move(event) {
        const drag = this.drag;
        if (!drag) {
            this.#hover(event);

            return;
        }
        drag.moved ||= Math.hypot(event.clientX - drag.x, event.clientY - drag.y) > 4;
        if (drag.kind === 'pan' || (drag.kind === 'point' && drag.moved)) {
            const [, , width, height] = this.frame;
            this.centre = [drag.centre[0] - (event.clientX - drag.x) / (width * this.view.scale), drag.centre[1] - (event.clientY - drag.y) / (height * this.view.scale)];
            this.draw();

            return;
        }
        if (drag.kind === 'point') {
            return;
        }
        const place = this.pictureToInput(this.screenToPicture(event), drag.tool.at);
        if (drag.kind === 'crop') {
            this.change(cropped(drag.tool.numbers, drag.edges, clamped(place)));
        } else if (drag.kind === 'corner') {
            this.pending = drag.tool.numbers.corners.map((p, i) => (i === drag.corner ? clamped(place) : p));
            this.draw();
        } else if (drag.kind === 'around') {
            drag.points = drag.tool.thing.freely ? [...drag.points, clamped(place)] : [drag.points[0], clamped(place)];
            this.pending = drag.points;
            this.draw();
        } else if (drag.kind === 'area') {
            drag.points = drag.tool.numbers.shape === 'free outline' ? [...drag.points, clamped(place)] : [drag.points[0], clamped(place)];
            this.pending = drag.points;
            this.draw();
        } else if (drag.kind === 'hand') {
            const events = event.getCoalescedEvents?.() ?? [];
            for (const e of events.length ? events : [event]) {
                this.pending.samples.push(sample(e, this.pictureToInput(this.screenToPicture(e), drag.tool.at), e.timeStamp - drag.start));
            }
            this.draw();
        }
    }

    /** A pointer that the system takes away never lifts: what it painted stays, an area half drawn goes. */
    #takenAway() {
        if (this.drag?.kind === 'hand') {
            this.#up(null);
        } else if (this.drag) {
            this.drag = null;
            this.pending = null;
            this.draw();
        }
    }

    #up(event) {
        const drag = this.drag;
        this.drag = null;
        if (drag?.kind === 'point' && !drag.moved && drag.place.every((v) => v >= 0 && v <= 1)) {
            this.#point(drag, event);
        } else if (drag?.kind === 'area' && drag.moved && this.pending) {
            this.change({ points: thinned(this.pending).map(round) });
        } else if (drag?.kind === 'corner' && drag.moved && this.pending) {
            this.change({ corners: this.pending.map(round) });
            this.pending = null;
        } else if (drag?.kind === 'around' && drag.moved && this.pending?.length > 1) {
            this.change({ area: thinned(this.pending).map(round) });
            this.pending = null;
        } else if (drag?.kind === 'around' && drag.points.length) {
            // A click points at the thing itself.
            this.change({ marks: [...drag.tool.numbers.marks, { shows: true, size: drag.tool.thing.size, softness: 0, pressed: false, samples: [[0, ...round(drag.points[0]), 1]] }] });
        } else if (drag?.kind === 'hand' && this.pending) {
            const key = drag.tool.step === 'hand-mask' ? 'strokes' : 'marks';
            this.change({ [key]: [...drag.tool.numbers[key], this.pending] });
        }
        if (drag?.kind === 'area' && !drag.moved) {
            this.pending = null;
        }
    }

    /** A click on the picture points at one more colour; on a place that is pointed at, it takes it away. */
    #point(drag, event) {
        if (drag.tool.step === 'one-thing') {
            this.change({ place: [round(drag.place)] });

            return;
        }
        const { places } = drag.tool.numbers;
        const box = this.canvas.getBoundingClientRect();
        const near = places.findIndex((p) => {
            const [x, y] = this.#screen(p, drag.tool.at);

            return Math.hypot(event.clientX - box.left - x, event.clientY - box.top - y) < 8;
        });
        const first = places.length === 1 && places[0][0] === 0.01 && places[0][1] === 0.01;
        if (near >= 0 && places.length > 1) {
            this.change({ places: places.filter((_, i) => i !== near) });
        } else {
            this.change({ places: [...(first ? [] : places), round(drag.place)] });
        }
    }

    #edgesNear(event, tool) {
        const box = this.canvas.getBoundingClientRect();
        const [x, y] = [event.clientX - box.left, event.clientY - box.top];
        const { left, top, right, bottom } = tool.numbers;
        const corners = { left: [[left, top], [left, 1 - bottom]], right: [[1 - right, top], [1 - right, 1 - bottom]], top: [[left, top], [1 - right, top]], bottom: [[left, 1 - bottom], [1 - right, 1 - bottom]] };

        return Object.keys(corners).filter((edge) => toLine([x, y], ...corners[edge].map((p) => this.#screen(p, tool.at))) < HOLD);
    }

    /** Which of the four corners is near enough to be taken hold of; −1 where none is. */
    #cornerNear(event, tool) {
        const box = this.canvas.getBoundingClientRect();
        const far = tool.numbers.corners.map((p) => {
            const [x, y] = this.#screen(p, tool.at);

            return Math.hypot(event.clientX - box.left - x, event.clientY - box.top - y);
        });
        const least = Math.min(...far);

        return least < 2 * HOLD ? far.indexOf(least) : -1;
    }

    #hover(event) {
        if (!this.after) {
            return;
        }
        const tool = this.tool();
        const at = tool?.step === 'crop' && this.inputs[tool.at] ? this.#edgesNear(event, tool) : [];
        const across = at.includes('left') || at.includes('right');
        const down = at.includes('top') || at.includes('bottom');
        this.canvas.style.cursor = (across && down) || (tool?.step === 'straighten' && this.inputs[tool.at] && this.#cornerNear(event, tool) >= 0) ? 'move' : across ? 'ew-resize' : down ? 'ns-resize'
            : ['clear-colour', 'keep-area', 'hand-mask', 'take-thing', 'one-thing'].includes(tool?.step) ? 'crosshair' : this.zoom > 1 ? 'grab' : 'default';
    }
}

/** Points of an outline, not more than are needed. */
const thinned = (points) => (points.length > 400 ? points.filter((_, i) => i % Math.ceil(points.length / 400) === 0) : points);

/** A line that shows on light and on dark. */
function twoTone(c) {
    c.lineWidth = 3;
    c.strokeStyle = 'rgba(0,0,0,0.65)';
    c.stroke();
    c.lineWidth = 1.5;
    c.strokeStyle = '#f6e6b0';
    c.stroke();
}
