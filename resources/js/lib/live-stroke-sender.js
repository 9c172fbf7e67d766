import { callForPixels, Refused } from './call';
import { NonReactive } from './non-reactive';

/** Samples of a piece, at most: most of a second of a hand. What a large brush cannot keep up with is shown as it comes. */
const MOST = 100;

/** One stroke on its way: what is new of it goes to the engine in pieces while the pen moves. */
export class LiveStrokeSender extends NonReactive {
    /**
     * @param {string} url  that takes pieces; all of one stroke must come to the same worker, so each names the stroke there too
     * @param {{ stroke: string } & Record<string, unknown>} order  what is sent with every piece; its stroke is a UUID
     * @param {object} once  what is sent with a piece that begins anew
     * @param {number[]} first  sample
     * @param {{ show: (patches: import('./call').Patch[]) => void, told: (words: import('./call').Answer) => void, say: (message: string) => void, followed?: (part: number) => void }} to
     */
    constructor(url, order, once, first, to) {
        super();
        this.url = url;
        this.order = order;
        this.once = once;
        this.to = to;
        this.samples = [first];
        this.sent = 0;
        /** @type {unknown} */
        this.state = null;
        this.ended = false;
        this.lost = false;
        /** @type {string[]} what the end of the stroke will still change */
        this.provisional = [];
        /** @type {(() => void)|null} */
        this.wake = null;
    }

    /** @param {number[][]} samples */
    move(samples) {
        this.samples.push(...samples);
        this.wake?.();
    }

    /** @param {number[][]} samples */
    end(samples) {
        this.samples.push(...samples);
        this.ended = true;
        this.wake?.();
    }

    /** The last piece whose pixels are shown; null where some are missing. */
    get seen() {
        return this.lost ? null : (/** @type {{ piece?: number }|null} */ (this.state)?.piece ?? null);
    }

    /** Whether the pen has lifted and its ink still follows: the rest comes in pieces too, where they need not be painted again at the end. */
    get follows() {
        return this.ended && !this.lost && this.state !== null && this.provisional.length === 0 && this.samples.length - this.sent > MOST;
    }

    /** Sends pieces until the pen lifts, and until the ink has caught up with it. */
    async paint() {
        while (!this.ended || this.follows) {
            if (!this.ended && (this.lost || this.sent === this.samples.length)) {
                await /** @type {Promise<void>} */ (new Promise((wake) => { this.wake = wake; }));
                this.wake = null;
                continue;
            }
            await this.#piece();
            if (this.ended) {
                this.to.followed?.(this.follows ? this.sent / this.samples.length : 1);
            }
        }
    }

    async #piece() {
        const until = Math.min(this.samples.length, this.sent + MOST);
        const samples = this.samples.slice(this.state ? this.sent : 0, until);
        try {
            const { words, patches } = await callForPixels(`${this.url}?stroke=${this.order.stroke}`, { json: { ...this.order, samples, ...(this.state ? { state: this.state } : this.once) } });
            if (words.again) {
                this.state = null;

                return;
            }
            this.state = words.state;
            this.sent = until;
            this.provisional = words.provisional ?? [];
            this.to.told(words);
            this.to.show(patches);
        } catch (error) {
            // The stroke is not lost: the whole trace is sent when the pen lifts.
            this.lost = true;
            if (error instanceof Refused) {
                this.to.say(error.message);
            }
        }
    }
}
