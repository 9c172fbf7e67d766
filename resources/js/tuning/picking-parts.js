import { frozen } from '../lib/data';
import { call } from '../lib/call';

/** Tips that stand there at once; more are found by their names. */
const MOST_SHOWN = 120;

/** Tip, bite and tooth of a brush, chosen from the library. */
export const pickingParts = {
    message: '',
    toothSource: '',
    making: false,
    tipWords: '',
    tipSet: '',

    get isTipChosen() {
        return this.room.chosen === 'tip';
    },
    get isBiteChosen() {
        return this.room.chosen === 'bite';
    },
    get isToothChosen() {
        return this.room.chosen === 'tooth';
    },
    get tipInHand() {
        return this.room.tips.find((t) => t.id === this.room.parts.tip) ?? { name: 'gone', frames: [], kind: '', size: '' };
    },
    get biteInHand() {
        return this.room.tips.find((t) => t.id === this.room.parts.bite) ?? null;
    },
    /** Tips by their names and by the sets that their brushes stand on. */
    get shownTips() {
        const words = this.tipWords.toLowerCase().split(/\s+/).filter(Boolean);
        const set = this.room.tipSets.find((one) => String(one.id) === this.tipSet);

        return this.room.tips.filter((tip) => (!set || set.tips.includes(tip.id)) && words.every((word) => tip.name.toLowerCase().includes(word))).slice(0, MOST_SHOWN);
    },
    findTip(event) {
        this.tipWords = event.target.value;
    },
    setTipSet(event) {
        this.tipSet = event.target.value;
    },
    isTip(tip) {
        return this.room.parts.tip === tip.id;
    },
    isBite(tip) {
        return this.room.parts.bite === (tip?.id ?? null);
    },
    takeTip(tip) {
        this.room.parts = { ...this.room.parts, tip: tip.id };
        this.room.brush = frozen({ ...this.room.brush, kind: tip.kind });
    },
    takeBite(tip) {
        this.room.parts = { ...this.room.parts, bite: tip?.id ?? null };
    },
    get toothInHand() {
        const made = this.room.brush.settings.tooth.base;

        return this.room.teeth.find((t) => (made === 'own' ? t.id !== null && t.id === this.room.parts.tooth : t.id === null && t.tooth === made)) ?? null;
    },
    isTooth(tooth) {
        return this.toothInHand === tooth;
    },
    takeTooth(tooth) {
        if (tooth?.id) {
            this.room.parts = { ...this.room.parts, tooth: tooth.id };
        }
        this.room.set('tooth', 'base', tooth?.tooth ?? 'none');
    },
    toothStyle(tooth, scale) {
        return tooth ? { backgroundImage: `url("${tooth.picture}")`, backgroundSize: `${scale}px` } : {};
    },
    async makeTooth(event) {
        const source = Number(event.target.value);
        event.target.value = '';
        this.message = '';
        this.making = true;
        try {
            const { tooth } = await call(this.room.links.teeth, { json: { source } });
            this.room.teeth = [...this.room.teeth.filter((t) => t.id === null), tooth, ...this.room.teeth.filter((t) => t.id !== null)];
            this.takeTooth(tooth);
        } catch (error) {
            this.message = error.message;
        }
        this.making = false;
    },
    async deleteTooth(tooth) {
        await this.deletePart(`${this.room.links.teeth}/${tooth.id}`, tooth.name, () => { this.room.teeth = this.room.teeth.filter((t) => t !== tooth); }, () => { this.room.teeth = [...this.room.teeth, tooth]; });
    },
    async deleteTip(tip) {
        await this.deletePart(`${this.room.links.tips}/${tip.id}`, tip.name, () => { this.room.tips = this.room.tips.filter((t) => t !== tip); }, () => { this.room.tips = [...this.room.tips, tip]; });
    },
    async deletePart(url, name, out, back) {
        this.message = '';
        try {
            await this.room.save();
            await call(url, { method: 'DELETE' });
            out();
            this.room.gone = { name, url: `${url}/restore`, again: back };
        } catch (error) {
            this.message = error.message;
        }
    },
};
