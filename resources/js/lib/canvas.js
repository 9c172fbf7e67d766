/** Shows pixels of the engine on a canvas, which takes their size. */
export function showPicture(canvas, image) {
    canvas.width = image.width;
    canvas.height = image.height;
    canvas.getContext('2d').putImageData(image, 0, 0);
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
