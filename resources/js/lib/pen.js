/** ms for which a finger is held back: a second one may come, and then nothing is painted. */
const HELD_BACK = 90;
/** px after which it plainly paints. */
const PAINTS = 9;

/**
 * Catches a pen, finger or mouse on an element.
 *
 * A sample is [ms, x, y, pressure, tiltX, tiltY, twist], places as `toPlace` gives them.
 * Only a pen's pressure is real: a mouse reports a constant. Once a pen was seen, a finger is taken for a resting hand.
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
 *   pressed?: (event: PointerEvent) => number|null,
 *   fingersPaint?: (penSeen: boolean) => boolean,
 * }} hand  `pressed` may give the pressure of a mouse or finger
 * @returns {{ isDrawing: () => boolean, drop: () => void }} `drop` forgets a finger that is still held back
 */
export function catchPen(element, { toPlace, begin, move, end, mayBegin = () => true, pressed = () => null, fingersPaint = (penSeen) => !penSeen }) {
    /** @type {number|null} */
    let pointer = null;
    /** @type {Sample} */
    let last = [];
    /** @type {{ event: PointerEvent, samples: Sample[], timer: number }|null} */
    let held = null;
    let penSeen = false;

    const sample = (/** @type {PointerEvent} */ event, pressure = pressed(event) ?? event.pressure) => {
        const [x, y] = toPlace(event.clientX, event.clientY);

        return [event.timeStamp, x, y, Math.min(1, Math.max(0, pressure)), event.tiltX || 0, event.tiltY || 0, event.twist || 0];
    };
    const drop = () => {
        if (held) {
            window.clearTimeout(held.timer);
            held = null;
            pointer = null;
        }
    };
    const release = () => {
        if (!held) {
            return;
        }
        const { event, samples, timer } = held;
        window.clearTimeout(timer);
        held = null;
        begin(samples[0], false, event);
        if (samples.length > 1) {
            move(samples.slice(1));
        }
    };
    element.addEventListener('pointerover', (event) => { penSeen ||= event.pointerType === 'pen'; });
    element.addEventListener('pointerdown', (event) => {
        const isFinger = event.pointerType === 'touch';
        if (pointer !== null || event.button !== 0 || (isFinger && !fingersPaint(penSeen)) || !mayBegin(event)) {
            return;
        }
        penSeen ||= event.pointerType === 'pen';
        event.preventDefault();
        // Painting takes the keys: a field typed into before would go on having them.
        if (document.activeElement instanceof HTMLElement && document.activeElement !== element) {
            document.activeElement.blur();
        }
        element.setPointerCapture(event.pointerId);
        pointer = event.pointerId;
        last = sample(event);
        if (isFinger) {
            held = { event, samples: [last], timer: window.setTimeout(release, HELD_BACK) };
        } else {
            begin(last, event.pointerType === 'pen', event);
        }
    });
    element.addEventListener('pointermove', (event) => {
        if (event.pointerId !== pointer) {
            return;
        }
        const events = event.getCoalescedEvents?.() ?? [];
        const samples = (events.length ? events : [event]).map((e) => sample(e)).filter((s) => s[0] >= last[0]);
        if (samples.length === 0) {
            return;
        }
        last = samples[samples.length - 1];
        if (!held) {
            move(samples);

            return;
        }
        held.samples.push(...samples);
        if (Math.hypot(event.clientX - held.event.clientX, event.clientY - held.event.clientY) > PAINTS) {
            release();
        }
    });
    const lift = (/** @type {PointerEvent} */ event) => {
        if (event.pointerId !== pointer) {
            return;
        }
        release();
        pointer = null;
        // A lifted pen reports no pressure; where it lifts it still pressed as it last did.
        const final = sample(event, last[3]);
        end(event.type === 'pointerup' && final[0] >= last[0] ? [final] : []);
    };
    element.addEventListener('pointerup', lift);
    element.addEventListener('pointercancel', lift);
    // A pen that the system takes away (out of reach, given another id) never lifts: what it drew ends here.
    element.addEventListener('lostpointercapture', lift);

    return { isDrawing: () => pointer !== null && held === null, drop };
}
