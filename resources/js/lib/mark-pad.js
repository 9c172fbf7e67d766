import { catchPen } from './pen';

/**
 * A canvas to draw a mark on: thin lines at once, the engine's ink when the pen lifts.
 *
 * @param {HTMLCanvasElement} pad
 * @param {(strokes: { realPressure: boolean, samples: number[][] }[]) => unknown} tell  given all strokes so far, whenever the pen lifts
 * @returns {{ anew: () => void }}
 */
export function catchMark(pad, tell) {
    const c = /** @type {CanvasRenderingContext2D} */ (pad.getContext('2d'));
    /** @type {{ realPressure: boolean, samples: number[][] }[]} */
    let strokes = [];
    /** @type {number[][]} */
    let samples = [];
    let realPressure = false;
    catchPen(pad, {
        toPlace: (x, y) => {
            const box = pad.getBoundingClientRect();

            return [((x - box.left) * pad.width) / box.width, ((y - box.top) * pad.height) / box.height];
        },
        begin: (sample, isPen) => { samples = [sample]; realPressure = isPen; },
        move: (more) => {
            c.beginPath();
            c.moveTo(samples[samples.length - 1][1], samples[samples.length - 1][2]);
            more.forEach((s) => c.lineTo(s[1], s[2]));
            c.stroke();
            samples.push(...more);
        },
        end: (more) => {
            samples.push(...more);
            strokes = [...strokes, { realPressure, samples }];
            tell(strokes);
        },
    });

    return {
        anew() {
            strokes = [];
            c.clearRect(0, 0, pad.width, pad.height);
        },
    };
}
