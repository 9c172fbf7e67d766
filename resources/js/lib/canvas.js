/** Shows pixels of the engine on a canvas, which takes their size. */
export function showPicture(canvas, image) {
    canvas.width = image.width;
    canvas.height = image.height;
    canvas.getContext('2d').putImageData(image, 0, 0);
}

/**
 * A picture of half the size in place of the one that is still being made.
 *
 * @param {{width: number, height: number}} size  of the whole
 */
export function drawCoarse(canvas, { width, height }, patches) {
    const half = document.createElement('canvas');
    half.width = Math.ceil(width / 2);
    half.height = Math.ceil(height / 2);
    patches.forEach((patch) => half.getContext('2d').putImageData(patch.image, patch.x, patch.y));
    if (canvas.width !== width || canvas.height !== height) {
        canvas.width = width;
        canvas.height = height;
    }
    const context = canvas.getContext('2d');
    context.clearRect(0, 0, width, height);
    context.drawImage(half, 0, 0, 2 * half.width, 2 * half.height);
}

/** Counts on an element what has happened to it, for whoever waits for that. */
export function countOn(element, what) {
    element.dataset[what] = String(Number(element.dataset[what] || 0) + 1);
}

/** Where a view lies when it is enlarged about a place that stays where it is. */
export function enlargedAbout({ x, y, scale }, factor, px, py, least, most) {
    const to = Math.min(most, Math.max(least, scale * factor));

    return { x: px - ((px - x) * to) / scale, y: py - ((py - y) * to) / scale, scale: to };
}
