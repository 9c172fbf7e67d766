import { NonReactive } from './non-reactive';

/** ms from resting to full pressure, and back. */
const RISES = 350;

/** Pressure for who has no pen: a key held presses harder, let go it rests again. */
export class KeyPressure extends NonReactive {
    /** @param {number} rest  pressure while the key is up, 0–1 */
    constructor(rest) {
        super();
        this.rest = rest;
        this.from = rest;
        this.to = rest;
        this.since = -Infinity;
    }

    /**
     * @param {number} time  ms
     * @returns {number} 0–1
     */
    at(time) {
        const part = Math.min(1, Math.max(0, (time - this.since) / RISES));

        return this.from + (this.to - this.from) * part;
    }

    /** @param {number} time  ms at which the key went down; while it is down already nothing happens */
    down(time) {
        this.#turn(1, time);
    }

    /** @param {number} time  ms at which it was let go */
    up(time) {
        this.#turn(this.rest, time);
    }

    /**
     * @param {number} to
     * @param {number} time
     */
    #turn(to, time) {
        if (this.to !== to) {
            this.from = this.at(time);
            this.to = to;
            this.since = time;
        }
    }
}
