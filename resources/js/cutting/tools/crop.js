import { clamped, cropped, toLine } from '../places';
import { HOLD, Tool } from './tool';

/** The edges of a crop, held and moved one by one, or two at their corner. */
export class CropTool extends Tool {
    edges = [];

    press(chosen, event) {
        this.edges = this.#near(chosen, event);

        return this.edges.length > 0;
    }

    drag(chosen, event, place) {
        this.view.change(cropped(chosen.numbers, this.edges, clamped(place)));
    }

    draw(c, chosen) {
        const { left, top, right, bottom } = chosen.numbers;
        this.view.line(c, [[left, top], [1 - right, top], [1 - right, 1 - bottom], [left, 1 - bottom]], chosen.at);
    }

    cursor(chosen, event) {
        const near = this.#near(chosen, event);
        const across = near.includes('left') || near.includes('right');
        const down = near.includes('top') || near.includes('bottom');

        return (across && down && 'move') || (across && 'ew-resize') || (down && 'ns-resize') || '';
    }

    /** @returns {string[]} the edges near enough to be taken hold of */
    #near(chosen, event) {
        const at = this.view.point(event);
        const { left, top, right, bottom } = chosen.numbers;
        const lines = { left: [[left, top], [left, 1 - bottom]], right: [[1 - right, top], [1 - right, 1 - bottom]], top: [[left, top], [1 - right, top]], bottom: [[left, 1 - bottom], [1 - right, 1 - bottom]] };

        return Object.keys(lines).filter((edge) => {
            const [from, to] = lines[edge].map((p) => this.view.toScreen(p, chosen.at));

            return toLine(at, from, to) < HOLD;
        });
    }
}
