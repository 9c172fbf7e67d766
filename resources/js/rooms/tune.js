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
import { ranging } from '../tuning/ranging';
import { reporting } from '../tuning/reporting';
import { drawForm, drawGround, drawHand, drawInk, drawStep, frameOf } from '../tuning/stations';
import { SwatchView } from '../tuning/swatch-view';

const STATIONS = [
    { id: 'hand', label: 'Hand' },
    { id: 'step', label: 'Step' },
    { id: 'form', label: 'Form' },
    { id: 'ink', label: 'Ink' },
    { id: 'ground', label: 'Ground' },
];

/** Swatches under way while a slider moves: one is painted while the one before it is on its way. */
const UNDER_WAY = 2;
/** ms a swatch may take before the next one is shown coarse first. */
const SLOW = 250;
/** ms of rest after which influence is worked out: painting goes first. */
const RESTS = 150;

/** What stands in the room under a name of its own, and reaches the rest of it through `room`. */
const STORES = { about, driving, holding, looking, pickingParts, pinning, practising, ranging, reporting };

export const tuneRoom = () => withStores([controls, inking, inks, keeping].reduce(extended, extended({ ...undoable, ...settledAll(pageData('tune-data')) }, {
    stations: STATIONS,
    station: 'step',
    chosen: null,
    panel: 'settings',
    stages: [],
    leading: [],
    tip: { width: 1, height: 1 },
    idle: {},
    still: {},
    influence: { settings: {}, spreads: {}, drives: {} },
    beginnings: [],
    isSlow: false,
    curves: {},
    isPainting: false,
    message: '',
    /** What was deleted and can be had again: its name, the address that brings it back, and what follows. */
    gone: null,

    init() {
        this.reporting.beginReporting();
        this.ranging.beginRanging();
        this.painting = new LatestWins(UNDER_WAY);
        this.advising = new LatestWins();
        this.weighing = new LatestWins();
        this.saveSoon = debounce(300, () => this.save());
        this.adviseSoon = debounce(60, () => this.advising.run(() => this.painting.idle().then(() => this.advise())));
        this.weighSoon = debounce(RESTS, () => this.weighing.run(() => this.advising.idle().then(() => this.weigh())));
        this.noteSoon = debounce(250, () => this.note());
        this.practising.beginPractising();
        this.beginKeeping();
        this.beginPast(`tune:${this.id}`);
        this.holding.beginHolding();
        this.beginInking();
        for (const drawn of ['brush', 'parts', 'roll']) {
            this.$watch(drawn, () => this.changed());
        }
        for (const shown of ['practising.pen', 'practising.recorded', 'practising.marks', 'looking.under']) {
            this.$watch(shown, () => {
                this.practising.storePen();
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
            pen: { begin: (sample, isPen) => this.practising.beginStroke(sample, isPen), move: (samples) => this.practising.moveStroke(samples), end: (samples) => this.practising.endStroke(samples) },
            pointAt: (place) => this.looking.pointAt(place),
            onZoom: (zoom) => {
                this.looking.zoom = zoom;
                this.looking.drawLit();
            },
        });
        new ResizeObserver(() => this.repaint()).observe(this.$refs.mat);
        window.addEventListener('keydown', (event) => this.looking.key(event));
        window.addEventListener('keyup', (event) => { this.view.panning = event.code === 'Space' ? false : this.view.panning; });
    },

    // —— state ——
    /** What undo goes back through: the brush, and what was painted by hand. */
    written() {
        return { ...this.drawn(), marks: this.practising.marks };
    },
    changed() {
        this.noteUnsaved();
        this.repaint();
        this.noteSoon();
        this.saveSoon();
    },
    fill({ brush, parts, roll, marks }) {
        Object.assign(this, { brush: frozen(brush), parts, roll });
        this.practising.marks = marks;
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
            pen: this.practising.pen,
            ...(this.practising.recorded === null ? {} : { recorded: this.practising.recorded }),
            ...(this.practising.strokes.length ? { strokes: this.practising.strokes } : {}),
            ...(this.looking.under === null ? {} : { under: this.looking.under }),
        };
    },
    /** Painting goes first: what is told of it is asked for once it stands and nothing moves. */
    repaint() {
        this.changes = (this.changes ?? 0) + 1;
        this.painting.run((counts, isNewest) => this.paint(counts, isNewest));
        this.adviseSoon();
        this.weighSoon();
        if (this.holding.comparing) {
            this.holding.paintHeld();
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
            const told = await call(`${this.url}/ask/advice`, { json: { ...this.order(), dpi: this.reporting.dpi } });
            this.reporting.report = told.report;
            Object.assign(this, { idle: told.idle, still: told.still, stages: Object.freeze(told.stages), leading: told.leading, tip: told.tip });
            this.looking.lit = null;
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
            drawGround(this.$refs.ground, this.$refs.swatch, frameOf(shown), this.looking.lit?.dab ?? null, this.tip);
        }
    },
    drawStations() {
        const shown = this.leading.map((i) => this.stages[i]);
        if (shown.length === 0) {
            return;
        }
        const frame = frameOf(shown);
        const lit = this.looking.lit?.dab ?? null;
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
            if (this.ranging.range) {
                this.ranging.showRange();
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

    async bringBack() {
        const { url, again } = this.gone;
        this.gone = null;
        try {
            await call(url);
            await again();
        } catch (error) {
            this.failed(error);
        }
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

    // —— words ——
    /** A value of a setting, with its unit. */
    quantity(id, value) {
        if (typeof value !== 'number') {
            return String(value);
        }
        const { unit } = this.settings[id];

        return unit === '%' ? `${Math.round(value * 100)} %` : `${Math.round(value * 10) / 10}${unit === '°' ? '°' : ` ${unit}`}`.trim();
    },
})));

function withStores(room) {
    for (const [name, store] of Object.entries(STORES)) {
        room[name] = extended({}, store);
        // Alpine goes through all that it can list, and would go round in a circle.
        Object.defineProperty(room[name], 'room', { value: room, enumerable: false, writable: true, configurable: true });
    }

    return room;
}


/** What the page was given is never changed in place. */
function settledAll(data) {
    return Object.fromEntries(Object.entries(data).map(([key, value]) => [key, frozen(value)]));
}
