import { call } from '../lib/call';
import { extended, pageData } from '../lib/data';
import { following } from '../trying/following';
import { layering } from '../trying/layers';
import { painting } from '../trying/painting';
import { taking } from '../trying/taking';

/** Where the browser keeps which brushes were used last. */
const USED = 'brushes-used';

/** A sheet with its layers, a brush in hand, and strokes that can be taken up again. */
export const tryRoom = () => extended(extended(extended(extended(painting(pageData('try-data')), layering), taking), following), {
    width: 1600,
    height: 1000,
    asking: false,
    sheetMessage: '',
    listing: false,
    saving: false,

    init() {
        this.startPainting({ bottom: 128, top: 60, right: 266 });
        this.initLayers();
        this.initTaking();
        this.initFollowing();
        this.catchDrops();
    },
    step(way) {
        this.letGo();
        this.inTurn(() => this.view.history(way));
    },
    mayPaint() {
        return !this.isTaking;
    },
    begins() {
        this.letGo();
        this.use(this.chosen);
    },
    orderMore() {
        return { layer: this.layerInHand };
    },
    /** What the server says after anything was done on the sheet. */
    told(words) {
        this.takeLayers(words);
        if (words.laid) {
            this.takeLast(words.laid);
        }
    },
    /** Brushes in the order in which they were used, the last one first; then the others. */
    usedBrushes() {
        const used = JSON.parse(localStorage.getItem(USED) || '[]');
        const place = (brush) => (used.includes(brush.id) ? used.indexOf(brush.id) : used.length);

        return [...this.brushes].sort((a, b) => place(a) - place(b));
    },
    use(brush) {
        const used = JSON.parse(localStorage.getItem(USED) || '[]').filter((id) => id !== brush);
        localStorage.setItem(USED, JSON.stringify([brush, ...used].slice(0, 12)));
    },
    /** What is dropped here cannot lie on the sheet; it is said where it can go. */
    catchDrops() {
        window.addEventListener('dragover', (event) => event.preventDefault());
        window.addEventListener('drop', (event) => {
            event.preventDefault();
            this.message = 'Pictures are gathered first: drop this one in Gather, cut it into a tip, and stamp it here.';
        });
    },
    toggleListing() {
        this.open('listing');
    },
    toggleAsking() {
        this.open('asking');
    },
    toggleSaving() {
        this.open('saving');
    },
    closeMenus() {
        this.open('');
    },
    /** Opens one of the three menus, or closes it; the others close. */
    open(name) {
        for (const menu of ['listing', 'asking', 'saving']) {
            this[menu] = menu === name && !this[menu];
        }
    },
    async makeSheet() {
        this.sheetMessage = '';
        try {
            const made = await call(this.sheetsUrl, { json: { width: Number(this.width), height: Number(this.height) } });
            window.location.assign(made.try);
        } catch (error) {
            this.sheetMessage = error.message;
        }
    },
});
