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
