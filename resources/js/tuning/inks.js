import { frozen } from '../lib/data';
import { hexOf } from '../parts/inking';

/** The inks of the brush that is tuned, and picking one from its swatch. */
export const inks = {
    picking: null,

    get inksUrl() {
        return this.links.inks;
    },
    ink(which) {
        return this.brush.inks[which];
    },
    putInk(hex) {
        if (this.brush.inks[this.inkInHand] !== hex) {
            this.brush = frozen({ ...this.brush, inks: { ...this.brush.inks, [this.inkInHand]: hex } });
        }
    },
    swapInks() {
        this.brush = frozen({ ...this.brush, inks: { main: this.brush.inks.second, second: this.brush.inks.main } });
        if (this.panel === 'inks') {
            this.askTone({ hex: this.ink(this.inkInHand) });
        }
    },
    openInk(which) {
        if (this.panel === 'inks' && this.inkInHand === which) {
            this.show('settings');

            return;
        }
        this.inkInHand = which;
        this.show('inks');
        this.askTone({ hex: this.ink(which) });
    },
    isInk(which) {
        return this.panel === 'inks' && this.inkInHand === which;
    },
    pickFromSwatch() {
        this.picking = this.picking === 'swatch' ? null : 'swatch';
    },
    get isPicking() {
        return this.picking === 'swatch';
    },
    pickAt([x, y]) {
        const [r, g, b, a] = this.$refs.swatch.getContext('2d').getImageData(Math.floor(x), Math.floor(y), 1, 1).data;
        this.picking = null;
        if (a < 8) {
            this.inkMessage = 'There is no paint at that place. Press on a painted one.';

            return;
        }
        this.takeInk(hexOf(r, g, b));
    },
};
