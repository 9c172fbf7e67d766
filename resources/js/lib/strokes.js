import { Away, callForPixels } from './call';
import { uuid } from './data';
import { LiveStrokeSender } from './live-stroke-sender';
import { NonReactive } from './non-reactive';

const RETRY = 2000;

/**
 * Sends strokes to the engine: pieces while the pen moves, the whole trace when it lifts.
 *
 * Strokes follow one another. One whose server is away waits in the browser's own store,
 * through reloads too, and is sent when the server is back. One that the server refuses, for whatever reason, is kept there
 * too, until the painter offers it again or lets it go.
 */
export class Strokes extends NonReactive {
    /**
     * @param {string} sheet  URL of the sheet
     * @param {(patches: object[]) => void} show
     * @param {(words: object) => void} done  after a stroke is laid into the sheet
     * @param {(message: string) => void} say
     * @param {(names: string[]) => void} wait  what the stroke will still change when the pen lifts
     */
    constructor(sheet, show, done, say, wait) {
        super();
        this.sheet = sheet;
        this.show = show;
        this.done = done;
        this.say = say;
        this.wait = wait;
        this.key = `waiting:${sheet}`;
        this.refusedKey = `refused:${sheet}`;
        this.waiting = JSON.parse(localStorage.getItem(this.key) || '[]');
        this.refused = JSON.parse(localStorage.getItem(this.refusedKey) || '[]');
        this.tail = Promise.resolve();
        window.addEventListener('strokes-offer', () => this.offer());
        window.addEventListener('strokes-let-go', () => this.letGo());
        this.#announce();
        if (this.waiting.length) {
            this.tail = this.#sendWaiting();
        }
    }

    /** @param {object} order  brush, size, opacity, inks, roll, realPressure */
    begin(order, first) {
        const stroke = new LiveStrokeSender(`${this.sheet}/pen/pieces`, { ...order, stroke: uuid() }, {}, first, { show: this.show, told: (words) => this.wait(words.provisional), say: this.say });
        this.current = stroke;
        // Its pieces are laid over the sheet, so the stroke before must have reached it.
        this.tail = this.tail.then(() => stroke.paint()).then(() => this.#sendWaiting());
    }

    /** Whether the pen is down, or something it drew is on its way. */
    get isPainting() {
        return this.waiting.length > 0 || (this.current !== undefined && !this.current.ended);
    }

    move(samples) {
        this.current.move(samples);
    }

    end(samples) {
        const stroke = this.current;
        stroke.samples.push(...samples);
        // From here on the trace is safe: it waits in the store until the sheet has it.
        this.waiting.push({ ...stroke.order, samples: stroke.samples });
        this.#store();
        stroke.end([]);

        return this.tail;
    }

    /** Sends what was refused once more. */
    offer() {
        this.waiting.push(...this.refused.splice(0));
        this.#store();
        this.tail = this.tail.then(() => this.#sendWaiting());
    }

    /** Forgets what was refused. */
    letGo() {
        this.refused = [];
        this.#store();
        this.#announce();
    }

    async #sendWaiting() {
        while (this.waiting.length) {
            try {
                const { words, patches } = await callForPixels(`${this.sheet}/pen/strokes?stroke=${this.waiting[0].stroke}`, { json: this.waiting[0] });
                this.#settled();
                this.wait([]);
                this.show(patches);
                this.done(words);
            } catch (error) {
                if (!(error instanceof Away)) {
                    this.refused.push(this.waiting[0]);
                    this.#settled();
                    this.wait([]);
                    this.say(`This stroke was not laid down: ${error.message} It is kept in this browser.`);
                    continue;
                }
                this.#announce();
                await new Promise((resume) => setTimeout(resume, RETRY));
            }
        }
        this.#announce();
    }

    #settled() {
        this.waiting.shift();
        this.#store();
    }

    #store() {
        try {
            localStorage.setItem(this.key, JSON.stringify(this.waiting));
            localStorage.setItem(this.refusedKey, JSON.stringify(this.refused));
        } catch {
            this.say('The browser’s store is full: strokes wait in this page only. Keep it open.');
        }
    }

    #announce() {
        window.dispatchEvent(new CustomEvent('strokes-waiting', { detail: this.waiting.length }));
        window.dispatchEvent(new CustomEvent('strokes-refused', { detail: this.refused.length }));
    }
}
