import { NonReactive } from './non-reactive';

/**
 * Runs one job at a time, or a few. While they run, only the newest of those that wait is kept, so
 * the last value is always what stands at the end.
 *
 * A job is given a function that says whether its answer still counts: with several under way, one
 * may be overtaken by a newer one. Another one says whether none waits that is newer.
 *
 * @typedef {(counts: () => boolean, isLast: () => boolean) => unknown} Job
 */
export class LatestWins extends NonReactive {
    #width;
    #running = 0;
    #begun = 0;
    #shown = 0;
    /** @type {Job|null} */
    #next = null;
    /** @type {(() => void)[]} */
    #waiting = [];

    constructor(width = 1) {
        super();
        this.#width = width;
    }

    /** @param {Job} job */
    run(job) {
        this.#next = job;
        if (this.#running < this.#width) {
            this.#drain();
        }
    }

    /**
     * Resolves once nothing runs or waits.
     *
     * @returns {Promise<void>}
     */
    idle() {
        return this.#running === 0 ? Promise.resolve() : new Promise((resolve) => { this.#waiting.push(resolve); });
    }

    async #drain() {
        this.#running++;
        while (this.#next) {
            const job = this.#next;
            this.#next = null;
            this.#begun++;
            const number = this.#begun;
            try {
                await job(() => this.#counts(number), () => this.#next === null);
            } catch (error) {
                console.error(error);
            }
        }
        this.#running--;
        if (this.#running === 0) {
            this.#waiting.splice(0).forEach((resolve) => resolve());
        }
    }

    /** @param {number} number */
    #counts(number) {
        if (number < this.#shown) {
            return false;
        }
        this.#shown = number;

        return true;
    }
}

/**
 * Calls only once things have been quiet for a while.
 *
 * @param {number} ms
 * @param {() => void} job
 */
export function debounce(ms, job) {
    /** @type {ReturnType<typeof setTimeout>|undefined} */
    let timer;

    return () => {
        clearTimeout(timer);
        timer = setTimeout(job, ms);
    };
}
