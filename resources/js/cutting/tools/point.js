import { round } from '../places';
import { Tool } from './tool';

/** Where a list of colours begins: this is no place that anybody pointed at. */
const FIRST = 0.01;

/** Steps that are told by places which are clicked on: a colour of the ground, or one of several things. */
export class PointTool extends Tool {
    /**
     * @param {import('../view').CutView} view
     * @param {string} key  of the places among the numbers of the step
     * @param {boolean} isOne  whether another place takes the first one's
     */
    constructor(view, key, isOne) {
        super(view);
        this.key = key;
        this.isOne = isOne;
    }

    /** A click points at one more; on a place that is pointed at, it takes it away. */
    click(chosen, event, place) {
        if (place.some((v) => v < 0 || v > 1)) {
            return;
        }
        const places = chosen.numbers[this.key];
        const near = places.findIndex((p) => this.view.isNear(event, p, chosen.at));
        const isFirst = places.length === 1 && places[0].every((v) => v === FIRST);
        if (near >= 0 && places.length > 1) {
            this.view.change({ [this.key]: places.filter((_, i) => i !== near) });
        } else {
            this.view.change({ [this.key]: [...(isFirst || this.isOne ? [] : places), round(place)] });
        }
    }

    draw(c, chosen) {
        chosen.numbers[this.key].forEach((place) => this.view.ring(c, place, chosen.at, 6));
    }
}
