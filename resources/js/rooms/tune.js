import { call, callForPixels } from '../lib/call';
import { countOn, drawCoarse, showPicture } from '../lib/canvas';
import { anyRoll, extended, pageData, frozen } from '../lib/data';
import { LatestWins, debounce } from '../lib/latest-wins';
import { undoable } from '../lib/undoable';
import { about } from '../tuning/about';
import { controls } from '../tuning/controls';
import { driving } from '../tuning/driving';
import { holding } from '../tuning/holding';
import { inking } from '../parts/inking';
import { inks } from '../tuning/inks';
import { keeping } from '../tuning/keeping';
import { looking } from '../tuning/looking';
import { pickingParts } from '../tuning/picking-parts';
import { pinning } from '../tuning/pinning';
import { practising } from '../tuning/practising';
import { drawForm, drawGround, drawHand, drawInk, drawStep, frameOf } from '../tuning/stations';
import { SwatchView } from '../tuning/swatch-view';

const STATIONS = [
    { id: 'hand', label: 'Hand' },
    { id: 'step', label: 'Step' },
    { id: 'form', label: 'Form' },
    { id: 'ink', label: 'Ink' },
    { id: 'ground', label: 'Ground' },
];

const BACKDROPS = [
    { id: 'backdrop-white', label: 'White' },
    { id: 'backdrop-black', label: 'Black' },
    { id: 'backdrop-grey', label: 'Grey' },
    { id: 'backdrop-tint', label: 'Tint' },
];
/** Swatches under way while a slider moves: one is painted while the one before it is on its way. */
const UNDER_WAY = 2;
/** ms a swatch may take before the next one is shown coarse first. */
const SLOW = 250;
/** ms of rest after which influence is worked out: painting goes first. */
const RESTS = 150;
const DPI = 'tune:dpi';

