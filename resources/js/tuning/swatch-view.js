import { enlargedAbout } from '../lib/canvas';
import { catchPan } from '../lib/pan';
import { catchPen } from '../lib/pen';
import { NonReactive } from '../lib/non-reactive';

const MOST_ZOOM = 8;

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
        this.scale = 1;
        this.x = 0;
        this.y = 0;
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
        const box = this.mat.getBoundingClientRect();

        return [(clientX - box.left - this.x) / this.scale, (clientY - box.top - this.y) / this.scale];
    }

    zoomBy(factor, clientX, clientY) {
        const box = this.mat.getBoundingClientRect();
        const [px, py] = [(clientX ?? box.left + box.width / 2) - box.left, (clientY ?? box.top + box.height / 2) - box.top];
        Object.assign(this, enlargedAbout(this, factor, px, py, 1, MOST_ZOOM));
        this.place();
    }

    trueSize() {
        [this.scale, this.x, this.y] = [1, 0, 0];
        this.place();
    }

    pan(dx, dy) {
        this.x += dx;
        this.y += dy;
        this.place();
    }

    /** The swatch never leaves its frame. */
    place() {
        const { clientWidth: width, clientHeight: height } = this.mat;
        this.x = Math.min(0, Math.max(width - width * this.scale, this.x));
        this.y = Math.min(0, Math.max(height - height * this.scale, this.y));
        this.board.style.transform = `translate(${this.x}px, ${this.y}px) scale(${this.scale})`;
        this.board.style.imageRendering = this.scale >= 3 ? 'pixelated' : 'auto';
        this.onZoom(this.scale);
    }

    #listen() {
        this.mat.addEventListener('wheel', (event) => {
            if (event.ctrlKey || event.metaKey) {
                event.preventDefault();
                this.zoomBy(event.deltaY < 0 ? 1.25 : 0.8, event.clientX, event.clientY);
            } else if (this.scale > 1) {
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
