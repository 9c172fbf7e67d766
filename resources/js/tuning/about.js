import { call, upload } from '../lib/call';
import { queue } from '../lib/in-turn';
import { catchMark } from '../lib/mark-pad';

const inTurn = queue();

/** What is told of a brush: name, note, tags, and who made it. */
export const about = {
    message: '',
    makerName: '',
    markPad: null,

    async tell(what) {
        this.message = '';
        try {
            const told = await inTurn(() => call(this.room.links.brush, { method: 'PATCH', json: what }));
            Object.assign(this.room, { name: told.name, story: told.note, tags: told.tags, maker: told.maker, strip: told.strip });
        } catch (error) {
            this.message = error.message;
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
        return !this.room.strip.own && this.room.strip.movement === movement;
    },
    tellStrip(event) {
        return this.tell({ strip: event.target.value });
    },
    async bringStrip(event) {
        const told = await this.bring(event, `${this.room.links.brush}/strip`);
        if (told) {
            this.room.strip = told.strip;
        }
    },
    /** Sends the picture that was chosen; null where none was, or it is refused. */
    async bring(event, url) {
        const file = event.target.files[0];
        event.target.value = '';
        if (!file) {
            return null;
        }
        this.message = '';
        try {
            const form = new FormData();
            form.append('picture', file);

            return await upload(url, form, () => {}).answer;
        } catch (error) {
            this.message = error.message;

            return null;
        }
    },
    get makerCard() {
        return this.room.makers.find((m) => m.id === this.room.maker) ?? null;
    },
    isMaker(id) {
        return (this.room.maker ?? 0) === id;
    },
    putMaker(maker) {
        this.room.makers = [...this.room.makers.filter((m) => m.id !== maker.id), maker];
    },
    async changeMaker(url, json, method = 'PATCH') {
        this.message = '';
        try {
            const { maker } = await inTurn(() => call(url, { method, json }));
            this.putMaker(maker);

            return maker;
        } catch (error) {
            this.message = error.message;

            return null;
        }
    },
    async newMaker() {
        const maker = await this.changeMaker(this.room.links.makers, { name: this.makerName }, 'POST');
        if (maker) {
            this.makerName = '';
            await this.tell({ maker: maker.id });
        }
    },
    get makerUrl() {
        return `${this.room.links.makers}/${this.room.maker}`;
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
    catchMark(pad) {
        this.markPad = catchMark(pad, (strokes) => this.changeMaker(`${this.makerUrl}/drawn`, { strokes }, 'POST'));
    },
    clearMark() {
        this.markPad.anew();
    },
};
