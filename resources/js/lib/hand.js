const INKS = 'inks-in-hand';

/**
 * What the hand holds, in the browser's own store: the two inks, wherever it paints; and the size and
 * opacity that a brush was given on one sheet.
 */
export class Hand {
    /** @param {string} sheet  URL of the sheet */
    constructor(sheet) {
        this.key = `hand:${sheet}`;
        this.brushes = read(this.key) ?? {};
    }

    /** @returns {{main: string, second: string}|null} null before any was chosen */
    inks() {
        return read(INKS);
    }

    ink(main, second) {
        write(INKS, { main, second });
    }

    /** @param {{id: number, size: number, opacity: number}} brush  as it is kept */
    of(brush) {
        return this.brushes[brush.id] ?? { size: brush.size, opacity: brush.opacity };
    }

    hold(brush, size, opacity) {
        this.brushes[brush] = { size, opacity };
        write(this.key, this.brushes);
    }
}

function read(key) {
    try {
        return JSON.parse(localStorage.getItem(key) ?? 'null');
    } catch {
        return null;
    }
}

function write(key, value) {
    try {
        localStorage.setItem(key, JSON.stringify(value));
    } catch {
        // A full store costs the memory of a size, no paint.
    }
}
