/** px that a pointer must go for a press to be a frame. */
const LEAST = 4;

/**
 * Draws a frame with the pointer, from where nothing stands, and tells what it goes round.
 *
 * @param {HTMLElement} scroller  that the wall lies in
 * @param {HTMLElement} list  the wall
 * @param {HTMLElement} shape  that shows the frame
 * @param {(frame: { left: number, top: number, right: number, bottom: number }, isAdding: boolean) => void} tell  px on the wall
 */
export function catchFrame(scroller, list, shape, tell) {
    scroller.addEventListener('pointerdown', (event) => {
        if (event.button !== 0 || event.pointerType === 'touch' || !(event.target instanceof Element) || event.target.closest('[data-index], button, a, input, select, textarea, label, summary')) {
            return;
        }
        const at = (/** @type {PointerEvent} */ e) => {
            const box = list.getBoundingClientRect();

            return { x: e.clientX - box.left, y: e.clientY - box.top };
        };
        const from = at(event);
        let isFrame = false;
        const move = (/** @type {PointerEvent} */ e) => {
            const to = at(e);
            isFrame ||= Math.hypot(to.x - from.x, to.y - from.y) > LEAST;
            if (isFrame) {
                const frame = { left: Math.min(from.x, to.x), top: Math.min(from.y, to.y), right: Math.max(from.x, to.x), bottom: Math.max(from.y, to.y) };
                shape.hidden = false;
                Object.assign(shape.style, { transform: `translate(${frame.left}px, ${frame.top}px)`, width: `${frame.right - frame.left}px`, height: `${frame.bottom - frame.top}px` });
                tell(frame, event.shiftKey || event.ctrlKey || event.metaKey);
            }
        };
        const end = () => {
            shape.hidden = true;
            window.removeEventListener('pointermove', move);
            window.removeEventListener('pointerup', end);
        };
        window.addEventListener('pointermove', move);
        window.addEventListener('pointerup', end);
        event.preventDefault();
    });
}
