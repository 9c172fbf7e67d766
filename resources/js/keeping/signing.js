import { call } from '../lib/call';
import { catchPen } from '../lib/pen';

/** Who made a brush: a name, a licence, and a mark and a signature that are drawn or brought. */
export const signing = {
    makerName: '',

    get makerCard() {
        return this.makers.find((one) => one.id === this.maker) ?? null;
    },
    get hasMaker() {
        return this.makerCard !== null;
    },
    get makerUrl() {
        return `/makers/${this.maker}`;
    },
    makerOf(key) {
        return this.makerCard?.[key] ?? '';
    },
    isMaker(id) {
        return (this.maker ?? 0) === id;
    },
    async changeMaker(start) {
        this.message = '';
        try {
            const { maker } = await start();
            this.makers = [...this.makers.filter((one) => one.id !== maker.id), maker];

            return maker;
        } catch (error) {
            this.message = error.message;

            return null;
        }
    },
    async newMaker() {
        const maker = await this.changeMaker(() => call('/makers', { json: { name: this.makerName } }));
        if (maker) {
            this.makerName = '';
            await this.tell({ maker: maker.id });
        }
    },
    tellMaker(key, event) {
        return this.changeMaker(() => call(this.makerUrl, { method: 'PATCH', json: { [key]: event.target.value } }));
    },
    async bringSign(which, event) {
        const file = event.target.files[0];
        event.target.value = '';
        if (file) {
            await this.changeMaker(() => this.bringFile(`${this.makerUrl}/${which}`, file));
        }
    },
    /** A pad to draw on: thin lines at once, the engine's ink when the pen lifts. */
    catchSign(pad, which) {
        const c = pad.getContext('2d');
        let strokes = [];
        let samples = [];
        let isPen = false;
        const toPlace = (x, y) => {
            const box = pad.getBoundingClientRect();

            return [((x - box.left) * pad.width) / box.width, ((y - box.top) * pad.height) / box.height];
        };
        pad.addEventListener('begin-anew', () => {
            strokes = [];
            c.clearRect(0, 0, pad.width, pad.height);
        });
        catchPen(pad, {
            toPlace,
            begin: (sample, withPressure) => { samples = [sample]; isPen = withPressure; },
            move: (more) => {
                c.beginPath();
                c.moveTo(samples[samples.length - 1][1], samples[samples.length - 1][2]);
                more.forEach((s) => c.lineTo(s[1], s[2]));
                c.stroke();
                samples.push(...more);
            },
            end: async (more) => {
                samples.push(...more);
                strokes = [...strokes, { realPressure: isPen, samples }];
                await this.changeMaker(() => call(`${this.makerUrl}/${which === 'mark' ? 'drawn' : 'signed'}`, { json: { strokes } }));
            },
        });
    },
    drawAnew(which) {
        this.$refs[which].dispatchEvent(new Event('begin-anew'));
    },
};
