import { call } from '../lib/call';
import { extended, isTyping, pageData } from '../lib/data';
import { SheetView } from '../lib/sheet';
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
        if (brush) {
            this.chosen = brush.id;
            this.sizeValue = brush.size;
            this.opacityValue = brush.opacity;
            this.mainInk = brush.inks.main;
            this.secondInk = brush.inks.second;
        }
    },
    isChosen(brush) {
        return this.chosen === brush.id;
    },
    get size() {
        return this.dial('sizeValue', { label: 'Size', unit: 'px', least: 1, most: 2000, log: true, standard: this.brushes.find((b) => b.id === this.chosen)?.size ?? 64 });
    },
    get opacity() {
        return this.dial('opacityValue', { label: 'Opacity', unit: '%', least: 0, most: 1, log: false, standard: 1 });
    },
    dial(key, words) {
        const room = this;

        return {
            ...words,
            get value() {
                return room[key];
            },
            set value(value) {
                room[key] = value;
            },
        };
    },
    setMainInk(event) {
        this.mainInk = event.target.value;
    },
    setSecondInk(event) {
        this.secondInk = event.target.value;
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
            this.sizeValue = Math.min(2000, Math.max(1, Math.round(this.sizeValue * (pressed === '.' ? 1.12 : 1 / 1.12) + (pressed === '.' ? 0.5 : -0.5))));
        }
    },
});

export const tryRoom = () => extended(painting(pageData('try-data')), {
    width: 1600,
    height: 1000,
    asking: false,
    sheetMessage: '',

    init() {
        this.startPainting({ bottom: 128, top: 60 });
    },
    toggleAsking() {
        this.asking = !this.asking;
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
