import { catchPan } from '../lib/pan';
import { catchPen } from '../lib/pen';
import { NonReactive } from '../lib/non-reactive';
import { Viewport, placeIn } from '../lib/viewport';

/** True size, and nearest. */
const SCALES = { least: 1, most: 8 };

/**
 * The swatch on screen: true size or up to eight times as large, moved about, pointed at, and
 * painted on. It only shows what the engine answers.
 */
export class SwatchView extends NonReactive {
    /**
     * @param {object} of
     * @param {HTMLElement} of.mat  what it fills
     * @param {HTMLElement} of.board  holds the canvases, and is enlarged
     * @param {() => boolean} of.isPicking  whether a press takes up a colour instead of painting
     * @param {{ begin: Function, move: Function, end: Function }} of.pen
     * @param {(place: [number, number] | null) => void} of.pointAt
     * @param {(place: [number, number]) => void} of.pick
     * @param {(scale: number) => void} of.onZoom
     */
    constructor(of) {
        super();
        Object.assign(this, of);
        this.viewport = new Viewport(0, 0, SCALES);
        this.panning = false;
        catchPen(this.mat, {
            toPlace: (x, y) => this.toPlace(x, y),
            mayBegin: (event) => {
                if (this.isPicking()) {
                    this.pick(this.toPlace(event.clientX, event.clientY));

                    return false;
                }

                return !this.panning && !event.target.closest('button, input, label');
            },
            begin: (sample, isPen) => this.pen.begin(sample, isPen),
            move: (samples) => this.pen.move(samples),
            end: (samples) => this.pen.end(samples),
        });
        this.#listen();
    }

    toPlace(clientX, clientY) {
        return this.viewport.toPlace(...placeIn(this.mat, clientX, clientY));
    }

    zoomBy(factor, clientX, clientY) {
        this.viewport.zoomAt(factor, ...placeIn(this.mat, clientX, clientY));
        this.place();
    }

    trueSize() {
        this.viewport.lay(1, [0, 0], [0, 0]);
        this.place();
    }

    pan(dx, dy) {
        this.viewport.pan(dx, dy);
        this.place();
    }

    /** The swatch never leaves its frame. */
    place() {
        this.viewport.cover(this.mat.clientWidth, this.mat.clientHeight);
        const { x, y, scale } = this.viewport;
        this.board.style.transform = `translate(${x}px, ${y}px) scale(${scale})`;
        this.board.style.imageRendering = scale >= 3 ? 'pixelated' : 'auto';
        this.onZoom(scale);
    }

    #listen() {
        this.mat.addEventListener('wheel', (event) => {
            if (event.ctrlKey || event.metaKey) {
                event.preventDefault();
                this.zoomBy(event.deltaY < 0 ? 1.25 : 0.8, event.clientX, event.clientY);
            } else if (this.viewport.scale > 1) {
                event.preventDefault();
                this.pan(-event.deltaX, -event.deltaY);
            }
        }, { passive: false });
        catchPan(this.mat, {
            isHeld: () => this.panning,
            pan: (dx, dy) => this.pan(dx, dy),
            point: (event) => event.buttons === 0 && this.pointAt(this.toPlace(event.clientX, event.clientY)),
        });
        this.mat.addEventListener('pointerleave', () => this.pointAt(null));
    }
}
