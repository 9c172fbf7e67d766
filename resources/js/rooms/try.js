import { call } from '../lib/call';
import { extended, isTyping, pageData } from '../lib/data';
import { SheetView } from '../lib/sheet';
import { Hand } from '../lib/hand';
import { catchUndoKeys } from '../lib/undoable';

/** What Try and Draw a mark share: a sheet, a brush in hand, its size and opacity. */
export const painting = (data) => ({
    ...data,
    chosen: null,
    sizeValue: 64,
    opacityValue: 1,
    mainInk: '#24434c',
    secondInk: '#c8b27a',
    canUndo: false,
    canRedo: false,
    isPen: null,
    message: '',
    waits: [],
    zoom: '100 %',

    startPainting(room = {}, guides = null) {
        this.hand = new Hand(this.sheet.url);
        const inks = this.hand.inks();
        if (inks) {
            this.mainInk = inks.main;
            this.secondInk = inks.second;
        }
        this.choose(this.brushes.find((b) => b.id === this.inHand) ?? this.brushes[0]);
        this.view = new SheetView({
            url: this.sheet.url,
            canvas: this.$refs.sheet,
            mat: this.$refs.mat,
            room,
            guides,
            order: () => (this.chosen === null ? null : { brush: this.chosen, size: this.sizeValue, opacity: this.opacityValue, inks: this.inksInHand(), ...this.orderMore() }),
            onPen: (isPen) => { this.isPen = isPen; },
            onHistory: (words) => {
                this.canUndo = words.undo ?? this.canUndo;
                this.canRedo = words.redo ?? this.canRedo;
            },
            onView: (scale) => { this.zoom = `${Math.round(scale * 100)} %`; },
            say: (message) => { this.message = message; },
            onWait: (names) => { this.waits = names; },
        });
        catchUndoKeys(this);
        window.addEventListener('keydown', (event) => this.key(event));
        window.addEventListener('keyup', (event) => {
            if (event.code === 'Space') {
                this.view.panning = false;
            }
        });
        window.addEventListener('resize', () => this.view.fit());
    },
    orderMore() {
        return {};
    },
    inksInHand() {
        return { main: this.mainInk, second: this.secondInk };
    },
    choose(brush) {
        if (!brush) {
            return;
        }
        // Inks belong to the hand and stay; the first brush of all brings its own.
        if (!this.hand.inks()) {
            this.mainInk = brush.inks.main;
            this.secondInk = brush.inks.second;
        }
        this.chosen = brush.id;
        const held = this.hand.of(brush);
        this.sizeValue = held.size;
        this.opacityValue = held.opacity;
    },
    get brushInHand() {
        return this.brushes.find((b) => b.id === this.chosen) ?? null;
    },
    /** Whether size or opacity in hand differ from what is kept with the brush. */
    get isOffKept() {
        const brush = this.brushInHand;

        return brush !== null && (this.sizeValue !== brush.size || this.opacityValue !== brush.opacity);
    },
    asKept() {
        this.sizeValue = this.brushInHand.size;
        this.opacityValue = this.brushInHand.opacity;
        this.holdBrush();
    },
    holdBrush() {
        this.hand.hold(this.chosen, this.sizeValue, this.opacityValue);
    },
    isChosen(brush) {
        return this.chosen === brush.id;
    },
    get size() {
        return this.dial('sizeValue', { label: 'Size', unit: 'px', least: 1, most: 2000, log: true, standard: this.brushInHand?.size ?? 64, warn: () => this.tooLarge });
    },
    get opacity() {
        return this.dial('opacityValue', { label: 'Opacity', unit: '%', least: 0, most: 1, log: false, standard: 1 });
    },
    dial(key, words) {
        const room = this;

        return {
            ...words,
            get hint() {
                return words.warn?.() ?? '';
            },
            get value() {
                return room[key];
            },
            set value(value) {
                room[key] = value;
                room.holdBrush();
            },
        };
    },
    /** A print larger than its tip has no more detail than the tip, and looks soft. */
    get tooLarge() {
        const side = this.brushInHand?.tipSide ?? Infinity;

        return this.sizeValue > side * 1.001 ? `Larger than its tip (${side.toLocaleString('en-GB')} px): prints softer.` : '';
    },
    setMainInk(event) {
        this.mainInk = event.target.value;
        this.hand.ink(this.mainInk, this.secondInk);
    },
    setSecondInk(event) {
        this.secondInk = event.target.value;
        this.hand.ink(this.mainInk, this.secondInk);
    },
    undo() {
        this.view.history('undo');
    },
    redo() {
        this.view.history('redo');
    },
    fit() {
        this.view.fit();
    },
    closer() {
        this.view.zoomAt(1.25);
    },
    farther() {
        this.view.zoomAt(0.8);
    },
    get penWords() {
        if (this.waits.length > 0) {
            return `When the pen lifts: ${this.waits.join(', ')}`;
        }

        return this.isPen === null ? 'Pen or mouse' : this.isPen ? 'Pen · pressure and tilt' : 'Mouse · the brush’s assumed pressure';
    },
    key(event) {
        if (isTyping(event)) {
            return;
        }
        const pressed = event.key;
        if (event.code === 'Space' && !(event.target instanceof HTMLButtonElement)) {
            event.preventDefault();
            this.view.panning = true;
        } else if (pressed === ',' || pressed === '.') {
            this.size.value = Math.min(2000, Math.max(1, Math.round(this.sizeValue * (pressed === '.' ? 1.12 : 1 / 1.12) + (pressed === '.' ? 0.5 : -0.5))));
        }
    },
});

export const tryRoom = () => extended(painting(pageData('try-data')), {
    width: 1600,
    height: 1000,
    asking: false,
    sheetMessage: '',
    listing: false,
    saving: false,

    init() {
        this.startPainting({ bottom: 128, top: 60 });
        this.catchDrops();
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
