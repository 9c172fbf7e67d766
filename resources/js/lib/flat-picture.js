import { NonReactive } from './non-reactive';

/** px that are drawn at a time. */
const AT_ONCE = 100000;

/** ms in which nothing is changed about the layers, before they are drawn as one. */
const REST = 250;

/** ms that must be left of what a page has to spare, for some rows more. */
const SPARE = 4;

/** ms after which some rows are drawn even while the page has nothing to spare: a drag over many layers needs this most. */
const PATIENCE = 100;

/** Not every browser tells when it is idle; one that does not does some rows with each frame. */
const whenIdle = (/** @type {(deadline: { timeRemaining: () => number }) => void} */ act) => (typeof requestIdleCallback === 'function'
    ? requestIdleCallback(act, { timeout: PATIENCE })
    : requestAnimationFrame(() => act({ timeRemaining: () => 0 })));
const callOff = (/** @type {number} */ handle) => (typeof requestIdleCallback === 'function' ? cancelIdleCallback(handle) : cancelAnimationFrame(handle));

/**
 * All layers of a sheet as one canvas, drawn while the page has nothing else to do. With it a browser composites one picture where it
 * had to composite all of them at each frame: paint follows the pen with many layers as it does with one.
 */
export class FlatPicture extends NonReactive {
    /**
     * @param {number} width  px of the sheet
     * @param {number} height
     * @param {{ isWorthIt: () => boolean, draw: (context: CanvasRenderingContext2D, x: number, y: number, width: number, height: number) => void, change: () => void }} layers
     *        `draw` draws a rectangle of all of them, paper and all; `change` is told when this is to be seen, and when no more
     */
    constructor(width, height, layers) {
        super();
        this.layers = layers;
        this.width = width;
        this.height = height;
        /** @type {CanvasRenderingContext2D|null} */
        this.context = null;
        /** Rows that are drawn. */
        this.rows = 0;
        this.timer = 0;
        this.idle = 0;
    }

    get canvas() {
        return this.context?.canvas ?? null;
    }

    get isWhole() {
        return this.context !== null && this.rows >= this.height;
    }

    /** What is seen of the layers is about to change: they are seen themselves, until that has come to rest. */
    restart() {
        const was = this.isWhole;
        this.rows = 0;
        window.clearTimeout(this.timer);
        callOff(this.idle);
        this.timer = window.setTimeout(() => this.#begin(), REST);
        if (was) {
            this.layers.change();
        }
    }

    /**
     * Pixels of a layer changed there.
     *
     * @param {number} x
     * @param {number} y
     * @param {number} width
     * @param {number} height
     */
    follow(x, y, width, height) {
        if (this.context && y < this.rows) {
            this.layers.draw(this.context, x, y, width, Math.min(height, this.rows - y));
        }
    }

    #begin() {
        if (!this.layers.isWorthIt()) {
            this.context = null;

            return;
        }
        if (!this.context) {
            const canvas = document.createElement('canvas');
            canvas.width = this.width;
            canvas.height = this.height;
            canvas.className = 'layer';
            canvas.dataset.flat = '';
            // Paper lies under all of it: a picture without alpha hides what is beneath, and costs less.
            this.context = canvas.getContext('2d', { alpha: false });
        }
        this.#goOn();
    }

    #goOn() {
        this.idle = whenIdle((deadline) => {
            do {
                const rows = Math.min(Math.ceil(AT_ONCE / this.width), this.height - this.rows);
                this.layers.draw(/** @type {CanvasRenderingContext2D} */ (this.context), 0, this.rows, this.width, rows);
                this.rows += rows;
            } while (this.rows < this.height && deadline.timeRemaining() > SPARE);
            if (this.rows < this.height) {
                this.#goOn();
            } else {
                this.layers.change();
            }
        });
    }
}
