import { isTyping } from '../lib/data';
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
    undoWords: null,
    redoWords: null,
    isPen: null,
    message: '',
    waits: [],
    followed: 1,
    zoom: '100 %',

    /** @param {object} more  for the view, see lib/sheet.js */
    startPainting(room = {}, guides = null, more = {}) {
        this.hand = new Hand(this.sheet.url);
        const inks = this.hand.inks();
        if (inks) {
            this.mainInk = inks.main;
            this.secondInk = inks.second;
        }
        this.choose(this.brushes.find((b) => b.id === this.inHand) ?? this.brushes[0]);
        this.view = new SheetView({
            url: this.sheet.url,
            surface: this.$refs.sheet,
            width: this.sheet.width,
            height: this.sheet.height,
            mat: this.$refs.mat,
            room,
            guides,
            ...more,
            order: (isPen) => (this.chosen === null ? null : { brush: this.chosen, size: this.sizeValue, opacity: this.opacityValue, inks: this.inksInHand(), ...this.orderMore(isPen) }),
            mayPaint: (event) => this.mayPaint?.(event) ?? true,
            onPen: (isPen) => {
                this.isPen = isPen;
                this.begins?.();
            },
            onHistory: (words) => {
                this.undoWords = words.undo;
                this.redoWords = words.redo;
                this.told?.(words);
            },
            onView: (scale) => {
                this.zoom = `${Math.round(scale * 100)} %`;
                this.viewed?.();
            },
            say: (message) => { this.message = message; },
            onWait: (names) => { this.waits = names; },
            onFollowed: (part) => { this.followed = part; },
        });
        this.view.layers.lieOn(this.sheet.paper ?? '');
        catchUndoKeys(this);
        window.addEventListener('keydown', (event) => this.key(event));
        window.addEventListener('keyup', (event) => {
            if (event.code === 'Space') {
                this.view.panning = false;
            }
        });
        window.addEventListener('resize', () => this.view.fit());
    },
    // What a room adds to an order: a pen may need otherwise than a mouse.
    orderMore() {
        return {};
    },
    inksInHand() {
        return { main: this.mainInk, second: this.secondInk };
    },
    isBusyTyping(event) {
        return isTyping(event) || document.querySelector('dialog[open]') !== null;
    },
    /** Whether a key is a command of its own: not typed into a field, and not one of the browser's. */
    isCommand(event) {
        return !this.isBusyTyping(event) && !event.ctrlKey && !event.metaKey && !event.altKey;
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
        this.chose?.(held);
    },
    get shownBrushes() {
        return this.brushes;
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
        this.hand.hold(this.chosen, this.sizeValue, this.opacityValue, this.withInHand ?? {});
    },
    isChosen(brush) {
        return this.chosen === brush.id;
    },
    get size() {
        return this.dial('sizeValue', { label: 'Size', unit: 'px', least: 1, most: 2000, log: true, warn: () => this.tooLarge }, () => this.brushInHand?.size ?? 64);
    },
    get opacity() {
        return this.dial('opacityValue', { label: 'Opacity', unit: '%', least: 0, most: 1, log: false }, () => this.brushInHand?.opacity ?? 1);
    },
    /** @param {() => number} standard  another one with another brush */
    dial(key, words, standard = () => words.standard) {
        const room = this;

        return {
            ...words,
            get standard() {
                return standard();
            },
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
    step(way) {
        this.view.history(way);
    },
    get canUndo() {
        return this.undoWords !== null || this.followed < 1;
    },
    get canRedo() {
        return this.redoWords !== null;
    },
    undo() {
        this.step('undo');
    },
    redo() {
        this.step('redo');
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
    /** Says of a pen that has lifted how far its ink has come; nothing where it is there. */
    get inkFollows() {
        return this.followed < 1 ? `The ink follows: ${Math.round(100 * this.followed)} % · Undo calls it off` : '';
    },
    get penWords() {
        if (this.inkFollows !== '') {
            return this.inkFollows;
        }
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
        } else if (pressed === '0' && !event.ctrlKey && !event.metaKey) {
            this.view.atFullSize();
        } else if (pressed === 'f' && !event.ctrlKey && !event.metaKey) {
            this.fit();
        } else if (pressed === '+' || pressed === '-') {
            this.view.zoomAt(pressed === '+' ? 1.25 : 0.8);
        } else if (pressed === ',' || pressed === '.') {
            this.size.value = Math.min(2000, Math.max(1, Math.round(this.sizeValue * (pressed === '.' ? 1.12 : 1 / 1.12) + (pressed === '.' ? 0.5 : -0.5))));
        }
    },
});
