const INKS = 'inks-in-hand';

/**
 * @typedef {{ size: number, opacity: number, with?: Record<string, number|string> }} Held  `with` has settings that are at hand, by their names
 *
 * What the hand holds, in the browser's own store: the two inks, wherever it paints; and the size and
 * opacity that a brush was given on one sheet.
 */
export class Hand {
    /** @param {string} sheet  URL of the sheet */
    constructor(sheet) {
        this.key = `hand:${sheet}`;
        /** @type {Record<number, Held>} */
        this.brushes = read(this.key) ?? {};
    }

    /** @returns {{main: string, second: string}|null} null before any was chosen */
    inks() {
        return read(INKS);
    }

    /**
     * @param {string} main  #rrggbb
     * @param {string} second
     */
    ink(main, second) {
        write(INKS, { main, second });
    }

    /**
     * @param {{id: number, size: number, opacity: number}} brush  as it is kept
     * @returns {Held}
     */
    of(brush) {
        return this.brushes[brush.id] ?? { size: brush.size, opacity: brush.opacity };
    }

    /**
     * @param {number} brush  its number
     * @param {number} size  px
     * @param {number} opacity  0–1
     * @param {Record<string, number|string>} others  settings at hand that the hand has otherwise
     */
    hold(brush, size, opacity, others = {}) {
        this.brushes[brush] = { size, opacity, ...Object.keys(others).length ? { with: others } : {} };
        write(this.key, this.brushes);
    }
}

/**
 * @param {string} key
 * @returns {any} null when there is nothing, or nothing that can be read
 */
function read(key) {
    try {
        return JSON.parse(localStorage.getItem(key) ?? 'null');
    } catch {
        return null;
    }
}

/**
 * @param {string} key
 * @param {unknown} value
 */
function write(key, value) {
    try {
        localStorage.setItem(key, JSON.stringify(value));
    } catch {
        // A full store costs the memory of a size, no paint.
    }
}
