import { call } from '../lib/call';
import { extended, pageData } from '../lib/data';
import { mirrorsThrough } from '../lib/mirrors';
import { painting } from '../trying/painting';
import { rail } from '../trying/rail';

/** What a mark can become, by the kind of tip. */
const KINDS = [
    { kind: 'ink mask', sentence: 'Black prints fully, greys print in part, white does not print.' },
    { kind: 'two-ink', sentence: 'Black prints the main ink, white the second one, greys a mixture. What is not drawn on does not print.' },
    { kind: 'own colours', sentence: 'It prints in the colours that you draw it in. What is not drawn on does not print.' },
];
const GREYS = [0, 64, 112, 160, 208, 255];
/** px of the sheet within which a place snaps to a guide. */
const SNAP = 14;

export const markRoom = () => extended(extended(painting(pageData('mark-data')), rail), {
    keeping: false,
    greys: GREYS,
    grey: 0,
    kinds: KINDS,
    kind: KINDS[0],
    colour: '#2f6d7a',
    guides: false,
    across: false,
    down: false,
    darken: false,
    tinted: false,
    filling: false,
    placing: false,
    aimed: null,
    scaleValue: 1,
    turnValue: 0,
    dxValue: 0,
    dyValue: 0,

    init() {
        this.$refs.sheet.addEventListener('view-moved', () => this.layGuides());
        this.startPainting({}, {
            snapped: (sample) => this.snapped(sample),
            isStraight: (event) => event.shiftKey,
            aim: (from, to) => { this.aimed = from && to ? [from[1], from[2], to[1], to[2]] : null; },
            twins: () => this.twins(),
            fillsWith: () => (this.filling ? this.inksInHand().main : null),
        });
        this.sizeValue = 26;
        this.layGuides();
        this.$watch('placing', () => this.show());
        for (const value of ['scaleValue', 'turnValue', 'dxValue', 'dyValue']) {
            this.$watch(value, () => this.show());
        }
    },
    /** Whatever brush is chosen, a mark is drawn in greys, black for what prints fully, or in a colour of its own. */
    inksInHand() {
        if (this.inColours) {
            return { main: this.colour, second: this.colour };
        }
        const two = this.grey.toString(16).padStart(2, '0');

        return { main: `#${two}${two}${two}`, second: `#${two}${two}${two}` };
    },
    orderMore() {
        return this.darken && this.isMask ? { blendMode: 'darken' } : {};
    },
    isKind(kind) {
        return this.kind.kind === kind.kind;
    },
    /** White is to be seen, and paper that does not print is told from it, on a tint. */
    pickKind(kind) {
        this.kind = kind;
        this.tinted = kind.kind !== 'ink mask';
    },
    get kindSentence() {
        return this.kind.sentence;
    },
    get isMask() {
        return this.kind.kind === 'ink mask';
    },
    get inColours() {
        return this.kind.kind === 'own colours';
    },
    setColour(event) {
        this.colour = event.target.value;
    },
    pickGrey(grey) {
        this.grey = grey;
    },
    isGrey(grey) {
        return this.grey === grey;
    },
    greyName(grey) {
        const share = Math.round(100 - grey / 2.55);
        if (!this.isMask) {
            return grey === 0 ? 'Black, prints the main ink' : grey === 255 ? 'White, prints the second ink' : `Grey, ${share} % of the main ink`;
        }

        return grey === 0 ? 'Black, prints fully' : grey === 255 ? 'White, prints nothing' : `Grey, prints ${share} %`;
    },
    greyStyle(grey) {
        return { backgroundColor: `rgb(${grey} ${grey} ${grey})` };
    },
    flip(what) {
        this[what] = !this[what];
    },
    snapped(sample) {
        if (!this.guides) {
            return sample;
        }
        const [t, x, y, ...held] = sample;
        const snap = (v, middle) => (Math.abs(v - middle) < SNAP ? middle : v);

        return [t, snap(x, this.width / 2), snap(y, this.height / 2), ...held];
    },
    twins() {
        const mirrors = mirrorsThrough(this.width / 2, this.height / 2);

        return [...(this.across ? [mirrors.across] : []), ...(this.down ? [mirrors.down] : []), ...(this.across && this.down ? [mirrors.around] : [])];
    },
    get aimLine() {
        return this.aimed ?? [0, 0, 0, 0];
    },
    get lineAcross() {
        return this.guides || this.across;
    },
    get lineDown() {
        return this.guides || this.down;
    },

    // —— placing the drawn part ——
    get scaleDial() {
        return this.dial('scaleValue', { label: 'Scale', unit: '×', least: 0.1, most: 8, step: 0.01, log: true, standard: 1 });
    },
    get turnDial() {
        return this.dial('turnValue', { label: 'Turn', unit: '°', least: -180, most: 180, step: 1, standard: 0 });
    },
    get dxDial() {
        return this.dial('dxValue', { label: 'To the right', unit: 'px', least: -this.width, most: this.width, step: 1, standard: 0 });
    },
    get dyDial() {
        return this.dial('dyValue', { label: 'Down', unit: 'px', least: -this.height, most: this.height, step: 1, standard: 0 });
    },
    /** The guides lie on the sheet wherever it is moved to. */
    layGuides() {
        const { left, top, width, height } = this.$refs.sheet.style;
        Object.assign(this.$refs.lines.style, { left, top, width, height });
    },
    show() {
        const k = this.view.scale;
        this.$refs.sheet.style.transform = this.placing ? `translate(${this.dxValue * k}px, ${this.dyValue * k}px) rotate(${this.turnValue}deg) scale(${this.scaleValue})` : '';
    },
    get isPlacedAsDrawn() {
        return this.scaleValue === 1 && this.turnValue === 0 && this.dxValue === 0 && this.dyValue === 0;
    },
    asDrawn() {
        Object.assign(this, { scaleValue: 1, turnValue: 0, dxValue: 0, dyValue: 0 });
    },
    /** One press: what is drawn fills the square, with a little margin, in its middle. */
    async fill() {
        this.message = '';
        try {
            await this.view.strokes.tail;
            const { box: [x, y, width, height] } = await call(this.drawnUrl, { method: 'GET' });
            const scale = 0.92 * Math.min(this.width / width, this.height / height);
            Object.assign(this, { scaleValue: Math.min(8, scale), turnValue: 0 });
            this.dxValue = -(x + width / 2 - this.width / 2) * this.scaleValue;
            this.dyValue = -(y + height / 2 - this.height / 2) * this.scaleValue;
            this.placing = true;
        } catch (error) {
            this.message = error.message;
        }
    },
    async keep() {
        this.keeping = true;
        this.message = '';
        try {
            await this.view.strokes.tail;
            const { cut } = await call(this.keepUrl, { json: { scale: this.scaleValue, turn: this.turnValue, dx: this.dxValue, dy: this.dyValue, prints: this.kind.kind } });
            window.location.assign(cut);
        } catch (error) {
            this.keeping = false;
            this.message = error.message;
        }
    },
});
