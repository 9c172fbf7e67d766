import { brushed, widthUnder } from '../lib/brushed';
import { NonReactive } from '../lib/non-reactive';
import { Viewport, placeIn } from '../lib/viewport';
import { drawPlaced, inverse, isBent, through } from '../lib/placement';
import { toolsOn } from './tools';

/** How near the picture can be had, and how far, next to where it fits. */
const [LEAST_ZOOM, MOST_ZOOM] = [0.5, 32];
const EDGE = 20;
/** px of the window that the bar below the picture lies on. */
const BAR = 44;
/** Screen px for one px of the picture from which its pixels are parted by a grid. */
const GRID_FROM = 4;
/** Steps that choose what stays: while they are set, all of what they were given is seen. */
const WHOLE = ['straighten', 'take-thing', 'one-thing'];
/** Screen px around a place that is pointed at. */
const NEAR = 8;
/** Screen px that a pointer may wander while it is pressed and still clicks. */
const STILL = 4;

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
     * @param {() => object|null} of.chosen  { step, at, numbers, hand, thing } of the chosen step
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
        this.tools = toolsOn(this);
        this.#listen();
    }

    show(after, placement, inputs) {
        this.after = after;
        this.placement = placement;
        this.inputs = inputs;
        // What is being drawn right now stays; what was drawn is in the picture.
        if (!this.drag) {
            Object.values(this.tools).forEach((tool) => { tool.pending = null; });
        }
        this.draw();
    }

    // —— where things are ——
    /** The step that is worked on, once it is known what it was given. */
    get #step() {
        const chosen = this.chosen();

        return chosen && this.inputs[chosen.at] ? chosen : null;
    }

    /** Whether the chosen step works on a picture that a later one, or it itself, sees from another side: that one is shown instead. */
    get isEarlier() {
        const step = this.#step;

        return step !== null && isBent(this.inputs[step.at], this.placement);
    }

    /** Where what is shown lies on the source. */
    get shown() {
        return this.isEarlier ? this.inputs[this.#step.at] : this.placement;
    }

    /** The part of the plane that is fitted into the window, in px of the picture: left, top, width, height. */
    get frame() {
        const step = this.#step;
        if (!step || !WHOLE.includes(step.step)) {
            return [0, 0, this.shown[6], this.shown[7]];
        }
        // What stays is pointed at in all of what the step was given, whatever the steps behind it crop.
        const corners = [[0, 0], [1, 0], [1, 1], [0, 1]].map((p) => this.#inputToPicture(p, step.at));
        const [xs, ys] = [corners.map((c) => c[0]), corners.map((c) => c[1])];

        return [Math.min(...xs), Math.min(...ys), Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
    }

    /** The middle of what is seen, px of the screen. */
    get #middle() {
        return [this.mat.clientWidth / 2, (this.mat.clientHeight - BAR) / 2];
    }

    #fittingScale() {
        const [, , width, height] = this.frame;

        return Math.min((this.mat.clientWidth - 2 * EDGE) / width, (this.mat.clientHeight - 2 * EDGE - BAR) / height);
    }

    /** Lays the picture anew: it may have another size, and another part of it may be what fits. */
    #lay() {
        const fitting = this.#fittingScale();
        const [cx, cy] = this.centre ?? [0.5, 0.5];
        const [left, top, width, height] = this.frame;
        this.viewport = new Viewport(this.shown[6], this.shown[7], { least: LEAST_ZOOM * fitting, most: MOST_ZOOM * fitting });
        this.viewport.lay(fitting * this.zoom, [left + cx * width, top + cy * height], this.#middle);
    }

    /** Draws what is seen after the viewport was moved. */
    #keepLooking() {
        const [left, top, width, height] = this.frame;
        const [x, y] = this.viewport.toPlace(...this.#middle);
        this.centre = [(x - left) / width, (y - top) / height];
        this.zoom = this.viewport.scale / this.#fittingScale();
        this.draw();
    }

    /** Where an event is on the canvas, screen px. */
    point(event) {
        return placeIn(this.canvas, event.clientX, event.clientY);
    }

    /** Where an event is on the picture as it reached a step, 0–1 of its width and height. */
    placeOf(event, at) {
        const [u, v] = through(inverse(this.shown), ...this.#pictureAt(event));
        const m = this.inputs[at];
        const [px, py] = through(m, u, v);

        return [px / m[6], py / m[7]];
    }

    /** A place of the picture as it reached a step, on the canvas. */
    toScreen(place, at) {
        return this.viewport.toScreen(...this.#inputToPicture(place, at));
    }

    isNear(event, place, at) {
        const [x, y] = this.point(event);
        const [px, py] = this.toScreen(place, at);

        return Math.hypot(x - px, y - py) < NEAR;
    }

    #pictureAt(event) {
        return this.viewport.toPlace(...this.point(event));
    }

    #inputToPicture([fx, fy], at) {
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
        this.#lay();
        const { scale, x, y } = this.viewport;
        c.setTransform(1, 0, 0, 1, 0, 0);
        c.clearRect(0, 0, this.canvas.width, this.canvas.height);
        c.setTransform(ratio * scale, 0, 0, ratio * scale, ratio * x, ratio * y);
        c.imageSmoothingEnabled = scale < GRID_FROM;
        const step = this.#step;
        const { isEarlier } = this;
        const [, , , , , , wide, high] = this.shown;
        if ((isEarlier || ['crop', ...WHOLE].includes(this.chosen()?.step)) && this.before) {
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
        if (step) {
            this.tools[step.step]?.draw(c, step);
        }
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
        const [fromX, fromY] = this.viewport.toPlace(0, 0);
        const [toX, toY] = this.viewport.toPlace(this.mat.clientWidth, this.mat.clientHeight);
        const [left, top] = [Math.max(0, Math.floor(fromX)), Math.max(0, Math.floor(fromY))];
        const [right, bottom] = [Math.min(this.shown[6], Math.ceil(toX)), Math.min(this.shown[7], Math.ceil(toY))];
        const [x0, y0] = this.viewport.toScreen(left, top);
        const [x1, y1] = this.viewport.toScreen(right, bottom);
        for (let i = 0; i <= right - left; i++) {
            const x = Math.round(x0 + i * scale) + 0.5;
            c.moveTo(x, y0);
            c.lineTo(x, y1);
        }
        for (let i = 0; i <= bottom - top; i++) {
            const y = Math.round(y0 + i * scale) + 0.5;
            c.moveTo(x0, y);
            c.lineTo(x1, y);
        }
        c.stroke();
    }

    // —— what tools draw with ——
    /** A closed line through places of the picture as it reached a step. */
    line(c, places, at) {
        c.beginPath();
        places.forEach((place, i) => (i ? c.lineTo(...this.toScreen(place, at)) : c.moveTo(...this.toScreen(place, at))));
        c.closePath();
        twoTone(c);
    }

    ring(c, place, at, radius) {
        const [x, y] = this.toScreen(place, at);
        c.beginPath();
        c.arc(x, y, radius, 0, 7);
        twoTone(c);
    }

    /** A stroke of the hand, in the colour of what it does and as wide as it counts. */
    stroke(c, stroke, at) {
        const radius = (stroke.size * Math.max(this.inputs[at][6], this.inputs[at][7]) * this.#inputScale(at)) / 2;
        c.fillStyle = stroke.shows ? 'rgba(74,122,97,0.55)' : 'rgba(166,61,87,0.55)';
        c.beginPath();
        brushed(c, stroke.samples.map(([, x, y, pressure]) => [...this.toScreen([x, y], at), Math.max(1, radius * (stroke.pressed ? widthUnder(pressure) : 1))]));
        c.fill();
    }

    /** Screen px for one px of the picture as it reached a step. */
    #inputScale(at) {
        return (this.viewport.scale * this.#stretch(this.shown)) / this.#stretch(this.inputs[at]);
    }

    /** px of a picture for one px of the source, in the middle of it. */
    #stretch(m) {
        const [u, v] = through(inverse(m), m[6] / 2, m[7] / 2);
        const [x, y] = through(m, u + 0.5, v);

        return 2 * Math.hypot(x - m[6] / 2, y - m[7] / 2);
    }

    // —— zoom and pan ——
    /** About the pointer, or the middle of what is seen. */
    zoomBy(factor, event = null) {
        if (!this.after) {
            return;
        }
        this.viewport.zoomAt(factor, ...(event === null ? this.#middle : this.point(event)));
        this.#keepLooking();
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
                this.zoomBy(event.deltaY < 0 ? 1.2 : 1 / 1.2, event);
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
        const step = event.button === 1 || this.space ? null : this.#step;
        const tool = step ? this.tools[step.step] ?? null : null;
        const holds = tool !== null && tool.press(step, event, this.placeOf(event, step.at));
        this.drag = { x: event.clientX, y: event.clientY, lastX: event.clientX, lastY: event.clientY, moved: false, step, tool, holds };
    }

    #move(event) {
        const { drag } = this;
        if (!drag) {
            this.#hover(event);

            return;
        }
        drag.moved ||= Math.hypot(event.clientX - drag.x, event.clientY - drag.y) > STILL;
        if (drag.holds) {
            drag.tool.drag(drag.step, event, this.placeOf(event, drag.step.at));
        } else if (drag.moved || !drag.tool) {
            this.viewport.pan(event.clientX - drag.lastX, event.clientY - drag.lastY);
            [drag.lastX, drag.lastY] = [event.clientX, event.clientY];
            this.#keepLooking();
        }
    }

    #takenAway() {
        const { drag } = this;
        this.drag = null;
        if (drag?.holds) {
            drag.tool.leave(drag.step);
        }
        if (drag) {
            this.draw();
        }
    }

    #up(event) {
        const { drag } = this;
        this.drag = null;
        if (drag?.holds) {
            drag.tool.drop(drag.step, event, drag.moved);
        } else if (drag?.tool && !drag.moved) {
            drag.tool.click(drag.step, event, this.placeOf(event, drag.step.at));
        }
    }

    #hover(event) {
        if (!this.after) {
            return;
        }
        const step = this.#step;
        const tool = step ? this.tools[step.step] : null;
        this.canvas.style.cursor = tool?.cursor(step, event) || (this.zoom > 1 ? 'grab' : 'default');
    }
}

/** A line that shows on light and on dark. */
function twoTone(c) {
    c.lineWidth = 3;
    c.strokeStyle = 'rgba(0,0,0,0.65)';
    c.stroke();
    c.lineWidth = 1.5;
    c.strokeStyle = '#f6e6b0';
    c.stroke();
}
