/**
 * Where something flat lies on the screen: how near, how turned, in a mirror or not.
 *
 * Places on the screen are px from the left upper corner of the window that it is looked at through;
 * places on what is looked at are px of it.
 */
export class Viewport {
    /** Where its left and upper side would lie if it were not turned. */
    x = 0;
    y = 0;
    scale = 1;
    /** Degrees, clockwise. */
    angle = 0;
    isFlipped = false;

    /**
     * @param {number} width  of what is looked at
     * @param {number} height
     * @param {{ least?: number, most?: number }} limits  of the scale
     */
    constructor(width, height, { least = 0, most = Infinity } = {}) {
        this.width = width;
        this.height = height;
        this.least = least;
        this.most = most;
    }

    /** Takes px of what is looked at to px of the screen. */
    get matrix() {
        const { x, y, width, height, scale } = this;

        return new DOMMatrix()
            .translateSelf(x + (width * scale) / 2, y + (height * scale) / 2)
            .rotateSelf(this.angle)
            .scaleSelf(this.isFlipped ? -scale : scale, scale)
            .translateSelf(-width / 2, -height / 2);
    }

    /** Takes px of the screen to px of what is looked at. */
    get inverse() {
        const { x, y, width, height, scale } = this;

        return new DOMMatrix()
            .translateSelf(width / 2, height / 2)
            .scaleSelf((this.isFlipped ? -1 : 1) / scale, 1 / scale)
            .rotateSelf(-this.angle)
            .translateSelf(-x - (width * scale) / 2, -y - (height * scale) / 2);
    }

    /**
     * @param {number} x  on what is looked at
     * @param {number} y
     * @returns {[number, number]}
     */
    toScreen(x, y) {
        return transformed(this.matrix, x, y);
    }

    /**
     * @param {number} x  on the screen
     * @param {number} y
     * @returns {[number, number]}
     */
    toPlace(x, y) {
        return transformed(this.inverse, x, y);
    }

    /** The same, with its corner on whole px of the screen: at 100 % what is looked at is shown px for px. */
    onWholePixels() {
        return Object.assign(new Viewport(this.width, this.height), this, { x: Math.round(this.x), y: Math.round(this.y) });
    }

    /**
     * Moved so far along that it covers a window that it is not smaller than.
     *
     * @param {number} width  of the window
     * @param {number} height
     */
    cover(width, height) {
        this.x = Math.min(0, Math.max(width - width * this.scale, this.x));
        this.y = Math.min(0, Math.max(height - height * this.scale, this.y));
    }

    /**
     * @param {number} dx  px of the screen
     * @param {number} dy
     */
    pan(dx, dy) {
        this.x += dx;
        this.y += dy;
    }

    /**
     * Nearer by a factor, or farther; a place of the screen shows what it showed.
     *
     * @param {number} factor
     * @param {number} px  that place
     * @param {number} py
     */
    zoomAt(factor, px, py) {
        const to = Math.min(this.most, Math.max(this.least, this.scale * factor));
        this.x = px - ((px - this.x) * to) / this.scale;
        this.y = py - ((py - this.y) * to) / this.scale;
        this.scale = to;
    }

    /**
     * Turned about a place of the screen, which shows what it showed.
     *
     * @param {number} degrees
     * @param {number} px  that place
     * @param {number} py
     */
    turnAbout(degrees, px, py) {
        const [wide, high] = [(this.width * this.scale) / 2, (this.height * this.scale) / 2];
        const [x, y] = transformed(new DOMMatrix().translateSelf(px, py).rotateSelf(degrees).translateSelf(-px, -py), this.x + wide, this.y + high);
        Object.assign(this, { x: x - wide, y: y - high, angle: ((((this.angle + degrees + 180) % 360) + 360) % 360) - 180 });
    }

    /** In a mirror that stands upright in its middle. */
    flip() {
        this.isFlipped = !this.isFlipped;
        this.angle = -this.angle;
    }

    /**
     * Whole, in the middle of a part of the screen, and not enlarged beyond `most`.
     *
     * @param {{ left: number, top: number, width: number, height: number }} part
     * @param {number} most  scale
     */
    fit({ left, top, width, height }, most = 1) {
        const [wide, high] = this.around();
        this.scale = Math.min(most, width / wide, height / high);
        this.x = left + (width - this.width * this.scale) / 2;
        this.y = top + (height - this.height * this.scale) / 2;
    }

    /**
     * At a scale, with a place of what is looked at on a place of the screen; not turned.
     *
     * @param {number} scale
     * @param {[number, number]} place
     * @param {[number, number]} onScreen
     */
    lay(scale, [x, y], [px, py]) {
        Object.assign(this, { scale, x: px - x * scale, y: py - y * scale });
    }

    /**
     * Width and height of the upright rectangle around it at a scale of 1.
     *
     * @returns {[number, number]}
     */
    around() {
        const { a, b, c, d } = new DOMMatrix().rotateSelf(this.angle);

        return [this.width * Math.abs(a) + this.height * Math.abs(c), this.width * Math.abs(b) + this.height * Math.abs(d)];
    }
}

/**
 * A place of the window on an element; its middle where none is given.
 *
 * @param {HTMLElement} element
 * @param {number} [clientX]
 * @param {number} [clientY]
 * @returns {[number, number]}
 */
export function placeIn(element, clientX, clientY) {
    const { left, top, width, height } = element.getBoundingClientRect();

    return [(clientX ?? left + width / 2) - left, (clientY ?? top + height / 2) - top];
}

/**
 * @param {DOMMatrix} matrix
 * @param {number} x
 * @param {number} y
 * @returns {[number, number]}
 */
function transformed({ a, b, c, d, e, f }, x, y) {
    return [a * x + c * y + e, b * x + d * y + f];
}
