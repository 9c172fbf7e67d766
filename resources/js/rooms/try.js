import { call } from '../lib/call';
import { extended, pageData } from '../lib/data';
import { following } from '../trying/following';
import { guiding } from '../trying/guiding';
import { layering } from '../trying/layers';
import { painting } from '../trying/painting';
import { taking } from '../trying/taking';

/** Where the browser keeps which brushes were used last. */
const USED = 'brushes-used';

/** A sheet with its layers, a brush in hand, and strokes that can be taken up again. */
export const tryRoom = () => [layering, taking, following, guiding, room].reduce(extended, painting(pageData('try-data')));

const room = {
    width: 1600,
    height: 1000,
    asking: false,
    sheetMessage: '',
    listing: false,
    saving: false,
    isHeldOver: false,
    openMessage: '',
    isBringing: false,

    init() {
        this.initGuides();
        this.startPainting({ bottom: 128, top: 60, right: 266 }, this.guides());
        this.initLayers();
        this.initTaking();
        this.initFollowing();
        this.catchDrops();
        this.message = sessionStorage.getItem(`notes:${window.location.pathname}`) ?? '';
        sessionStorage.removeItem(`notes:${window.location.pathname}`);
    },
    step(way) {
        this.letGo();
        this.inTurn(() => this.view.history(way));
    },
    /** Whether the hand paints here; where it cannot, it is said why. */
    mayPaint() {
        if (!this.isPaintingMode) {
            return false;
        }
        const { layer } = this;
        this.message = layer?.isLocked ? `The layer “${layer.name}” is locked. Unlock it, or paint on another one.`
            : layer?.isHidden ? `The layer “${layer.name}” is hidden. Show it, or paint on another one.`
                : layer?.isPicture ? `The layer “${layer.name}” holds a picture, and stays as it is. Paint on another one, or add one.` : '';

        return this.message === '';
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
    /** Pictures that are dropped or pasted lie on layers of their own. */
    catchDrops() {
        window.addEventListener('dragover', (event) => {
            event.preventDefault();
            this.isHeldOver = [...(event.dataTransfer?.types ?? [])].includes('Files');
        });
        window.addEventListener('dragleave', (event) => { this.isHeldOver = event.relatedTarget !== null && this.isHeldOver; });
        window.addEventListener('drop', (event) => {
            event.preventDefault();
            this.isHeldOver = false;
            this.bringPictures(event.dataTransfer?.files ?? []);
        });
        window.addEventListener('paste', (event) => this.bringPictures(event.clipboardData?.files ?? []));
    },
    choosePictures(event) {
        this.bringPictures(event.target.files);
        event.target.value = '';
    },
    bringPictures(files) {
        [...files].forEach((file) => {
            const form = new FormData();
            form.append('picture', file);
            form.append('above', String(this.layerInHand));
            this.message = '';
            this.isBringing = true;
            this.sendTo('/pictures', { form }).finally(() => { this.isBringing = false; });
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
    /** A file with layers becomes a sheet of its own; what of it is shown otherwise is told there. */
    async openSheet(event) {
        const form = new FormData();
        form.append('picture', event.target.files[0]);
        this.openMessage = 'Opening it …';
        try {
            const made = await call(this.openUrl, { form });
            sessionStorage.setItem(`notes:${new URL(made.try).pathname}`, made.notes.join(' '));
            window.location.assign(made.try);
        } catch (error) {
            this.openMessage = error.message;
        }
        event.target.value = '';
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
};
