import { call, callForPixels } from '../lib/call';
import { frozen, uuid } from '../lib/data';
import { debounce } from '../lib/latest-wins';

const REST = 250;
/** px on the screen by which the pointer may slip in a press that is no drag. */
const SLIP = 4;

/** Strokes that are down, taken up again: the last one painted, or those that are pointed at. Handles stand around them, see carrying.js. */
export const taking = {
    isTaking: false,
    takenUp: frozen([]),
    frame: null,
    strips: frozen([]),
    roomBusy: false,

    initTaking() {
        this.unsentStroke = {};
        this.sendStrokeSoon = debounce(REST, () => this.sendStroke());
        this.$refs.sheet.addEventListener('view-moved', () => this.placeHandles());
        this.$refs.sheet.addEventListener('pointerdown', (event) => this.pressToTake(event));
        this.$refs.sheet.addEventListener('pointermove', (event) => this.dragFrame(event));
        this.$refs.sheet.addEventListener('pointerup', (event) => this.endFrame(event));
        window.addEventListener('keydown', (event) => this.takingKey(event));
        this.placeHandles();
    },
    /** The stroke that was just painted has handles until the next press elsewhere. */
    takeLast(stroke) {
        this.letGo();
        if (stroke) {
            this.takenUp = frozen([frozen(stroke)]);
        }
    },
    startTaking() {
        this.startPaintingAgain();
        this.isTaking = true;
    },
    startPaintingAgain() {
        this.isTaking = false;
        this.endBoxing();
        this.message = '';
        this.letGo();
    },
    get isPaintingMode() {
        return !this.isTaking && !this.isBoxing;
    },
    letGo() {
        this.takenUp = frozen([]);
        this.strips = frozen([]);
        this.putDown();
    },
    get hasTaken() {
        return this.takenUp.length > 0;
    },
    get showsTaken() {
        return this.hasTaken && this.isTaking;
    },
    get one() {
        return this.takenUp.length === 1 ? this.takenUp[0] : null;
    },
    get takenTitle() {
        return this.one ? this.one.brush : `${this.takenUp.length} strokes`;
    },
    get takenWords() {
        if (!this.one) {
            return 'Taken up together.';
        }
        const at = this.one.at ? new Date(this.one.at) : null;

        return at ? `Painted ${at.toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })}, ${at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}` : '';
    },

    // —— taking up ——
    get frameBox() {
        if (!this.frame && this.areaBox) {
            return this.areaBox;
        }
        const { x0 = 0, y0 = 0, x1 = 0, y1 = 0 } = this.frame ?? {};

        return { x: Math.min(x0, x1), y: Math.min(y0, y1), width: Math.abs(x1 - x0), height: Math.abs(y1 - y0) };
    },
    get showsFrame() {
        return (this.frame !== null || this.areaBox !== null) && !(this.isBoxing && this.isFree);
    },
    get frameX() {
        return this.frameBox.x;
    },
    get frameY() {
        return this.frameBox.y;
    },
    get frameWidth() {
        return this.frameBox.width;
    },
    get frameHeight() {
        return this.frameBox.height;
    },
    pressToTake(event) {
        if (this.isPaintingMode || this.view.panning || event.button !== 0) {
            return;
        }
        const [x, y] = this.view.toPlace(event.clientX, event.clientY);
        this.outline = frozen(this.isBoxing && this.isFree ? [[x, y]] : []);
        this.frame = { x0: x, y0: y, x1: x, y1: y, atX: event.clientX, atY: event.clientY, isDrawn: false };
        this.$refs.sheet.setPointerCapture(event.pointerId);
    },
    dragFrame(event) {
        if (!this.frame) {
            return;
        }
        const [x1, y1] = this.view.toPlace(event.clientX, event.clientY);
        const isDrawn = this.frame.isDrawn || Math.hypot(event.clientX - this.frame.atX, event.clientY - this.frame.atY) > SLIP;
        this.frame = { ...this.frame, x1, y1, isDrawn };
        if (this.isBoxing && this.isFree) {
            this.goRound(x1, y1);
        }
    },
    async endFrame(event) {
        const frame = this.frame;
        if (!frame) {
            return;
        }
        const { x, y, width, height } = this.frameBox;
        this.frame = null;
        if (this.isBoxing) {
            return this.takeArea({ x, y, width, height }, frame.isDrawn);
        }
        await this.view.strokes.tail;
        const json = frame.isDrawn ? { frame: { x: Math.round(x), y: Math.round(y), width: Math.round(width), height: Math.round(height) } } : { x: frame.x0, y: frame.y0 };
        try {
            const { strokes } = await call(`${this.sheet.url}/taken`, { json });
            this.takeUp(strokes, event.shiftKey);
        } catch (error) {
            this.message = error.message;
        }
    },
    /** With others, or in their place; one that is pointed at once more is let go. */
    takeUp(strokes, isAdded) {
        const before = isAdded ? this.takenUp : [];
        const again = strokes.length === 1 && before.some((stroke) => stroke.id === strokes[0].id);
        this.letGo();
        this.message = strokes.length === 0 && !isAdded ? 'No stroke lies here. Point at paint, or draw a frame around it.' : '';
        this.takenUp = frozen(again
            ? before.filter((stroke) => stroke.id !== strokes[0].id)
            : [...before, ...strokes.filter((stroke) => !before.some((other) => other.id === stroke.id)).map(frozen)]);
        this.showStrips();
    },
    /** The stroke as the brushes used last would paint it. */
    showStrips() {
        const { one } = this;
        this.strips = frozen(one === null ? [] : this.usedBrushes().filter((brush) => brush.id !== one.brushId).slice(0, 3).map((brush) => frozen({ id: brush.id, name: brush.name, src: `${this.sheet.url}/taken/${one.id}/strip?brush=${brush.id}&as=${this.undoneAt()}` })));
    },
    /** A picture that is asked for anew after every change. */
    undoneAt() {
        return this.view.revision;
    },

    // —— changing ——
    /** Sends a change of all strokes that are taken up, one after another, and shows what became of them. */
    async changeStrokes(change) {
        const strokes = this.takenUp.map((stroke) => stroke.id);
        if (strokes.length === 0) {
            return;
        }
        this.roomBusy = true;
        await this.inTurn(async () => {
            try {
                const answer = await callForPixels(`${this.sheet.url}/pen/taken?stroke=taken`, { json: { change: uuid(), strokes, ...change } });
                this.view.take(answer);
                this.message = '';
                this.takenUp = frozen(answer.words.strokes.map(frozen));
                this.showStrips();
            } catch (error) {
                this.message = error.message;
                this.letGo();
            }
            this.putDown();
            this.roomBusy = false;
        });
    },
    flipAcross() {
        const [x, , width] = this.box;
        this.changeStrokes({ move: { mirrored: true, x: x + width / 2 } });
    },
    flipDown() {
        const [x, y, width, height] = this.box;
        this.changeStrokes({ move: { mirrored: true, turn: 180, x: x + width / 2, y: y + height / 2 } });
    },
    anotherRoll() {
        this.changeStrokes({ roll: crypto.getRandomValues(new Uint32Array(1))[0] & 0x7fffffff });
    },
    deleteTaken() {
        this.changeStrokes({ delete: true });
    },
    putTaken(order) {
        this.changeStrokes({ order });
    },
    putOnLayer(event) {
        this.changeStrokes({ layer: Number(event.target.value) });
    },
    isTakenLayer(layer) {
        return this.one?.layer === layer.id;
    },
    isTakenMode(mode) {
        return this.one?.mode === mode;
    },
    setTakenMode(event) {
        this.changeStrokes({ mode: event.target.value });
    },
    setTakenInk(event) {
        this.changeStrokes({ inks: { [event.target.dataset.ink]: event.target.value } });
    },
    get takenMain() {
        return this.one?.inks.main ?? '#000000';
    },
    get takenSecond() {
        return this.one?.inks.second ?? '#ffffff';
    },
    paintWith(brush) {
        this.changeStrokes({ brush: brush.id });
    },
    get takenSize() {
        return this.takenDial('size', { label: 'Size', spoken: 'Stroke size', unit: 'px', least: 1, most: 2000, log: true });
    },
    get isPictureTaken() {
        return (this.one?.stretch ?? null) !== null;
    },
    get takenStretch() {
        return this.takenDial('stretch', { label: 'Height', spoken: 'Height of the picture for its width', unit: '%', least: 0.1, most: 4, log: true });
    },
    get takenOpacity() {
        return this.takenDial('opacity', { label: 'Opacity', spoken: 'Stroke opacity', unit: '%', least: 0, most: 1 });
    },
    /** While it is dragged only its figure moves; the stroke is painted when the hand rests. */
    takenDial(key, words) {
        const room = this;

        return {
            ...words,
            get standard() {
                return room.one?.[key] ?? words.least;
            },
            get value() {
                return room.one?.[key] ?? words.most;
            },
            set value(value) {
                if (room.one) {
                    room.takenUp = frozen([frozen({ ...room.one, [key]: value })]);
                }
                room.unsentStroke[key] = value;
                room.sendStrokeSoon();
            },
        };
    },
    sendStroke() {
        const change = this.unsentStroke;
        this.unsentStroke = {};
        this.changeStrokes(change);
    },
    takingKey(event) {
        if (this.isBusyTyping(event)) {
            return;
        }
        const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
        if (event.key === 'a') {
            return this.isBoxing ? this.startPaintingAgain() : this.startBoxing();
        }
        if (event.key === 't') {
            return this.isTaking ? this.startPaintingAgain() : this.startTaking();
        }
        if (!this.hasTaken || event.target instanceof HTMLInputElement) {
            return;
        }
        if (event.key === 'Escape') {
            this.letGo();
        } else if (event.key === 'Delete' && this.isTaking) {
            this.deleteTaken();
        } else if (step && !event.ctrlKey && !event.metaKey) {
            event.preventDefault();
            const by = event.shiftKey ? 10 : 1;
            this.changeStrokes({ move: { dx: by * step[0], dy: by * step[1] } });
        }
    },
};
