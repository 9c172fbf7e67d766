import { call } from '../lib/call';
import { queue } from '../lib/in-turn';
import { catchMark } from '../lib/mark-pad';

const inTurn = queue();

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
            const { maker } = await inTurn(start);
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
    catchSign(pad, which) {
        this.pads = { ...this.pads, [which]: catchMark(pad, (strokes) => this.changeMaker(() => call(`${this.makerUrl}/${which === 'mark' ? 'drawn' : 'signed'}`, { json: { strokes } }))) };
    },
    drawAnew(which) {
        this.pads[which].anew();
    },
};
