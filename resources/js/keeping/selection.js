/**
 * Which of a list are chosen: one by one, as a range from where choosing began, or all. What is chosen stays chosen while another
 * part of the list is looked at.
 */
export class Selection {
    /** @type {Set<number>} */
    #ids = new Set();
    /** @type {number|null} id at which a range begins */
    #anchor = null;

    get size() {
        return this.#ids.size;
    }

    /** @returns {number[]} */
    all() {
        return [...this.#ids];
    }

    /** @param {number} id */
    has(id) {
        return this.#ids.has(id);
    }

    /** @param {number} id */
    toggle(id) {
        if (!this.#ids.delete(id)) {
            this.#ids.add(id);
        }
        this.#anchor = id;
    }

    /**
     * From where choosing began to here, in the order of the list.
     *
     * @param {number} id
     * @param {number[]} list
     */
    extend(id, list) {
        const from = this.#anchor === null ? -1 : list.indexOf(this.#anchor);
        const to = list.indexOf(id);
        if (from < 0) {
            this.#ids.add(id);
            this.#anchor = id;

            return;
        }
        list.slice(Math.min(from, to), Math.max(from, to) + 1).forEach((one) => this.#ids.add(one));
    }

    /** @param {Iterable<number>} ids */
    add(ids) {
        for (const id of ids) {
            this.#ids.add(id);
        }
    }

    clear() {
        this.#ids.clear();
        this.#anchor = null;
    }
}
