import { NonReactive } from '../../lib/non-reactive';

/** px on the screen within which an edge or a place is taken hold of. */
export const HOLD = 10;

/**
 * What a pointer does on the picture while a step of one kind is chosen, and what is drawn of it there. Events come with the chosen
 * step, { step, at, numbers, hand, thing }, and with the place they are at on the picture as it reached that step, 0–1.
 */
export class Tool extends NonReactive {
    /** What is being drawn, until the step has it. */
    pending = null;

    /** @param {import('../view').CutView} view */
    constructor(view) {
        super();
        this.view = view;
    }

    /**
     * Whether the pointer takes hold of something where it is pressed; else the picture is moved with it.
     *
     * @returns {boolean}
     */
    press() {
        return false;
    }

    /** The pointer moves, and holds what it took. */
    drag() {}

    /** The pointer lifts, and has moved or not. */
    drop() {}

    /** A press that took hold of nothing and did not move. */
    click() {}

    /** A pointer that the system takes away never lifts: what is half drawn goes. */
    leave() {
        this.pending = null;
    }

    draw() {}

    /** The shape of the pointer over the picture. */
    cursor() {
        return 'crosshair';
    }
}
