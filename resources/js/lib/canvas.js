/**
 * What is drawn on is there as long as a page is: browsers refuse a context only to what has another kind.
 *
 * @param {HTMLCanvasElement} canvas
 */
export function flat(canvas) {
    return /** @type {CanvasRenderingContext2D} */ (canvas.getContext('2d'));
}

/**
 * Shows pixels of the engine on a canvas, which takes their size.
 *
 * @param {HTMLCanvasElement} canvas
 * @param {ImageData} image
 */
export function showPicture(canvas, image) {
    canvas.width = image.width;
    canvas.height = image.height;
    flat(canvas).putImageData(image, 0, 0);
}

/**
 * A picture of half the size in place of the one that is still being made.
 *
 * @param {HTMLCanvasElement} canvas
 * @param {{ width: number, height: number }} whole  its size
 * @param {import('./call').Patch[]} patches
 */
export function drawCoarse(canvas, whole, patches) {
    const { width, height } = whole;
    const half = document.createElement('canvas');
    half.width = Math.ceil(width / 2);
    half.height = Math.ceil(height / 2);
    patches.forEach((patch) => flat(half).putImageData(patch.image, patch.x, patch.y));
    if (canvas.width !== width || canvas.height !== height) {
        canvas.width = width;
        canvas.height = height;
    }
    const context = flat(canvas);
    context.clearRect(0, 0, width, height);
    context.drawImage(half, 0, 0, 2 * half.width, 2 * half.height);
}

/**
 * Counts on an element what has happened to it, for whoever waits for that.
 *
 * @param {HTMLElement} element
 * @param {string} what
 */
export function countOn(element, what) {
    element.dataset[what] = String(Number(element.dataset[what] || 0) + 1);
}

/**
 * Where a view lies when it is enlarged about a place that stays where it is.
 *
 * @param {{ x: number, y: number, scale: number }} view
 * @param {number} factor
 * @param {number} px  the place, on the screen
 * @param {number} py
 * @param {number} least  scale
 * @param {number} most
 */
export function enlargedAbout(view, factor, px, py, least, most) {
    const { x, y, scale } = view;
    const to = Math.min(most, Math.max(least, scale * factor));

    return { x: px - ((px - x) * to) / scale, y: py - ((py - y) * to) / scale, scale: to };
}
