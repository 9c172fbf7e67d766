import { call, upload } from '../lib/call';
import { catchPen } from '../lib/pen';

/** What is told of a brush: name, note, tags, and who made it. */
export const about = {
    aboutMessage: '',
    makerName: '',
    markStrokes: [],

    async tell(what) {
        this.aboutMessage = '';
        try {
            const told = await call(this.links.brush, { method: 'PATCH', json: what });
            Object.assign(this, { name: told.name, story: told.note, tags: told.tags, maker: told.maker, strip: told.strip });
        } catch (error) {
            this.aboutMessage = error.message;
        }
    },
    tellName(event) {
        return this.tell({ name: event.target.value });
    },
    tellNote(event) {
        return this.tell({ note: event.target.value });
    },
    tellTags(event) {
        return this.tell({ tags: event.target.value });
    },
    tellMaker(event) {
        return this.tell({ maker: Number(event.target.value) });
    },
    isStrip(movement) {
        return !this.strip.own && this.strip.movement === movement;
    },
    tellStrip(event) {
        return this.tell({ strip: event.target.value });
    },
    async bringStrip(event) {
        const told = await this.bring(event, `${this.links.brush}/strip`);
        if (told) {
            this.strip = told.strip;
        }
    },
    /** Sends the picture that was chosen; null where none was, or it is refused. */
    async bring(event, url) {
        const file = event.target.files[0];
        event.target.value = '';
        if (!file) {
            return null;
        }
        this.aboutMessage = '';
        try {
            const form = new FormData();
            form.append('picture', file);

            return await upload(url, form, () => {}).answer;
        } catch (error) {
            this.aboutMessage = error.message;

            return null;
        }
    },
    get makerCard() {
        return this.makers.find((m) => m.id === this.maker) ?? null;
    },
    isMaker(id) {
        return (this.maker ?? 0) === id;
    },
    putMaker(maker) {
        this.makers = [...this.makers.filter((m) => m.id !== maker.id), maker];
    },
    async changeMaker(url, json, method = 'PATCH') {
        this.aboutMessage = '';
        try {
            const { maker } = await call(url, { method, json });
            this.putMaker(maker);

            return maker;
        } catch (error) {
            this.aboutMessage = error.message;

            return null;
        }
    },
    async newMaker() {
        const maker = await this.changeMaker(this.links.makers, { name: this.makerName }, 'POST');
        if (maker) {
            this.makerName = '';
            await this.tell({ maker: maker.id });
        }
    },
    get makerUrl() {
        return `${this.links.makers}/${this.maker}`;
    },
    tellMakerName(event) {
        return this.changeMaker(this.makerUrl, { name: event.target.value });
    },
    tellLicence(event) {
        return this.changeMaker(this.makerUrl, { licence: event.target.value });
    },
    async bringMark(event) {
        const told = await this.bring(event, `${this.makerUrl}/mark`);
        if (told) {
            this.putMaker(told.maker);
        }
    },
    /** The pad for drawing a mark: thin lines at once, the engine's ink when the pen lifts. */
    catchMark(pad) {
        const c = pad.getContext('2d');
        let samples = [];
        const toPlace = (x, y) => {
            const box = pad.getBoundingClientRect();

            return [((x - box.left) * pad.width) / box.width, ((y - box.top) * pad.height) / box.height];
        };
        catchPen(pad, {
            toPlace,
            begin: (sample, isPen) => { samples = [sample]; this.markIsPen = isPen; },
            move: (more) => {
                c.beginPath();
                c.moveTo(samples[samples.length - 1][1], samples[samples.length - 1][2]);
                more.forEach((s) => c.lineTo(s[1], s[2]));
                c.stroke();
                samples.push(...more);
            },
            end: async (more) => {
                samples.push(...more);
                this.markStrokes = [...this.markStrokes, { realPressure: this.markIsPen, samples }];
                await this.changeMaker(`${this.makerUrl}/drawn`, { strokes: this.markStrokes }, 'POST');
            },
        });
    },
    clearMark() {
        this.markStrokes = [];
        const pad = this.$refs.markPad;
        pad.getContext('2d').clearRect(0, 0, pad.width, pad.height);
    },
};
