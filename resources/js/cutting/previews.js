import { callForPixels } from '../lib/call';
import { LatestWins, debounce } from '../lib/latest-wins';

const PX = new Intl.NumberFormat('en-GB');
/** Pictures under way while a slider moves: one is made while the one before it is on its way. */
const UNDER_WAY = 2;
/** ms that a picture may take while a slider moves, so that there are ten a second: where it would take longer, it is shown smaller; */
const SLOW = 80 * UNDER_WAY;
/** at one of these parts of its size, */
const SIZES = { whole: 1, most: 0.7, half: 0.5 };
/** and ms after the last change from which nothing moves any more. */
const RESTS = 200;

/**
 * What a Cut room shows of its list: the picture, and what the checks found in it. The room has the list (see
 * list.js), `url`, `view`, `backdrop`, `message`, `say`, and canvases named `picture`, `prints` and `strip`.
 */
export const cutPreviews = {
    findings: [],
    checked: false,
    /** Whether the list has changed since what is said of it was found. */
    looking: true,
    curves: {},
    ready: false,
    size: '',

    beginPreviews() {
        this.previewing = new LatestWins(UNDER_WAY);
        this.checking = new LatestWins();
        this.changedAt = 0;
        this.took = [0, 0];
        this.rested = debounce(RESTS, () => this.previewing.run((counts) => this.previewOnce('whole', counts)));
        this.checkSoon = debounce(RESTS, () => this.checkAtRest());
    },
    /** While a slider moves and a picture takes long, it is shown smaller; at rest, whole. */
    preview() {
        const now = performance.now();
        const moving = now - this.changedAt < RESTS;
        this.changedAt = now;
        this.looking = true;
        const size = moving ? this.sizeInTime() : 'whole';
        this.previewing.run((counts) => this.previewOnce(size, counts));
        if (size !== 'whole') {
            this.rested();
        }
    },
    /** One slow picture may be the first of its kind; two are not. What a picture takes goes with its area. */
    sizeInTime() {
        const takes = Math.min(...this.took);

        return Object.keys(SIZES).find((size) => takes * SIZES[size] ** 2 <= SLOW) ?? 'half';
    },
    async previewOnce(size, counts) {
        try {
            const from = performance.now();
            const { words, patches } = await callForPixels(`${this.url}/look/preview`, { json: { list: this.written(), at: Math.max(0, this.chosenAt), size } });
            this.took = [this.took[1], (performance.now() - from) / SIZES[size] ** 2];
            if (!counts()) {
                return;
            }
            this.curves = words.curves;
            // What was reckoned on a small picture may be a px off on the whole one.
            this.size = `${words.isExact ? '' : '≈ '}${PX.format(words.width)} × ${PX.format(words.height)} px`;
            this.ready = true;
            this.message = '';
            this.view.show(canvasWith(words.placement[6], words.placement[7], patches), onSource(words.placement, SIZES[size]), words.inputs.map((m) => onSource(m, SIZES[size])));
            this.$refs.picture.dataset.painted = String(Number(this.$refs.picture.dataset.painted || 0) + 1);
            if (size === 'whole') {
                this.checkSoon();
            }
        } catch (error) {
            this.uncheck();
            this.say(error);
        }
    },
    /** Checking takes longer than a picture: it must not keep those of a moving slider waiting. What comes at rest asks again. */
    checkAtRest() {
        if (performance.now() - this.changedAt < RESTS) {
            this.checkSoon();
        } else {
            this.check();
        }
    },
    check() {
        this.checking.run(async () => {
            const asked = this.changedAt;
            try {
                const { words, patches } = await callForPixels(`${this.url}/look/checks`, { json: { list: this.written(), at: Math.max(0, this.chosenAt), backdrop: this.backdrop.prints, ...(this.comparesPrints ? { without: this.chosenAt } : {}) } });
                this.findings = words.findings;
                this.checked = true;
                this.looking = this.changedAt !== asked;
                this.$refs.prints.getContext('2d').putImageData(patches[0].image, 0, 0);
                this.$refs.strip.getContext('2d').putImageData(patches[1].image, 0, 0);
                if (patches[2]) {
                    this.$refs.without.getContext('2d').putImageData(patches[2].image, 0, 0);
                }
                this.$refs.prints.dataset.checked = String(Number(this.$refs.prints.dataset.checked || 0) + 1);
            } catch (error) {
                this.uncheck();
                this.say(error);
            }
        });
    },
    /** A step that changes tones is judged by both prints. */
    get comparesPrints() {
        const step = this.steps[this.chosenAt];

        return step !== undefined && step.on && this.form(step).group === 'Tone';
    },
    get printsWords() {
        return this.comparesPrints ? `320, 96 and 24 px, and a line; below, without “${this.form(this.steps[this.chosenAt]).label}”` : '320, 96 and 24 px, and a line; on every backdrop';
    },
    /** What was found before is not true of a list that cannot be cut. */
    uncheck() {
        this.findings = [];
        this.checked = false;
        this.looking = false;
    },
    get unchecked() {
        return this.message === '' ? 'Looking …' : 'Not checked: the list must work first.';
    },
};

/** A placement of the source at a part of its size as one of the source as the page has it. */
function onSource([a, b, c, d, e, f, width, height, g, h, i], part) {
    return [a * part, b * part, c * part, d * part, e, f, width, height, g * part, h * part, i];
}

export function canvasOf(image) {
    return canvasWith(image.width, image.height, [{ x: 0, y: 0, image }]);
}

/** Nothing shows but where a patch lies. */
function canvasWith(width, height, patches) {
    const canvas = document.createElement('canvas');
    canvas.width = width;
    canvas.height = height;
    patches.forEach(({ x, y, image }) => canvas.getContext('2d').putImageData(image, x, y));

    return canvas;
}
