import { callForPixels } from './call';
import { anyRoll } from './data';
import { catchPen } from './pen';
import { Strokes } from './strokes';
import { Plain } from './plain';

/**
 * A sheet on screen: its pixels, its view, and the pen on it. It only shows what the
 * engine answers.
 */
export class SheetView extends Plain {
    /**
     * @param {object} options  url, canvas, mat (the element around it), order() for the brush in hand,
     *                          onPen(isPen), onHistory(words), say(message), onWait(names) if it wants to know
     */
    constructor(options) {
        super();
        Object.assign(this, options);
        this.context = this.canvas.getContext('2d');
        this.scale = 1;
        this.x = 0;
        this.y = 0;
        this.strokes = new Strokes(this.url, (patches) => this.show(patches), (words) => this.onHistory(words), this.say, (names) => this.onWait?.(names));
        this.fit();
        catchPen(this.canvas, {
            toPlace: (x, y) => this.toPlace(x, y),
            mayBegin: () => !this.panning && this.order() !== null,
            begin: (sample, isPen) => {
                this.onPen(isPen);
                this.strokes.begin({ ...this.order(), roll: anyRoll(), realPressure: isPen }, sample);
            },
            move: (samples) => this.strokes.move(samples),
            end: (samples) => this.strokes.end(samples),
        });
        this.#catchView();
        this.load();
    }

    async load() {
        try {
            const { words, patches } = await callForPixels(`${this.url}/pixels`, { method: 'GET' });
            this.show(patches);
            this.onHistory(words);
            this.canvas.dataset.loaded = 'yes';
        } catch (error) {
            this.say(error.message);
        }
    }

    show(patches) {
        for (const { x, y, image } of patches) {
            this.context.putImageData(image, x, y);
        }
        if (patches.length) {
            this.canvas.dataset.shown = String(Number(this.canvas.dataset.shown || 0) + 1);
            this.canvas.dispatchEvent(new CustomEvent('paint-shown', { bubbles: true }));
        }
    }

    /** Undo and redo come after every stroke that is on its way. */
    async history(way) {
        await this.strokes.tail;
        try {
            const { words, patches } = await callForPixels(`${this.url}/${way}`);
            this.show(patches);
            this.onHistory(words);
        } catch (error) {
            this.say(error.message);
        }
    }

    toPlace(clientX, clientY) {
        const box = this.canvas.getBoundingClientRect();

        return [((clientX - box.left) * this.canvas.width) / box.width, ((clientY - box.top) * this.canvas.height) / box.height];
    }

    fit() {
        const { clientWidth: width, clientHeight: height } = this.mat;
        const room = { left: 24, top: 20, right: 24, bottom: 24, ...this.room };
        this.scale = Math.min(1, (width - room.left - room.right) / this.canvas.width, (height - room.top - room.bottom) / this.canvas.height);
        this.x = room.left + (width - room.left - room.right - this.canvas.width * this.scale) / 2;
        this.y = room.top + (height - room.top - room.bottom - this.canvas.height * this.scale) / 2;
        this.place();
    }

    zoomAt(factor, clientX, clientY) {
        const box = this.mat.getBoundingClientRect();
        const px = (clientX ?? box.left + box.width / 2) - box.left;
        const py = (clientY ?? box.top + box.height / 2) - box.top;
        const scale = Math.min(8, Math.max(0.05, this.scale * factor));
        this.x = px - ((px - this.x) * scale) / this.scale;
        this.y = py - ((py - this.y) * scale) / this.scale;
        this.scale = scale;
        this.place();
    }

    pan(dx, dy) {
        this.x += dx;
        this.y += dy;
        this.place();
    }

    place() {
        const style = this.canvas.style;
        style.left = `${this.x}px`;
        style.top = `${this.y}px`;
        style.width = `${this.canvas.width * this.scale}px`;
        style.height = `${this.canvas.height * this.scale}px`;
        style.imageRendering = this.scale >= 3 ? 'pixelated' : 'auto';
        this.onView?.(this.scale);
    }

    #catchView() {
        this.mat.addEventListener('wheel', (event) => {
            event.preventDefault();
            if (event.ctrlKey || event.metaKey) {
                this.zoomAt(event.deltaY < 0 ? 1.15 : 1 / 1.15, event.clientX, event.clientY);
            } else {
                this.pan(-event.deltaX, -event.deltaY);
            }
        }, { passive: false });
        // Space, or the middle button, takes hold of the sheet itself.
        let from = null;
        this.mat.addEventListener('pointerdown', (event) => {
            if (this.panning || event.button === 1) {
                from = [event.clientX, event.clientY];
                this.mat.setPointerCapture(event.pointerId);
                event.preventDefault();
            }
        });
        this.mat.addEventListener('pointermove', (event) => {
            if (from) {
                this.pan(event.clientX - from[0], event.clientY - from[1]);
                from = [event.clientX, event.clientY];
            }
        });
        this.mat.addEventListener('pointerup', () => { from = null; });
    }
}
