import { frozen } from '../lib/data';
import { call } from '../lib/call';

/** Tips that stand there at once; more are found by their names. */
const MOST_SHOWN = 120;

/** Tip, bite and tooth of a brush, chosen from the library. */
export const pickingParts = {
    partMessage: '',
    toothSource: '',
    making: false,
    tipWords: '',
    tipSet: '',

    get isTipChosen() {
        return this.chosen === 'tip';
    },
    get isBiteChosen() {
        return this.chosen === 'bite';
    },
    get isToothChosen() {
        return this.chosen === 'tooth';
    },
    get tipInHand() {
        return this.tips.find((t) => t.id === this.parts.tip) ?? { name: 'gone', frames: [], kind: '', size: '' };
    },
    get biteInHand() {
        return this.tips.find((t) => t.id === this.parts.bite) ?? null;
    },
    /** Tips by their names and by the sets that their brushes stand on. */
    get shownTips() {
        const words = this.tipWords.toLowerCase().split(/\s+/).filter(Boolean);
        const set = this.tipSets.find((one) => String(one.id) === this.tipSet);

        return this.tips.filter((tip) => (!set || set.tips.includes(tip.id)) && words.every((word) => tip.name.toLowerCase().includes(word))).slice(0, MOST_SHOWN);
    },
    findTip(event) {
        this.tipWords = event.target.value;
    },
    setTipSet(event) {
        this.tipSet = event.target.value;
    },
    isTip(tip) {
        return this.parts.tip === tip.id;
    },
    isBite(tip) {
        return this.parts.bite === (tip?.id ?? null);
    },
    takeTip(tip) {
        this.parts = { ...this.parts, tip: tip.id };
        this.brush = frozen({ ...this.brush, kind: tip.kind });
    },
    takeBite(tip) {
        this.parts = { ...this.parts, bite: tip?.id ?? null };
    },
    get toothInHand() {
        const made = this.brush.settings.tooth.base;

        return this.teeth.find((t) => (made === 'own' ? t.id !== null && t.id === this.parts.tooth : t.id === null && t.tooth === made)) ?? null;
    },
    isTooth(tooth) {
        return this.toothInHand === tooth;
    },
    takeTooth(tooth) {
        if (tooth?.id) {
            this.parts = { ...this.parts, tooth: tooth.id };
        }
        this.set('tooth', 'base', tooth?.tooth ?? 'none');
    },
    toothStyle(tooth, scale) {
        return tooth ? { backgroundImage: `url("${tooth.picture}")`, backgroundSize: `${scale}px` } : {};
    },
    async makeTooth(event) {
        const source = Number(event.target.value);
        event.target.value = '';
        this.partMessage = '';
        this.making = true;
        try {
            const { tooth } = await call(this.links.teeth, { json: { source } });
            this.teeth = [...this.teeth.filter((t) => t.id === null), tooth, ...this.teeth.filter((t) => t.id !== null)];
            this.takeTooth(tooth);
        } catch (error) {
            this.partMessage = error.message;
        }
        this.making = false;
    },
    async deleteTooth(tooth) {
        await this.deletePart(`${this.links.teeth}/${tooth.id}`, tooth.name, () => { this.teeth = this.teeth.filter((t) => t !== tooth); }, () => { this.teeth = [...this.teeth, tooth]; });
    },
    async deleteTip(tip) {
        await this.deletePart(`${this.links.tips}/${tip.id}`, tip.name, () => { this.tips = this.tips.filter((t) => t !== tip); }, () => { this.tips = [...this.tips, tip]; });
    },
    async deletePart(url, name, out, back) {
        this.partMessage = '';
        try {
            await this.save();
            await call(url, { method: 'DELETE' });
            out();
            this.gone = { name, url: `${url}/restore`, again: back };
        } catch (error) {
            this.partMessage = error.message;
        }
    },
};
