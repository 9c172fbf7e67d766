import { Away, callForPixels } from './call';
import { uuid } from './data';
import { LiveStrokeSender } from './live-stroke-sender';
import { NonReactive } from './non-reactive';
import { Outbox } from './outbox';

const RETRY = 2000;
/** Times that a stroke is sent to a server that fails over it, before the next one has its turn. */
const TRIES = 3;
/** Answers that say nothing of the stroke: the server is busy, its disk is full, or too old a page asked. */
const NOT_NOW = [408, 419, 423, 425, 429, 503, 507];

/**
 * Sends strokes to the engine: pieces while the pen moves, the whole trace when it lifts.
 *
 * Strokes follow one another. One that the pen has drawn waits in the browser's own store, through reloads too, until the sheet has it.
 * Where the server is away, or fails, it is sent again; one that is refused is kept until the painter offers it again or lets it go.
 */
export class Strokes extends NonReactive {
    /**
     * @param {string} sheet  URL of the sheet
     * @param {(patches: object[]) => void} show
     * @param {(words: object) => void} done  after a stroke is laid into the sheet
     * @param {(message: string) => void} say
     * @param {(names: string[]) => void} wait  what the stroke will still change when the pen lifts
     * @param {(part: number) => void} followed  how far the ink has come of a pen that has lifted, 0–1
     */
    constructor(sheet, show, done, say, wait, followed) {
        super();
        this.followed = followed;
        this.sheet = sheet;
        this.show = show;
        this.done = done;
        this.say = say;
        this.wait = wait;
        this.outbox = new Outbox(sheet);
        this.waiting = [];
        this.refused = [];
        /** @type {Map<string, LiveStrokeSender>} those that this page has painted live, by their UUIDs */
        this.live = new Map();
        window.addEventListener('strokes-offer', () => this.offer());
        window.addEventListener('strokes-let-go', () => this.letGo());
        this.tail = this.#takeUp();
    }

    /** What a page before this one has left. */
    async #takeUp() {
        for (const key of [`waiting:${this.sheet}`, `refused:${this.sheet}`]) {
            // Earlier versions kept them elsewhere.
            for (const order of JSON.parse(localStorage.getItem(key) || '[]')) {
                await this.outbox.put(order, key.startsWith('refused'));
            }
            localStorage.removeItem(key);
        }
        for (const { order, isRefused } of await this.outbox.entries()) {
            (isRefused ? this.refused : this.waiting).push(order);
        }
        this.#announce();
        await this.#sendWaiting();
    }

    /** @param {object} order  brush, size, opacity, inks, roll, realPressure */
    begin(order, first) {
        const stroke = new LiveStrokeSender(`${this.sheet}/pen/pieces`, { ...order, stroke: uuid() }, {}, first, { show: this.show, told: (words) => this.wait(words.provisional), say: this.say, followed: this.followed });
        this.current = stroke;
        this.live.set(stroke.order.stroke, stroke);
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
        const order = { ...stroke.order, samples: stroke.samples };
        this.waiting.push(order);
        this.outbox.put(order).then(() => {
            if (!this.outbox.lasts) {
                this.say('This browser keeps nothing: strokes that the server has not taken yet wait in this page only. Keep it open.');
            }
        });
        stroke.end([]);

        return this.tail;
    }

    /**
     * Calls off the stroke whose ink still follows the pen. Resolves when no more of it comes; null where there is none.
     *
     * @returns {Promise<void>|null}
     */
    callOff() {
        const order = this.waiting.find(({ stroke }) => this.live.get(stroke)?.follows);
        if (order === undefined) {
            return null;
        }
        this.live.get(order.stroke).lost = true;
        this.live.delete(order.stroke);
        this.waiting.splice(this.waiting.indexOf(order), 1);
        this.outbox.remove(order.stroke);

        return this.tail;
    }

    /** Sends what was refused once more. */
    offer() {
        for (const order of this.refused.splice(0)) {
            this.waiting.push(order);
            this.outbox.put(order);
        }
        this.tail = this.tail.then(() => this.#sendWaiting());
    }

    /** Forgets what was refused. */
    letGo() {
        this.refused.splice(0).forEach((order) => this.outbox.remove(order.stroke));
        this.#announce();
    }

    async #sendWaiting() {
        let tries = 0;
        while (this.waiting.length) {
            const order = this.waiting[0];
            try {
                const { words, patches } = await callForPixels(`${this.sheet}/pen/strokes?stroke=${order.stroke}`, { json: this.#withSeen(order) });
                this.waiting.shift();
                this.live.delete(order.stroke);
                this.outbox.remove(order.stroke);
                this.wait([]);
                this.show(patches);
                this.done(words);
                tries = 0;
            } catch (error) {
                tries++;
                const isNotNow = error instanceof Away || NOT_NOW.includes(error.status) || (error.status >= 500 && tries < TRIES);
                this.#announce();
                if (isNotNow) {
                    if (!(error instanceof Away)) {
                        this.say(`${error.message} The stroke waits here and is sent again.`);
                    }
                    await new Promise((resume) => { setTimeout(resume, RETRY); });
                    continue;
                }
                tries = 0;
                this.waiting.shift();
                this.live.delete(order.stroke);
                this.refused.push(order);
                this.outbox.put(order, true);
                this.wait([]);
                this.say(`This stroke was not laid down: ${error.message} It is kept in this browser.`);
            }
        }
        this.#announce();
    }

    /** A stroke whose pieces are all on the sheet need not be sent back. */
    #withSeen(order) {
        const seen = this.live.get(order.stroke)?.seen ?? null;

        return seen === null ? order : { ...order, seen };
    }

    #announce() {
        window.dispatchEvent(new CustomEvent('strokes-waiting', { detail: this.waiting.length }));
        window.dispatchEvent(new CustomEvent('strokes-refused', { detail: this.refused.length }));
    }
}
