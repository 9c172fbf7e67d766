import { call, callForPixels, Refused } from '../lib/call';
import { anyRoll, pageData } from '../lib/data';
import { Latest, quietly } from '../lib/latest';
import { drawForm, drawGround, drawHand, drawInk, drawStep } from '../lib/stations';
import { undoable } from '../lib/undoable';

const STATIONS = [
    { id: 'hand', label: 'Hand' },
    { id: 'step', label: 'Step' },
    { id: 'form', label: 'Form' },
    { id: 'ink', label: 'Ink' },
    { id: 'ground', label: 'Ground' },
];

export const tuneRoom = () => ({
    ...undoable,
    ...pageData('tune-data'),
    stations: STATIONS,
    station: 'step',
    chosen: null,
    kept: '',
    report: { words: '' },
    idle: {},
    curves: {},
    message: '',

    init() {
        this.kept = JSON.stringify(this.keptBrush);
        this.painting = new Latest();
        this.advising = new Latest();
        this.saveSoon = quietly(300, () => this.save());
        this.adviseSoon = quietly(60, () => this.advising.run(() => this.advise()));
        this.noteSoon = quietly(250, () => this.note());
        this.beginPast(`tune:${this.id}`);
        this.$watch('brush', () => this.changed());
        this.$watch('roll', () => this.changed());
        this.choose('step');
        new ResizeObserver(() => this.repaint()).observe(this.$refs.swatch.parentElement);
        window.addEventListener('pagehide', () => this.save());
    },

    // —— state ——
    written() {
        return { brush: this.brush, roll: this.roll };
    },
    changed() {
        this.repaint();
        this.noteSoon();
        this.saveSoon();
    },
    fill(state) {
        this.brush = state.brush;
        this.roll = state.roll;
    },
    get isChanged() {
        return JSON.stringify(this.brush) !== this.kept;
    },
    get standing() {
        return `${Math.round(this.brush.settings.size.base)} px · ${this.isChanged ? 'changed since kept' : 'kept'}`;
    },

    // —— painting ——
    repaint() {
        this.painting.run(() => this.paint());
        this.adviseSoon();
    },
    async paint() {
        const box = this.$refs.swatch.parentElement.getBoundingClientRect();
        const width = Math.min(2000, Math.max(100, Math.round(box.width)));
        const height = Math.min(1000, Math.max(60, Math.round(box.height)));
        try {
            const { words, patches } = await callForPixels(`${this.url}/swatch`, { json: { brush: this.brush, roll: this.roll, width, height } });
            const canvas = this.$refs.swatch;
            if (canvas.width !== width || canvas.height !== height) {
                canvas.width = width;
                canvas.height = height;
            }
            const context = canvas.getContext('2d');
            context.clearRect(0, 0, width, height);
            patches.forEach((patch) => context.putImageData(patch.image, patch.x, patch.y));
            canvas.dataset.painted = String(Number(canvas.dataset.painted || 0) + 1);
            this.curves = words.curves;
            this.message = '';
        } catch (error) {
            this.say(error);
        }
    },
    async advise() {
        try {
            const { words, patches } = await callForPixels(`${this.url}/advice`, { json: { brush: this.brush, roll: this.roll } });
            this.report = words.report;
            this.idle = words.idle;
            drawHand(this.$refs.hand, words.stages);
            drawStep(this.$refs.step, words.stages);
            drawForm(this.$refs.form, words.stages, words.tip);
            drawInk(this.$refs.ink, words.stages, words.tip);
            drawGround(this.$refs.ground, patches[0].image);
        } catch (error) {
            this.say(error);
        }
    },
    say(error) {
        if (error instanceof Refused) {
            this.message = error.message;
        }
    },
    anotherRoll() {
        this.roll = anyRoll();
    },

    // —— keeping ——
    async save() {
        try {
            await call(this.url, { method: 'PUT', json: this.written() });
        } catch (error) {
            this.say(error);
        }
    },
    async keep() {
        await this.save();
        try {
            const { brush } = await call(`${this.url}/keep`);
            this.kept = JSON.stringify(brush);
            this.brush = brush;
        } catch (error) {
            this.say(error);
        }
    },
    async putBack() {
        this.note();
        try {
            const { brush } = await call(`${this.url}/put-back`);
            this.brush = brush;
            this.note();
        } catch (error) {
            this.say(error);
        }
    },

    // —— stations and controls ——
    choose(station) {
        this.station = station;
        const first = this.controls.find((c) => c.kind === 'number' && c.drivable) ?? this.controls[0];
        this.chosen = first ? first.id : null;
    },
    summary(station) {
        const s = this.brush.settings;
        const pc = (v) => `${Math.round(v * 100)} %`;

        return {
            hand: s.taperIn.base || s.taperOut.base ? `tapers ${Math.round(s.taperIn.base)} and ${Math.round(s.taperOut.base)} px` : 'as the pen moved',
            step: `every ${pc(s.spacing.base)}${s.scatterAcross.base || s.scatterAlong.base ? `, scatter ${pc(Math.max(s.scatterAcross.base, s.scatterAlong.base))}` : ''}`,
            form: s.angleFollows.base === 'heading' ? 'turns with heading' : s.angle.spread ? `turns ±${Math.round(s.angle.spread)}°` : `${Math.round(s.size.base)} px`,
            ink: s.driftHue.base ? `drifts ±${Math.round(s.driftHue.base)}° hue` : `flow ${pc(s.flow.base)}, opacity ${pc(s.opacity.base)}`,
            ground: s.tooth.base === 'none' ? 'bare paper' : `${s.tooth.base}, ${s.toothMode.base}`,
        }[station];
    },
    get controls() {
        return Object.values(this.settings).filter((s) => s.station === this.station).flatMap((s) => (s.choices ? [this.choiceOf(s)] : s.curve ? [this.curveOf(s)] : this.numbersOf(s)));
    },
    choiceOf(setting) {
        return { key: setting.id, id: setting.id, kind: 'choice', label: setting.label, sentence: setting.sentence, choices: setting.choices };
    },
    curveOf(setting) {
        return { key: setting.id, id: setting.id, kind: 'curve', label: setting.label, sentence: setting.sentence };
    },
    numbersOf(setting) {
        const room = this;
        const at = (part, values) => ({
            ...values,
            key: `${setting.id}.${part}`,
            id: setting.id,
            kind: 'number',
            sentence: setting.sentence,
            drivable: setting.drivable,
            get value() {
                return room.brush.settings[setting.id][part];
            },
            set value(value) {
                room.set(setting.id, part, value);
            },
        });
        const out = [at('base', { label: setting.label, unit: setting.unit, least: setting.least, most: setting.most, standard: setting.default, log: setting.least > 0 && setting.most / setting.least > 50 })];
        if (setting.spreadMost > 0) {
            out.push(at('spread', { label: `${setting.label} spread`, unit: setting.spread === 'around, in units' ? setting.unit : '%', least: 0, most: setting.spreadMost, standard: 0, log: false }));
        }

        return out;
    },
    set(id, part, value) {
        this.chosen = id;
        this.brush = { ...this.brush, settings: { ...this.brush.settings, [id]: { ...this.brush.settings[id], [part]: value } } };
    },
    choice(id) {
        return this.brush.settings[id].base;
    },
    pick(id, value) {
        this.set(id, 'base', value);
    },
    isPicked(id, value) {
        return this.choice(id) === value;
    },
    point(id) {
        this.chosen = id;
    },
    idleWords(id) {
        return this.idle[id] ?? '';
    },
    isIdle(id) {
        return Boolean(this.idle[id]);
    },
    driveWords(id) {
        const drive = this.driveOf(id);

        return drive ? `pressure ${Math.round(drive.from * 100)} → ${Math.round(drive.to * 100)} %` : '';
    },

    // —— the pressure curve of the chosen setting ——
    driveOf(id) {
        return this.brush.settings[id]?.drives?.find((d) => d.input === 'pressure') ?? null;
    },
    get hasDrive() {
        return this.chosen !== null && this.driveOf(this.chosen) !== null;
    },
    get isCurve() {
        return this.chosen !== null && Boolean(this.settings[this.chosen]?.curve);
    },
    get hasCurve() {
        return this.isCurve || this.hasDrive;
    },
    get canDrive() {
        return this.chosen !== null && Boolean(this.settings[this.chosen]?.drivable) && this.settings[this.chosen].unit !== '°';
    },
    get chosenLabel() {
        return this.chosen === null ? '' : this.settings[this.chosen].label;
    },
    get chosenSentence() {
        return this.chosen === null ? '' : this.settings[this.chosen].sentence;
    },
    putDrive(change) {
        const old = this.driveOf(this.chosen);
        const others = this.brush.settings[this.chosen].drives.filter((d) => d.input !== 'pressure');
        this.set(this.chosen, 'drives', change === null ? others : [...others, { input: 'pressure', curve: [[0, 0], [1, 1]], from: 0, to: 1, ...old, ...change }]);
    },
    toggleDrive() {
        this.putDrive(this.hasDrive ? null : {});
    },
    get curve() {
        const room = this;

        return {
            get points() {
                return (room.isCurve ? room.choice(room.chosen) : room.driveOf(room.chosen)?.curve) ?? [[0, 0], [1, 1]];
            },
            set points(points) {
                if (room.isCurve) {
                    room.set(room.chosen, 'base', points);
                } else {
                    room.putDrive({ curve: points });
                }
            },
            get line() {
                return room.curves[room.chosen] ?? this.points;
            },
        };
    },
    driveEnd(which, label) {
        const room = this;

        return {
            label,
            unit: '%',
            least: 0,
            most: which === 'to' ? 2 : 1,
            standard: which === 'to' ? 1 : 0,
            log: false,
            get value() {
                return room.driveOf(room.chosen)?.[which] ?? this.standard;
            },
            set value(value) {
                room.putDrive({ [which]: value });
            },
        };
    },
    get driveFrom() {
        return this.driveEnd('from', 'Lightest touch');
    },
    get driveTo() {
        return this.driveEnd('to', 'Full weight');
    },

    // —— inks ——
    ink(which) {
        return this.brush.inks[which];
    },
    setInk(which, event) {
        this.brush = { ...this.brush, inks: { ...this.brush.inks, [which]: event.target.value } };
    },
    swapInks() {
        this.brush = { ...this.brush, inks: { main: this.brush.inks.second, second: this.brush.inks.main } };
    },
});
