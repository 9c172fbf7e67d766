/**
 * Catches a pen, finger or mouse on an element.
 *
 * A sample is [ms, x, y, pressure, tiltX, tiltY, twist], places as `toPlace` gives them.
 * Only a pen's pressure is real: a mouse reports a constant.
 *
 * @typedef {number[]} Sample
 *
 * @param {HTMLElement} element
 * @param {{
 *   toPlace: (x: number, y: number) => number[],
 *   begin: (first: Sample, isPen: boolean, event: PointerEvent) => void,
 *   move: (samples: Sample[]) => void,
 *   end: (samples: Sample[]) => void,
 *   mayBegin?: (event: PointerEvent) => boolean,
 * }} hand
 */
export function catchPen(element, { toPlace, begin, move, end, mayBegin = () => true }) {
    /** @type {number|null} */
    let pointer = null;
    /** @type {Sample} */
    let last = [];

    const sample = (/** @type {PointerEvent} */ event, pressure = event.pressure) => {
        const [x, y] = toPlace(event.clientX, event.clientY);

        return [event.timeStamp, x, y, Math.min(1, Math.max(0, pressure)), event.tiltX || 0, event.tiltY || 0, event.twist || 0];
    };
    element.addEventListener('pointerdown', (event) => {
        if (pointer !== null || event.button !== 0 || !mayBegin(event)) {
            return;
        }
        event.preventDefault();
        // Painting takes the keys: a field typed into before would go on having them.
        if (document.activeElement instanceof HTMLElement && document.activeElement !== element) {
            document.activeElement.blur();
        }
        element.setPointerCapture(event.pointerId);
        pointer = event.pointerId;
        last = sample(event);
        begin(last, event.pointerType === 'pen', event);
    });
    element.addEventListener('pointermove', (event) => {
        if (event.pointerId !== pointer) {
            return;
        }
        const events = event.getCoalescedEvents?.() ?? [];
        const samples = (events.length ? events : [event]).map((e) => sample(e)).filter((s) => s[0] >= last[0]);
        if (samples.length) {
            last = samples[samples.length - 1];
            move(samples);
        }
    });
    const lift = (/** @type {PointerEvent} */ event) => {
        if (event.pointerId !== pointer) {
            return;
        }
        pointer = null;
        // A lifted pen reports no pressure; where it lifts it still pressed as it last did.
        const final = sample(event, last[3]);
        end(event.type === 'pointerup' && final[0] >= last[0] ? [final] : []);
    };
    element.addEventListener('pointerup', lift);
    element.addEventListener('pointercancel', lift);
    // A pen that the system takes away (out of reach, given another id) never lifts: what it drew ends here.
    element.addEventListener('lostpointercapture', lift);
}
