/**
 * Makes a queue: each job begins when the one before has ended, well or not. Of two changes under way at once the earlier
 * could be the last to answer, and what it tells would stand over the newer one.
 *
 * @returns {<T>(job: () => Promise<T>|T) => Promise<T>}
 */
export function queue() {
    /** @type {Promise<any>} */
    let last = Promise.resolve();

    return (job) => {
        const answer = last.then(job);
        last = answer.catch(() => {});

        return answer;
    };
}
