import { call, callForPixels, Refused } from '../lib/call';
import { listKeeping } from '../cutting/keeping';
import { cutList } from '../cutting/list';
import { canvasOf, cutPreviews } from '../cutting/previews';
import { CutView } from '../cutting/view';
import { extended, isTyping, pageData, uuid } from '../lib/data';
import { LatestWins, debounce } from '../lib/latest-wins';
import { undoable } from '../lib/undoable';

const BACKDROPS = [
    { id: 'nothing', label: 'Nothing', prints: 'white' },
    { id: 'backdrop-white', label: 'White', prints: 'white' },
    { id: 'backdrop-black', label: 'Black', prints: 'black' },
    { id: 'backdrop-grey', label: 'Grey', prints: 'grey' },
    { id: 'backdrop-tint', label: 'Tint', prints: 'tint' },
];
/** ms between two looks at how far a tip has come. */
const ASK = 300;

const CORNERS = ['upper left', 'upper right', 'lower right', 'lower left'];
const nudged = (v, by) => Math.round(10000 * Math.min(1, Math.max(0, v + by))) / 10000;

/** The same list, pointing at another of the things. */
const pointed = (list, place) => (place ? { ...list, steps: list.steps.map((s) => (s.step === 'one-thing' ? { ...s, numbers: { ...s.numbers, place: [place] } } : s)) } : list);

/** A slider that sets one number of the hand, not of a step. */
const dial = (of, key, words) => ({
    ...words,
    get value() {
        return of[key];
    },
    set value(value) {
        of[key] = value;
    },
});