export const tuneRoom = () => [about, controls, driving, holding, inking, inks, keeping, looking, pickingParts, pinning, practising].reduce(extended, extended({ ...undoable, ...settledAll(pageData('tune-data')) }, {
    stations: STATIONS,
    station: 'step',
    chosen: null,
    panel: 'settings',
    report: { words: '' },
    stages: [],
    leading: [],
    tip: { width: 1, height: 1 },
    idle: {},
    still: {},
    influence: { settings: {}, spreads: {}, drives: {} },
    range: null,
    beginnings: [],
    isSlow: false,
    backdrop: 'backdrop-white',
    backdrops: BACKDROPS,
    under: null,
    curves: {},
    lit: null,
    zoom: 1,
    dpi: 300,
    isPainting: false,
    waits: [],
    message: '',

    init() {
        this.dpi = Number(localStorage.getItem(DPI)) || 300;
        this.painting = new LatestWins(UNDER_WAY);
        this.advising = new LatestWins();
        this.weighing = new LatestWins();
        this.ranging = new LatestWins();
        this.saveSoon = debounce(300, () => this.save());
        this.adviseSoon = debounce(60, () => this.advising.run(() => this.painting.idle().then(() => this.advise())));
        this.weighSoon = debounce(RESTS, () => this.weighing.run(() => this.advising.idle().then(() => this.weigh())));
        this.noteSoon = debounce(250, () => this.note());
        this.beginPractising();
        this.beginKeeping();
        this.beginPast(`tune:${this.id}`);
        this.beginHolding();
        this.beginInking();
        for (const drawn of ['brush', 'parts', 'roll']) {
            this.$watch(drawn, () => this.changed());
        }
        for (const shown of ['pen', 'recorded', 'marks', 'under']) {
            this.$watch(shown, () => {
                this.storePen();
                this.noteSoon();
                this.repaint();
            });
        }
        this.choose('step');
        this.view = new SwatchView({
            mat: this.$refs.mat,
            board: this.$refs.board,
            isPicking: () => this.isPicking,
            pick: (place) => this.pickAt(place),
            pen: { begin: (sample, isPen) => this.beginStroke(sample, isPen), move: (samples) => this.moveStroke(samples), end: (samples) => this.endStroke(samples) },
            pointAt: (place) => this.pointAt(place),
            onZoom: (zoom) => {
                this.zoom = zoom;
                this.drawLit();
            },
        });
        new ResizeObserver(() => this.repaint()).observe(this.$refs.mat);
        window.addEventListener('keydown', (event) => this.key(event));
        window.addEventListener('keyup', (event) => { this.view.panning = event.code === 'Space' ? false : this.view.panning; });
    },

    // —— state ——
    /** What undo goes back through: the brush, and what was painted by hand. */
    written() {
        return { ...this.drawn(), marks: this.marks };
    },
    changed() {
        this.noteUnsaved();
        this.repaint();
        this.noteSoon();
        this.saveSoon();
    },
    fill(state) {
        Object.assign(this, { ...state, brush: frozen(state.brush) });
    },
    get standing() {
        return `${Math.round(this.brush.settings.size.base)} px · ${this.isChanged ? 'changed since kept' : 'kept'}`;
    },
    /** Only one thing at a time lies under the swatch; the settings when nothing else does. */
    show(panel) {
        this.panel = panel;
    },
    shows(panel) {
        return this.panel === panel;
    },

    // —— painting ——
    /** What the engine is asked for: the brush, who moves the pen, and what lies under it. */
    order() {
        const { clientWidth, clientHeight } = this.$refs.mat;

        return {
            ...this.drawn(),
            width: Math.min(2000, Math.max(100, clientWidth)),
            height: Math.min(1000, Math.max(60, clientHeight)),
            pen: this.pen,
            ...(this.recorded === null ? {} : { recorded: this.recorded }),
            ...(this.strokes.length ? { strokes: this.strokes } : {}),
            ...(this.under === null ? {} : { under: this.under }),
        };
    },
    /** Painting goes first: what is told of it is asked for once it stands and nothing moves. */
    repaint() {
        this.changes = (this.changes ?? 0) + 1;
        this.painting.run((counts, isNewest) => this.paint(counts, isNewest));
        this.adviseSoon();
        this.weighSoon();
        if (this.comparing) {
            this.paintHeld();
        }
    },
    /** What takes long is shown coarse at once, and fine when it is ready and nothing newer waits. */
    async paint(counts, isNewest) {
        if (this.isPainting) {
            return;
        }
        const order = this.order();
        try {
            if (this.isSlow) {
                const { patches } = await callForPixels(`${this.url}/look/swatch`, { json: { ...order, coarse: true } });
                if (!counts()) {
                    return;
                }
                drawCoarse(this.$refs.swatch, order, patches);
                countOn(this.$refs.swatch, 'coarse');
                if (!isNewest()) {
                    return;
                }
            }
            const from = performance.now();
            const { words, patches } = await callForPixels(`${this.url}/look/swatch`, { json: order });
            this.isSlow = performance.now() - from > SLOW;
            if (!counts()) {
                return;
            }
            const canvas = this.$refs.swatch;
            for (const each of [canvas, this.$refs.litSwatch]) {
                if (each.width !== order.width || each.height !== order.height) {
                    each.width = order.width;
                    each.height = order.height;
                }
            }
            const context = canvas.getContext('2d');
            context.clearRect(0, 0, order.width, order.height);
            patches.forEach((patch) => context.putImageData(patch.image, patch.x, patch.y));
            countOn(canvas, 'painted');
            // What is shown, for whoever waits for it.
            canvas.dataset.size = String(order.brush.settings.size.base);
            canvas.dataset.ink = order.brush.inks.main;
            this.curves = words.curves;
            this.message = '';
        } catch (error) {
            this.failed(error);
        }
    },
    async advise() {
        if (this.isPainting) {
            return;
        }
        try {
            const told = await call(`${this.url}/ask/advice`, { json: { ...this.order(), dpi: this.dpi } });
            Object.assign(this, { report: told.report, idle: told.idle, still: told.still, stages: Object.freeze(told.stages), leading: told.leading, tip: told.tip });
            this.lit = null;
            this.drawStations();
            countOn(this.$refs.step, 'drawn');
        } catch (error) {
            this.failed(error);
        }
    },
    /** The last station shows the swatch itself; the others follow with the advice. */
    drawPixels() {
        const shown = this.leading.map((i) => this.stages[i]);
        if (shown.length > 0) {
            drawGround(this.$refs.ground, this.$refs.swatch, frameOf(shown), this.lit?.dab ?? null, this.tip);
        }
    },
    drawStations() {
        const shown = this.leading.map((i) => this.stages[i]);
        if (shown.length === 0) {
            return;
        }
        const frame = frameOf(shown);
        const lit = this.lit?.dab ?? null;
        drawHand(this.$refs.hand, shown, frame, lit);
        drawStep(this.$refs.step, shown, frame, lit);
        drawForm(this.$refs.form, shown, frame, lit, this.tip);
        drawInk(this.$refs.ink, shown, frame, lit, this.tip);
        drawGround(this.$refs.ground, this.$refs.swatch, frame, lit, this.tip);
    },
    /** In short answers, one after another, the open station first; given up as soon as something changes or the pen comes down. */
    async weigh() {
        if (this.isPainting) {
            return;
        }
        const now = this.changes;
        let from = null;
        try {
            do {
                const part = await call(`${this.url}/ask/influence`, { json: { ...this.order(), station: this.station, ...(from === null ? {} : { from }) } });
                if (this.changes !== now || this.isPainting) {
                    return;
                }
                const { settings, spreads, drives } = this.influence;
                this.influence = Object.freeze({ settings: { ...settings, ...part.settings }, spreads: { ...spreads, ...part.spreads }, drives: { ...drives, ...part.drives } });
                countOn(this.$refs.swatch, 'told');
                from = part.next;
            } while (from !== null);
            countOn(this.$refs.swatch, 'weighed');
            if (this.range) {
                this.showRange();
            }
        } catch (error) {
            // Nobody waits any more for what was asked before a change.
            if (this.changes === now) {
                this.failed(error);
            }
        }
    },
    anotherRoll() {
        this.roll = anyRoll();
    },

    readBegun() {
        this.begun = '';
    },

    // —— versions, beginnings ——
    toggleVersions() {
        this.show(this.panel === 'versions' ? 'settings' : 'versions');
    },
    toggleAbout() {
        this.show(this.panel === 'about' ? 'settings' : 'about');
    },
    async toggleBeginnings() {
        this.show(this.panel === 'beginnings' ? 'settings' : 'beginnings');
        if (this.panel !== 'beginnings') {
            return;
        }
        try {
            const { words, patches } = await callForPixels(`${this.url}/ask/beginnings`, { json: this.order() });
            this.beginnings = words.beginnings;
            this.$nextTick(() => document.querySelectorAll('[data-beginning] canvas').forEach((canvas, i) => {
                showPicture(canvas, patches[i].image);
            }));
        } catch (error) {
            this.failed(error);
        }
    },
    /** The settings of a beginning; undo brings back what was. */
    begin(beginning) {
        this.note();
        this.brush = beginning.brush;
        this.show('settings');
    },

    // —— from low to high ——
    get canRange() {
        return this.chosen !== null && Boolean(this.settings[this.chosen]) && !this.isCurve;
    },
    showRange() {
        const setting = this.chosen;
        this.ranging.run(async () => {
            try {
                const { words, patches } = await callForPixels(`${this.url}/ask/range`, { json: { ...this.order(), setting } });
                this.range = { setting, values: words.values };
                this.$nextTick(() => document.querySelectorAll('[data-range]').forEach((canvas, i) => {
                    const { image } = patches[i] ?? {};
                    if (image) {
                        showPicture(canvas, image);
                    }
                }));
            } catch (error) {
                this.failed(error);
            }
        });
    },
    hideRange() {
        this.range = null;
    },
    get rangeValues() {
        return this.range?.setting === this.chosen ? this.range.values : [];
    },
    rangeLabel(value) {
        return this.quantity(this.chosen, value);
    },
    /** A value of a setting, with its unit. */
    quantity(id, value) {
        if (typeof value !== 'number') {
            return String(value);
        }
        const { unit } = this.settings[id];

        return unit === '%' ? `${Math.round(value * 100)} %` : `${Math.round(value * 10) / 10}${unit === '°' ? '°' : ` ${unit}`}`.trim();
    },
    takeValue(value) {
        this.set(this.chosen, 'base', value);
    },
    isTaken(value) {
        return this.choice(this.chosen) === value;
    },

    // —— step report ——
    get canJoin() {
        return this.report.widest !== null && this.report.widest !== undefined && (this.report.kind === 'separate' || this.report.kind === 'beaded');
    },
    /** The widest spacing at which the line still looks solid, as the step report found it. */
    join() {
        this.set('spacing', 'base', Math.max(0.01, Math.floor(this.report.widest * 100) / 100));
    },
    setDpi(event) {
        const dpi = Number.parseInt(event.target.value, 10);
        this.dpi = Number.isFinite(dpi) ? Math.min(2400, Math.max(36, dpi)) : this.dpi;
        event.target.value = this.dpi;
        localStorage.setItem(DPI, String(this.dpi));
        this.adviseSoon();
    },
    get printWords() {
        return this.report.print === undefined ? '' : `${this.report.print.toFixed(1)} mm wide at`;
    },
}));

/** What the page was given is never changed in place. */
function settledAll(data) {
    return Object.fromEntries(Object.entries(data).map(([key, value]) => [key, frozen(value)]));
}
