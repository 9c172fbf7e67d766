import { areaOutline, clamped, round, thinned } from '../places';
import { Tool } from './tool';

/** An area that stays, drawn as a box, an oval or freely. */
export class AreaTool extends Tool {
    points = [];

    press(chosen, event, place) {
        this.points = [clamped(place)];

        return true;
    }

    drag(chosen, event, place) {
        this.points = chosen.numbers.shape === 'free outline' ? [...this.points, clamped(place)] : [this.points[0], clamped(place)];
        this.pending = this.points;
        this.view.draw();
    }

    /** What was drawn is shown until a picture comes that is cut by it. */
    drop(chosen, event, moved) {
        if (moved && this.pending) {
            this.view.change({ points: thinned(this.pending).map(round) });
        } else {
            this.pending = null;
        }
    }

    draw(c, chosen) {
        this.view.line(c, areaOutline(chosen.numbers.shape, this.pending ?? chosen.numbers.points), chosen.at);
    }
}
