import { areaOutline, clamped, round, thinned } from '../places';
import { HandTool } from './hand';
import { Tool } from './tool';

/** A thing pointed at: drawn around, clicked on, and marked as this or not this. */
export class ThingTool extends Tool {
    points = [];

    /** @param {import('../view').CutView} view */
    constructor(view) {
        super(view);
        this.marking = new Marking(view, 'marks');
        this.isMarking = false;
    }

    press(chosen, event, place) {
        this.isMarking = chosen.thing.does !== 'around';
        if (this.isMarking) {
            return this.marking.press(chosen, event, place);
        }
        this.points = [clamped(place)];

        return true;
    }

    drag(chosen, event, place) {
        if (this.isMarking) {
            this.marking.drag(chosen, event);

            return;
        }
        this.points = chosen.thing.freely ? [...this.points, clamped(place)] : [this.points[0], clamped(place)];
        this.pending = this.points;
        this.view.draw();
    }

    drop(chosen, event, moved) {
        if (this.isMarking) {
            this.marking.drop(chosen);

            return;
        }
        const around = this.pending;
        this.pending = null;
        if (moved && around?.length > 1) {
            this.view.change({ area: thinned(around).map(round) });
        } else {
            // A click points at the thing itself.
            this.view.change({ marks: [...chosen.numbers.marks, { shows: true, size: chosen.thing.size, softness: 0, pressed: false, samples: [[0, ...round(this.points[0]), 1]] }] });
        }
    }

    leave(chosen) {
        if (this.isMarking) {
            this.marking.leave(chosen);
        } else {
            super.leave();
        }
    }

    draw(c, chosen) {
        const area = this.pending ?? chosen.numbers.area;
        if (area.length > 1) {
            this.view.line(c, areaOutline(area.length === 2 ? 'box' : 'free outline', area), chosen.at);
        }
        chosen.numbers.marks.forEach((mark) => this.view.stroke(c, mark, chosen.at));
        this.marking.draw(c, chosen);
    }
}

/** The pen with which a thing is marked. */
class Marking extends HandTool {
    hand({ thing }) {
        return { shows: thing.does === 'this', size: thing.size, softness: 0 };
    }
}
