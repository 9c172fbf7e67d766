import { Plain } from './plain';

/**
 * Runs one job at a time. While one runs, only the newest of those that wait is kept, so
 * answers never arrive out of order and the last value is always what stands at the end.
 */
export class Latest extends Plain {
    #running = false;
    #next = null;
    #done = null;

    run(job) {
        this.#next = job;
        if (!this.#running) {
            this.#drain();
        }
    }

    /** Resolves once nothing runs or waits. */
    async idle() {
        while (this.#running) {
            await this.#done;
        }
    }

    async #drain() {
        this.#running = true;
        let finished;
        this.#done = new Promise((resolve) => { finished = resolve; });
        while (this.#next) {
            const job = this.#next;
            this.#next = null;
            try {
                await job();
            } catch (error) {
                console.error(error);
            }
        }
        this.#running = false;
        finished();
    }
}

/** Calls only once things have been quiet for a while. */
export function quietly(ms, job) {
    let timer;

    return () => {
        clearTimeout(timer);
        timer = setTimeout(job, ms);
    };
}
