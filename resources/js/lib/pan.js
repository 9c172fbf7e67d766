/**
 * Space, or the middle button, takes hold of what is looked at and moves it.
 *
 * @param {HTMLElement} element
 * @param {{ isHeld: () => boolean, pan: (dx: number, dy: number) => void, point?: (event: PointerEvent) => void }} of
 *        `point` hears of moves that hold nothing
 */
export function catchPan(element, { isHeld, pan, point = () => {} }) {
    let from = null;
    element.addEventListener('pointerdown', (event) => {
        if (isHeld() || event.button === 1) {
            from = [event.clientX, event.clientY];
            element.setPointerCapture(event.pointerId);
            event.preventDefault();
        }
    });
    element.addEventListener('pointermove', (event) => {
        if (from) {
            pan(event.clientX - from[0], event.clientY - from[1]);
            from = [event.clientX, event.clientY];
        } else {
            point(event);
        }
    });
    // Also when the pointer is taken away without lifting.
    element.addEventListener('lostpointercapture', () => { from = null; });
}
