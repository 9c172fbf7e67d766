import { callForPixels } from '../lib/call';
import { showPicture } from '../lib/canvas';
import { LatestWins } from '../lib/latest-wins';

/** What the brush paints while the chosen setting goes from low to high. */
export const ranging = {
    /** Of which setting, and its values; null where nobody asked. */
    range: null,
    asking: null,

    beginRanging() {
        this.asking = new LatestWins();
    },
    get canRange() {
        return this.room.chosen !== null && Boolean(this.room.settings[this.room.chosen]) && !this.room.driving.isCurve;
    },
    showRange() {
        const setting = this.room.chosen;
        this.asking.run(async () => {
            try {
                const { words, patches } = await callForPixels(`${this.room.url}/ask/range`, { json: { ...this.room.order(), setting } });
                this.range = { setting, values: words.values };
                this.room.$nextTick(() => document.querySelectorAll('[data-range]').forEach((canvas, i) => {
                    const { image } = patches[i] ?? {};
                    if (image) {
                        showPicture(canvas, image);
                    }
                }));
            } catch (error) {
                this.room.failed(error);
            }
        });
    },
    hideRange() {
        this.range = null;
    },
    /** Another setting is pointed at. */
    leaveRange(id) {
        if (this.range?.setting !== id) {
            this.range = null;
        }
    },
    get rangeValues() {
        return this.range?.setting === this.room.chosen ? this.range.values : [];
    },
    rangeLabel(value) {
        return this.room.quantity(this.room.chosen, value);
    },
    takeValue(value) {
        this.room.set(this.room.chosen, 'base', value);
    },
    isTaken(value) {
        return this.room.choice(this.room.chosen) === value;
    },
};
