import { clamped, round } from '../places';
import { HOLD, Tool } from './tool';

/** The four corners of a page or a flat thing, dragged to where they are. */
export class CornersTool extends Tool {
    held = -1;

    press(chosen, event) {
        this.held = this.#near(chosen, event);

        return this.held >= 0;
    }

    drag(chosen, event, place) {
        this.pending = chosen.numbers.corners.map((p, i) => (i === this.held ? clamped(place) : p));
        this.view.draw();
    }

    drop(chosen, event, moved) {
        if (moved && this.pending) {
            this.view.change({ corners: this.pending.map(round) });
        }
        this.pending = null;
    }

    draw(c, chosen) {
        const corners = this.pending ?? chosen.numbers.corners;
        if (corners.length === 4) {
            this.view.line(c, corners, chosen.at);
            corners.forEach((corner) => this.view.ring(c, corner, chosen.at, 8));
        }
    }

    cursor(chosen, event) {
        return this.#near(chosen, event) >= 0 ? 'move' : '';
    }

    /** Which of the four is near enough to be taken hold of; −1 where none is. */
    #near(chosen, event) {
        const [x, y] = this.view.point(event);
        const far = chosen.numbers.corners.map((p) => {
            const [px, py] = this.view.toScreen(p, chosen.at);

            return Math.hypot(x - px, y - py);
        });
        const least = Math.min(...far);

        return least < 2 * HOLD ? far.indexOf(least) : -1;
    }
}
