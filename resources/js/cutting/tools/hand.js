import { sample } from '../places';
import { Tool } from './tool';

/** Strokes of a pen over the picture, with its pressure: what they hide or show is a matter of the step. */
export class HandTool extends Tool {
    start = 0;

    /** @param {import('../view').CutView} view */
    constructor(view, key = 'strokes') {
        super(view);
        this.key = key;
    }

    /** What the pen is at the moment: whether it shows, its size and softness. */
    hand(chosen) {
        return chosen.hand;
    }

    press(chosen, event, place) {
        this.start = event.timeStamp;
        this.pending = { ...this.hand(chosen), pressed: event.pointerType === 'pen', samples: [sample(event, place, 0)] };
        this.view.draw();

        return true;
    }

    drag(chosen, event) {
        const events = event.getCoalescedEvents?.() ?? [];
        for (const e of events.length ? events : [event]) {
            this.pending.samples.push(sample(e, this.view.placeOf(e, chosen.at), e.timeStamp - this.start));
        }
        this.view.draw();
    }

    drop(chosen) {
        const stroke = this.pending;
        this.pending = null;
        this.view.change({ [this.key]: [...chosen.numbers[this.key], stroke] });
    }

    /** What was painted stays. */
    leave(chosen) {
        this.drop(chosen);
    }

    draw(c, chosen) {
        if (this.pending) {
            this.view.stroke(c, this.pending, chosen.at);
        }
    }
}