export const cutRoom = () => extended(extended(extended({ ...undoable, ...listKeeping, ...pageData('cut-data') }, cutList), cutPreviews), {
    steps: [],
    kind: 'ink mask',
    chosen: null,
    backdrops: BACKDROPS,
    backdrop: BACKDROPS[0],
    wipe: 0,
    percent: '',
    adding: false,
    making: false,
    progress: null,
    message: '',
    dragged: null,
    listName: '',
    listsOpen: false,
    hand: { shows: false, size: 0.06, softness: 0.4 },
    thing: { does: 'around', freely: false, size: 0.02 },

    init() {
        this.view = new CutView({
            canvas: this.$refs.picture,
            mat: this.$refs.mat,
            under: this.$refs.under,
            chosen: () => this.tool(),
            change: (numbers) => this.change(this.steps[this.chosenAt], numbers),
            onZoom: (percent) => { this.percent = `${percent} %`; },
        });
        this.painting = new LatestWins();
        this.beginPreviews();
        this.saveSoon = debounce(300, () => this.save());
        this.noteSoon = debounce(250, () => this.note());
        this.fill(this.list);
        if (this.set && this.set.found > 0) {
            this.message = `${this.set.found} things lie apart here. A tip takes ${this.set.frames.length} frames: these are the largest.`;
        }
        const key = this.set ? `cut:set ${this.set.url} ${this.set.position}` : `cut:${this.id}`;
        this.beginKeeping(key);
        this.noted = this.inList();
        this.beginPast(key);
        this.$watch('steps', () => this.changed());
        this.$watch('kind', () => this.changed());
        this.$watch('chosen', () => { this.view.draw(); this.check(); });
        this.$watch('backdrop', () => this.check());
        this.$watch('wipe', () => { this.view.wipe = this.wipe; this.view.draw(); });
        new ResizeObserver(() => this.view.draw()).observe(this.$refs.mat);
        window.addEventListener('keydown', (event) => this.keys(event));
        window.addEventListener('keyup', (event) => { this.view.space = event.code === 'Space' ? false : this.view.space; });
        this.load();
    },
    async load() {
        try {
            const { patches } = await callForPixels(`${this.url}/before`, { method: 'GET' });
            this.view.before = canvasOf(patches[0].image);
            this.view.sourceScale = this.fullWidth / patches[0].image.width;
            this.preview();
        } catch (error) {
            this.say(error);
        }
    },
    keys(event) {
        if (isTyping(event)) {
            return;
        }
        if (event.code === 'Space' && event.target === document.body) {
            event.preventDefault();
            this.view.space = true;
        } else if (event.key === '+' || event.key === '=') {
            this.closer();
        } else if (event.key === '-') {
            this.farther();
        } else if (event.key === '0') {
            this.fit();
        } else if (event.key === 'Escape') {
            this.adding = false;
        }
    },
    changed() {
        this.isUnsaved = true;
        this.preview();
        // A slider that moves is one change; each step that is put in, taken out, moved or switched is one by itself.
        const steps = this.inList();
        if (steps !== this.noted) {
            this.note();
            this.noted = steps;
        }
        this.noteSoon();
        this.saveSoon();
    },
    inList() {
        return this.steps.map((s) => `${s.key} ${s.on}`).join();
    },
    toggleAdding() {
        this.adding = !this.adding;
        if (this.adding) {
            this.paintEffects();
        }
    },
    /** The small picture of each step's effect, on this source as it is cut now. */
    paintEffects() {
        this.painting.run(async () => {
            const { words, patches } = await callForPixels(`${this.url}/effects`, { json: this.written() });
            words.steps.forEach((id, i) => {
                const canvas = document.querySelector(`[data-effect="${id}"]`);
                if (canvas) {
                    canvas.width = patches[i].image.width;
                    canvas.height = patches[i].image.height;
                    canvas.getContext('2d').putImageData(patches[i].image, 0, 0);
                }
            });
        });
    },

    // —— the picture ——
    tool() {
        const at = this.chosenAt;
        const step = this.steps[at];

        return step && step.on ? { step: step.step, at, numbers: step.numbers, hand: this.hand, thing: this.thing } : null;
    },
    get hint() {
        return { 'clear-colour': 'Click on the picture to point at a colour, as often as needed; click on a ring to take it away.', 'keep-area': 'Draw the area on the picture.', 'hand-mask': 'Paint on the picture.', crop: 'Drag the edges on the picture.', 'one-thing': 'Click on the thing that stays.', straighten: 'Drag the four corners.', 'take-thing': { around: 'Draw around the thing, or click on it.', this: 'Draw over what is missing.', not: 'Draw over what is too much.' }[this.thing.does] }[this.steps[this.chosenAt]?.step] ?? '';
    },
    setShows(shows) {
        this.hand.shows = shows;
    },
    setThing(does, freely) {
        this.thing.does = does;
        this.thing.freely = freely;
    },
    isThing(does, freely) {
        return this.thing.does === does && this.thing.freely === freely;
    },
    get thingSize() {
        return dial(this.thing, 'size', { label: 'Mark', unit: '%', least: 0.003, most: 0.2, standard: 0.02, step: 0.001, log: true });
    },
    // —— the corners of a page ——
    /** Finds them in the picture; where none are found they stand near its own, to be dragged. */
    async findCorners(step) {
        try {
            const { corners } = await call(`${this.url}/corners`, { json: { list: this.written(), at: this.steps.findIndex((s) => s.key === step.key) } });
            this.message = '';
            this.change(step, { corners });
        } catch (error) {
            if (step.numbers.corners.length !== 4) {
                this.change(step, { corners: [[0.1, 0.1], [0.9, 0.1], [0.9, 0.9], [0.1, 0.9]] });
            }
            this.say(error);
        }
    },
    cornersOf(step) {
        return step.numbers.corners.length === 4 ? CORNERS.map((label, i) => ({ label, i, place: step.numbers.corners[i].map((v) => `${(100 * v).toFixed(1)} %`).join(', ') })) : [];
    },
    /** With the arrow keys, ten times as far with Shift. */
    nudgeCorner(step, i, event) {
        const [dx, dy] = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key] ?? [0, 0];
        if (dx || dy) {
            event.preventDefault();
            const by = event.shiftKey ? 0.01 : 0.001;
            this.change(step, { corners: step.numbers.corners.map(([x, y], k) => (k === i ? [nudged(x, dx * by), nudged(y, dy * by)] : [x, y])) });
        }
    },
    /** A mix of greys that keeps the colours of this picture apart. */
    async partGreys(step) {
        try {
            const { numbers } = await call(`${this.url}/greys`, { json: { list: this.written(), at: this.chosenAt } });
            this.message = '';
            this.change(step, numbers);
        } catch (error) {
            this.say(error);
        }
    },
    undoMark(step) {
        this.change(step, { marks: step.numbers.marks.slice(0, -1) });
    },
    beginThing(step) {
        this.change(step, { marks: [], area: [] });
        this.setThing('around', this.thing.freely);
    },
    saysNothing(step) {
        return step.numbers.marks.length === 0 && step.numbers.area.length === 0;
    },
    get handSize() {
        return dial(this.hand, 'size', { label: 'Brush', unit: '%', least: 0.005, most: 0.5, standard: 0.06, step: 0.005, log: true });
    },
    get handSoftness() {
        return dial(this.hand, 'softness', { label: 'Softness', unit: '%', least: 0, most: 1, standard: 0.4, step: 0.05 });
    },
    undoStroke(step) {
        this.change(step, { strokes: step.numbers.strokes.slice(0, -1) });
    },
    pointAnew(step) {
        this.change(step, { places: [] });
    },
    closer() {
        this.view.zoomBy(1.5);
    },
    farther() {
        this.view.zoomBy(1 / 1.5);
    },
    fit() {
        this.view.fit();
    },
    get wipeTrack() {
        return { '--part': `${this.wipe / 10}%` };
    },
    setWipe(event) {
        this.wipe = Number(event.target.value);
    },
    setBackdrop(backdrop) {
        this.backdrop = backdrop;
    },
    isBackdrop(backdrop) {
        return this.backdrop.id === backdrop.id;
    },

    // —— frames cut together ——
    isFrame(i) {
        return this.set.position === i;
    },
    frameUrl(i) {
        return `${this.set.url}?frame=${i}${this.tip ? `&tip=${this.tip.id}` : ''}`;
    },
    get hasOwn() {
        return this.set !== null && this.set.frames[this.set.position].own !== null;
    },
    toggleOwn() {
        const frame = this.set.frames[this.set.position];
        if (frame.own) {
            frame.own = null;
            this.fill(pointed(this.set.shared, frame.place));
        } else {
            frame.own = this.written();
        }
        this.saveSoon();
    },
    toggleEvened() {
        this.set.evened = !this.set.evened;
        this.saveSoon();
    },
    async moveFrame(by) {
        const from = this.set.position;
        const to = from + by;
        if (to >= 0 && to < this.set.frames.length) {
            this.set.frames.splice(to, 0, ...this.set.frames.splice(from, 1));
            this.set.position = to;
            await this.save();
            window.history.replaceState(null, '', this.frameUrl(to));
        }
    },
    /** The lines of a drawing made at another size; its list follows, so the page begins anew with both. */
    async redraw(event) {
        try {
            await this.save();
            await call(this.redrawUrl, { method: 'PUT', json: { side: Math.round(Number(event.target.value)) } });
            window.location.reload();
        } catch (error) {
            this.message = error.message;
        }
    },
    /** Of a frame that is one of several things only that thing is shown. */
    frameView(f) {
        const [left, top, right, bottom] = f.box ?? [0, 0, 1, 1];

        return `${left * f.width} ${top * f.height} ${Math.max(1, (right - left) * f.width)} ${Math.max(1, (bottom - top) * f.height)}`;
    },
    /** Every thing of the picture becomes a frame of one tip. */
    async part() {
        try {
            await this.save();
            const { cut } = await call(`${this.url}/part`, { json: { list: this.written() } });
            window.location.assign(cut);
        } catch (error) {
            this.say(error);
        }
    },
    async takeOutFrame() {
        if (this.set.frames.length > 2) {
            this.set.frames.splice(this.set.position, 1);
            await this.save();
            window.location.assign(this.frameUrl(0));
        } else {
            this.message = 'A tip cut together needs two frames at least.';
        }
    },

    // —— lists by name ——
    toggleLists() {
        this.listsOpen = !this.listsOpen;
    },
    async keepList() {
        try {
            const kept = await call(this.listsUrl, { json: { name: this.listName, list: this.written() } });
            this.lists = [...this.lists.filter((l) => l.id !== kept.id), kept].sort((a, b) => a.name.localeCompare(b.name));
            this.listName = '';
        } catch (error) {
            this.say(error);
        }
    },
    useList(list) {
        this.fill(list.list);
    },
    async dropList(list) {
        try {
            await call(list.url, { method: 'DELETE' });
            this.lists = this.lists.filter((l) => l.id !== list.id);
        } catch (error) {
            this.say(error);
        }
    },
    async readList(event) {
        const [file] = event.target.files;
        event.target.value = '';
        try {
            const json = JSON.parse(await file.text());
            this.fill((await call(`${this.listsUrl}/read`, { json })).list);
        } catch (error) {
            this.message = error instanceof SyntaxError ? 'This file is no cut list: it is not JSON.' : error.message;
        }
    },

    // —— keeping ——
    async makeTip() {
        await this.work(async (job) => {
            await this.save();
            const url = this.set ? `${this.set.url}/tip` : `${this.url}/tip`;

            return call(url, { json: this.set ? { name: this.name, job } : { list: this.written(), name: this.name, job } });
        });
    },
    async remakeTip() {
        const brushes = this.tip.brushes === 1 ? 'One brush uses it and follows.' : `${this.tip.brushes} brushes use it and follow.`;
        if (window.confirm(`Make “${this.tip.name}” anew? ${brushes} It can be put back in Keep.`)) {
            await this.work((job) => call(this.tip.remake, { json: { list: this.set ? this.set.shared : this.written(), job } }));
        }
    },
    /** Long work: how far it has come is asked for beside it, and it can be called off. */
    async work(start) {
        this.making = true;
        this.message = '';
        this.job = uuid();
        const asking = setInterval(async () => {
            this.progress = await call(`${this.workUrl}/${this.job}`, { method: 'GET' }).catch(() => this.progress);
        }, ASK);
        try {
            const { tune } = await start(this.job);
            window.location.assign(tune);
        } catch (error) {
            this.making = false;
            this.say(error);
        } finally {
            clearInterval(asking);
            this.progress = null;
        }
    },
    callOff() {
        call(`${this.workUrl}/${this.job}`, { method: 'DELETE' });
    },
    get doing() {
        return this.progress?.doing ? `${this.progress.doing} … ${Math.round(this.progress.part * 100)} %` : 'Making the tip …';
    },
    say(error) {
        this.message = error instanceof Refused ? error.message : 'The server is away. The list is still here; try again in a moment.';
    },
});
