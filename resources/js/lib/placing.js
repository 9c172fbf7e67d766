const RADIAN = Math.PI / 180;

/**
 * Where a sheet lies on the screen: its middle, how large, how turned, and whether it is seen in a mirror.
 *
 * @typedef {{ x: number, y: number, scale: number, angle: number, isFlipped: boolean }} Placing  `x`, `y` are where its left and upper side
 *          would lie if it were not turned, px; `angle` in degrees, clockwise
 */

/**
 * A place on the sheet from one on the screen.
 *
 * @param {Placing} placing
 * @param {number} width  of the sheet
 * @param {number} height
 * @param {number} dx  from the middle of the sheet, on the screen
 * @param {number} dy
 * @returns {[number, number]}
 */
export function placeOn({ scale, angle, isFlipped }, width, height, dx, dy) {
    const [cos, sin] = [Math.cos(angle * RADIAN), Math.sin(angle * RADIAN)];
    const across = (dx * cos + dy * sin) / scale;

    return [width / 2 + (isFlipped ? -across : across), height / 2 + (dy * cos - dx * sin) / scale];
}

/**
 * The same sheet, turned about a place of the screen.
 *
 * @param {Placing} placing
 * @param {number} width  of the sheet
 * @param {number} height
 * @param {number} by  degrees
 * @param {number} px  the place that stays, on the screen
 * @param {number} py
 * @returns {{ x: number, y: number, angle: number }}
 */
export function turnedAbout({ x, y, scale, angle }, width, height, by, px, py) {
    const [cos, sin] = [Math.cos(by * RADIAN), Math.sin(by * RADIAN)];
    const dx = x + (width * scale) / 2 - px;
    const dy = y + (height * scale) / 2 - py;

    return {
        x: px + dx * cos - dy * sin - (width * scale) / 2,
        y: py + dx * sin + dy * cos - (height * scale) / 2,
        angle: (((angle + by + 180) % 360) + 360) % 360 - 180,
    };
}

/**
 * Width and height of the upright rectangle around a turned one.
 *
 * @param {number} width
 * @param {number} height
 * @param {number} angle  degrees
 * @returns {[number, number]}
 */
export function around(width, height, angle) {
    const [cos, sin] = [Math.abs(Math.cos(angle * RADIAN)), Math.abs(Math.sin(angle * RADIAN))];

    return [width * cos + height * sin, width * sin + height * cos];
}
