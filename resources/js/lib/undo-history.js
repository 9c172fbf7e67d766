import { NonReactive } from './non-reactive';

const MOST = 200;

/**
 * Undo and redo of a state that can be written as JSON; it survives a reload of the page.
 *
 * @template T
 */
export class UndoHistory extends NonReactive {
    /**
     * @param {string} key
     * @param {T} state
     */
    constructor(key, state) {
        super();
        this.key = `past:${key}`;
        const now = JSON.stringify(state);
        const stored = JSON.parse(sessionStorage.getItem(this.key) || 'null');
        // What was stored belongs to another state when the thing was changed elsewhere.
        const fits = Boolean( stored && stored.states[stored.at] === now);
        /** @type {string[]} */
        this.states = fits ? stored.states : [now];
        /** @type {number} */
        this.at = fits ? stored.at : 0;
    }

    /**
     * Notes a state; the same one twice counts once.
     *
     * @param {T} state
     */
    note(state) {
        const now = JSON.stringify(state);
        if (now === this.states[this.at]) {
            return;
        }
        this.states = [...this.states.slice(0, this.at + 1), now].slice(-MOST);
        this.at = this.states.length - 1;
        this.#store();
    }

    get canUndo() {
        return this.at > 0;
    }

    get canRedo() {
        return this.at < this.states.length - 1;
    }

    undo() {
        return this.#go(-1);
    }

    redo() {
        return this.#go(1);
    }

    /**
     * @param {number} by
     * @returns {T|null} null at the end of the way
     */
    #go(by) {
        const to = this.at + by;
        if (to < 0 || to >= this.states.length) {
            return null;
        }
        this.at = to;
        this.#store();

        return JSON.parse(this.states[to]);
    }

    #store() {
        try {
            sessionStorage.setItem(this.key, JSON.stringify({ states: this.states, at: this.at }));
        } catch {
            // A full store costs the way back after a reload, nothing else.
            this.states = this.states.slice(-20);
            this.at = Math.min(this.at, this.states.length - 1);
        }
    }
}
