import { call, callForPixels, Refused } from '../lib/call';
import { pageData } from '../lib/data';
import { Latest, quietly } from '../lib/latest';
import { undoable } from '../lib/undoable';

const BACKDROPS = [
    { id: 'nothing', label: 'Nothing', ink: '#1c211e' },
    { id: 'backdrop-white', label: 'White', ink: '#1c211e' },
    { id: 'backdrop-black', label: 'Black', ink: '#e9e4d8' },
    { id: 'backdrop-grey', label: 'Grey', ink: '#1c211e' },
    { id: 'backdrop-tint', label: 'Tint', ink: '#1c211e' },
];
let key = 0;

export const cutRoom = () => ({
    ...undoable,
    ...pageData('cut-data'),
    steps: [],
    kind: 'ink mask',
    chosen: null,
    findings: [],
    ready: false,
    width: 0,
    height: 0,
    backdrops: BACKDROPS,
    backdrop: BACKDROPS[0],
    wipe: 0,
    zoom: 1,
    adding: false,
    making: false,
    message: '',
    dragged: null,

    init() {
        this.after = null;
        this.placement = [0, 0, 1, 1, 1];
        this.inputs = [];
        this.previewing = new Latest();
        this.saveSoon = quietly(300, () => this.save());
        this.noteSoon = quietly(250, () => this.note());
        this.fill(this.list);
        this.beginPast(`cut:${this.id}`);
        this.$watch('steps', () => this.changed());
        this.$watch('kind', () => this.changed());
        this.$watch('backdrop', () => this.preview());
        this.$watch('wipe', () => this.draw());
        new ResizeObserver(() => this.draw()).observe(this.$refs.mat);
        this.load();
    },
    async load() {
        const { patches } = await callForPixels(`${this.url}/before`, { method: 'GET' });
        this.before = canvasOf(patches[0].image);
        this.preview();
    },

    // —— the list ——
    written() {
        return { kind: this.kind, steps: this.steps.map(({ step, on, numbers }) => ({ step, on, numbers })) };
    },
    fill(list) {
        this.kind = list.kind;
        this.steps = list.steps.map((s) => ({ ...s, numbers: { ...s.numbers }, key: ++key }));
        this.chosen = this.steps.length ? this.steps[this.steps.length - 1].key : null;
    },
    changed() {
        this.preview();
        this.noteSoon();
        this.saveSoon();
    },
    form(step) {
        return this.forms[step.step];
    },
    summary(step) {
        if (!step.on) {
            return 'switched off';
        }

        return this.form(step).params.map((p) => {
            const value = step.numbers[p.key];
            if (p.kind === 'places') {
                return value.length === 1 ? '1 place pointed at' : `${value.length} places pointed at`;
            }
            if (p.kind === 'choice') {
                return value;
            }
            const shown = p.unit === '%' ? Math.round(value * 1000) / 10 : Math.round(value * 100) / 100;

            return `${p.label.toLowerCase()} ${shown}${p.unit ? ` ${p.unit}` : ''}`;
        }).join(' · ') || this.form(step).sentence;
    },
    numbers(step) {
        const room = this;

        return this.form(step).params.filter((p) => p.kind === 'number').map((p) => ({
            ...p,
            standard: p.default,
            log: p.key === 'side',
            get value() {
                return step.numbers[p.key];
            },
            set value(value) {
                step.numbers = { ...step.numbers, [p.key]: value };
                room.steps = [...room.steps];
            },
        }));
    },
    choices(step) {
        return this.form(step).params.filter((p) => p.kind === 'choice');
    },
    isPicked(step, param, value) {
        return step.numbers[param.key] === value;
    },
    pick(step, param, value) {
        step.numbers = { ...step.numbers, [param.key]: value };
        this.steps = [...this.steps];
    },
    isChosen(step) {
        return this.chosen === step.key;
    },
    choose(step) {
        this.chosen = step.key;
    },
    toggle(step) {
        step.on = !step.on;
        this.steps = [...this.steps];
    },
    remove(step) {
        this.steps = this.steps.filter((s) => s.key !== step.key);
    },
    moveBy(step, by) {
        const from = this.steps.findIndex((s) => s.key === step.key);
        const to = from + by;
        if (to >= 0 && to < this.steps.length) {
            const steps = [...this.steps];
            steps.splice(to, 0, ...steps.splice(from, 1));
            this.steps = steps;
        }
    },
    grip(step, event) {
        if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
            event.preventDefault();
            this.moveBy(step, event.key === 'ArrowUp' ? -1 : 1);
            this.$nextTick(() => document.querySelector(`[data-grip="${step.key}"]`)?.focus());
        }
    },
    lift(step) {
        this.dragged = step.key;
    },
    over(step, event) {
        event.preventDefault();
        const from = this.steps.findIndex((s) => s.key === this.dragged);
        const to = this.steps.findIndex((s) => s.key === step.key);
        if (from >= 0 && from !== to) {
            this.moveBy(this.steps[from], to - from);
        }
    },
    drop() {
        this.dragged = null;
    },
    get groups() {
        const groups = {};
        for (const [id, form] of Object.entries(this.forms)) {
            (groups[form.group] ??= { name: form.group, steps: [] }).steps.push({ id, ...form });
        }

        return Object.values(groups);
    },
    toggleAdding() {
        this.adding = !this.adding;
    },
    add(id) {
        this.adding = false;
        const group = this.forms[id].group;
        // What clears or changes tone goes before what frames, so that the frame fits the result.
        const at = group === 'Frame' ? this.steps.length : this.placeBeforeFrame();
        this.insert({ step: id, on: true, numbers: JSON.parse(JSON.stringify(this.forms[id].numbers)) }, at);
    },
    placeBeforeFrame() {
        const at = this.steps.findIndex((s) => this.forms[s.step].group === 'Frame');

        return at < 0 ? this.steps.length : at;
    },
    insert(step, at) {
        const added = { ...step, key: ++key };
        this.steps = [...this.steps.slice(0, at), added, ...this.steps.slice(at)];
        this.chosen = added.key;
    },
    mend(finding) {
        const { at, step } = finding.mending;
        const same = this.steps.find((s) => s.step === step.step);
        if (same && step.step !== 'invert-ink') {
            same.numbers = { ...step.numbers };
            same.on = true;
            this.steps = [...this.steps];
            this.chosen = same.key;
        } else {
            this.insert(step, at);
        }
    },
    setKind(kind) {
        this.kind = kind;
    },

    // —— the picture ——
    preview() {
        this.previewing.run(async () => {
            try {
                const { words, patches } = await callForPixels(`${this.url}/preview`, { json: { list: this.written(), ink: this.backdrop.ink } });
                this.after = canvasOf(patches[0].image);
                this.placement = words.placement;
                this.inputs = words.inputs;
                this.findings = words.findings;
                this.width = words.width;
                this.height = words.height;
                this.ready = true;
                this.message = '';
                this.$refs.prints.getContext('2d').putImageData(patches[1].image, 0, 0);
                this.draw();
                this.$refs.picture.dataset.painted = String(Number(this.$refs.picture.dataset.painted || 0) + 1);
            } catch (error) {
                this.say(error);
            }
        });
    },
    draw() {
        if (!this.after) {
            return;
        }
        const canvas = this.$refs.picture;
        const ratio = window.devicePixelRatio || 1;
        const width = this.$refs.mat.clientWidth;
        const height = this.$refs.mat.clientHeight;
        canvas.width = width * ratio;
        canvas.height = height * ratio;
        const c = canvas.getContext('2d');
        const fit = Math.min((width - 40) / this.after.width, (height - 40) / this.after.height) * this.zoom;
        this.view = { scale: fit, x: (width - this.after.width * fit) / 2, y: (height - this.after.height * fit) / 2 };
        c.setTransform(ratio * fit, 0, 0, ratio * fit, ratio * this.view.x, ratio * this.view.y);
        c.imageSmoothingEnabled = fit < 4;
        // The backdrop lies under the picture only: around it the mat stays neutral.
        this.$refs.under.style.left = `${this.view.x}px`;
        this.$refs.under.style.top = `${this.view.y}px`;
        this.$refs.under.style.width = `${this.after.width * fit}px`;
        this.$refs.under.style.height = `${this.after.height * fit}px`;
        c.drawImage(this.after, 0, 0);
        if (this.wipe > 0) {
            const [x, y, scale] = this.placement;
            c.save();
            c.beginPath();
            c.rect(0, 0, (this.after.width * this.wipe) / 1000, this.after.height);
            c.clip();
            c.drawImage(this.before, -x * scale, -y * scale, this.before.width * scale, this.before.height * scale);
            c.restore();
            c.fillStyle = '#d9a720';
            c.fillRect((this.after.width * this.wipe) / 1000 - 1 / fit, 0, 2 / fit, this.after.height);
        }
        this.percent = `${Math.round(100 * fit * this.placement[2] * this.before.width / this.fullWidth)} %`;
    },
    percent: '',
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
    get wantsPlace() {
        const step = this.steps.find((s) => s.key === this.chosen);

        return step?.step === 'clear-colour';
    },
    /** A click points at a colour for the chosen step: on the picture as it reaches that step. */
    pointAt(event) {
        const at = this.steps.findIndex((s) => s.key === this.chosen);
        if (at < 0 || this.steps[at].step !== 'clear-colour') {
            return;
        }
        const box = this.$refs.picture.getBoundingClientRect();
        const [px, py, pScale] = this.placement;
        const sourceX = (event.clientX - box.left - this.view.x) / this.view.scale / pScale + px;
        const sourceY = (event.clientY - box.top - this.view.y) / this.view.scale / pScale + py;
        const [x, y, scale, width, height] = this.inputs[at];
        const place = [((sourceX - x) * scale) / width, ((sourceY - y) * scale) / height];
        if (place.every((v) => v >= 0 && v <= 1)) {
            const step = this.steps[at];
            step.numbers = { ...step.numbers, places: event.shiftKey ? [...step.numbers.places, place] : [place] };
            this.steps = [...this.steps];
        }
    },

    // —— keeping ——
    async save() {
        try {
            await call(this.url, { method: 'PUT', json: this.written() });
        } catch (error) {
            this.say(error);
        }
    },
    async makeTip() {
        this.making = true;
        this.message = '';
        try {
            const { tune } = await call(`${this.url}/tip`, { json: { list: this.written(), name: this.name } });
            window.location.assign(tune);
        } catch (error) {
            this.making = false;
            this.say(error);
        }
    },
    say(error) {
        this.message = error instanceof Refused ? error.message : 'The server is away. The list is still here; try again in a moment.';
    },
});

function canvasOf(image) {
    const canvas = document.createElement('canvas');
    canvas.width = image.width;
    canvas.height = image.height;
    canvas.getContext('2d').putImageData(image, 0, 0);

    return canvas;
}
