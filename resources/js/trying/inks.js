import { hexOf } from '../parts/inking';

/** The two inks in hand: chosen as in Tune, picked from the sheet while C is held, changed for each other. */
export const inks = {
    showsInks: false,
    isPickingInk: false,

    initInks() {
        this.beginInking();
        window.addEventListener('keydown', (event) => this.inkKey(event));
        window.addEventListener('keyup', (event) => { this.isPickingInk = event.key === 'c' ? false : this.isPickingInk; });
        window.addEventListener('blur', () => { this.isPickingInk = false; });
    },
    ink(which) {
        return which === 'main' ? this.mainInk : this.secondInk;
    },
    inkName(which) {
        return `${which === 'main' ? 'Main' : 'Second'} ink, ${this.ink(which)}`;
    },
    inkStyle(which) {
        return { background: this.ink(which) };
    },
    putInk(hex) {
        this.putInks(this.inkInHand === 'main' ? hex : this.mainInk, this.inkInHand === 'second' ? hex : this.secondInk);
    },
    putInks(main, second) {
        this.mainInk = main;
        this.secondInk = second;
        this.hand.ink(main, second);
    },
    swapInks() {
        this.putInks(this.secondInk, this.mainInk);
        if (this.showsInks) {
            this.askTone({ hex: this.ink(this.inkInHand) });
        }
    },
    openInk(which) {
        const isOpen = this.showsInks && this.inkInHand === which;
        this.closeMenus();
        this.showsInks = !isOpen;
        this.inkInHand = which;
        if (this.showsInks) {
            this.askTone({ hex: this.ink(which) });
        }
    },
    isInk(which) {
        return this.showsInks && this.inkInHand === which;
    },
    startPicking() {
        this.isPickingInk = !this.isPickingInk;
    },
    get pickWords() {
        return this.isPickingInk ? 'Press on the sheet …' : 'Pick one from the sheet';
    },
    /** The colour that is seen at a place: of all layers, on the paper. */
    pickFromSheet(x, y) {
        const canvas = new OffscreenCanvas(1, 1);
        const context = canvas.getContext('2d');
        context.fillStyle = this.sheet.paper;
        context.fillRect(0, 0, 1, 1);
        this.view.layers.drawAt(context, Math.floor(x), Math.floor(y));
        const [r, g, b] = context.getImageData(0, 0, 1, 1).data;
        this.isPickingInk = false;
        const hex = hexOf(r, g, b);
        if (this.showsInks) {
            this.takeInk(hex);
        } else {
            this.inkInHand = 'main';
            this.putInk(hex);
            this.remember(hex);
        }
    },
    inkKey(event) {
        if (!this.isCommand(event)) {
            return;
        }
        if (event.key === 'c' && !event.repeat) {
            this.isPickingInk = true;
        } else if (event.key === 'r' && !event.repeat) {
            this.swapInks();
        }
    },
};
