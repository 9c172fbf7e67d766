/** A browser's store, as far as the scripts use one. */
export class Store {
    #held = new Map();

    /** @param {number} room  characters of one value that it takes */
    constructor(room = Infinity) {
        this.room = room;
    }

    getItem(key) {
        return this.#held.get(key) ?? null;
    }

    setItem(key, value) {
        if (value.length > this.room) {
            throw new Error('The store is full.');
        }
        this.#held.set(key, value);
    }

    removeItem(key) {
        this.#held.delete(key);
    }
}
