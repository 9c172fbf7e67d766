import { call, callForPixels, upload } from '../lib/call';
import { showPicture } from '../lib/canvas';
import { frozen, uuid } from '../lib/data';
import { LiveStrokeSender } from '../lib/live-stroke-sender';

const BY_HAND = 'by hand';
const FIRST = 'swell, flicks and taps';

/**
 * Who moves the pen: the practice pen with its movements, recordings, and the painter's own hand on
 * the swatch. What is painted by hand is repainted with every change, like all the rest.
 */
export const practising = {
    pen: FIRST,
    recorded: null,
    penName: FIRST,
    /** Ids of the strokes painted by hand; the strokes themselves are in `trail`, which never loses one. */
    marks: [],
    trail: {},
    movements: [],
    /** What the stroke that is painted now waits for until the pen lifts. */
    waits: [],
    /** Of the movements, so many are painted already. */
    painted: 0,
    listing: 0,
    recordingName: '',
    stroke: null,
    strokeDone: null,
    message: '',

    beginPractising() {
        const stored = JSON.parse(sessionStorage.getItem(`pen:${this.room.id}`) || 'null');
        if (stored) {
            Object.assign(this, stored);
        }
    },
    storePen() {
        try {
            sessionStorage.setItem(`pen:${this.room.id}`, JSON.stringify({ pen: this.pen, recorded: this.recorded, penName: this.penName, marks: this.marks, trail: this.trail }));
        } catch {
            // What was painted by hand stays in this page only.
        }
    },
    get strokes() {
        return this.marks.map((id) => this.trail[id]).filter(Boolean);
    },
    get penWords() {
        return this.waits.length > 0 ? `When the pen lifts: ${this.waits.join(', ')}` : '';
    },
    get handWords() {
        return this.marks.length === 1 ? '1 stroke by hand' : `${this.marks.length} strokes by hand`;
    },
    clear() {
        this.room.note();
        this.marks = [];
        this.room.note();
    },

    // —— painting on the swatch ——
    beginStroke(sample, isPen) {
        this.room.isPainting = true;
        // What lies under the stroke is needed once: after that the engine has it.
        const { strokes, under, recorded, pen, ...order } = this.room.order();
        this.stroke = new LiveStrokeSender(`${this.room.url}/pen/pieces`, { ...order, stroke: uuid(), realPressure: isPen }, { strokes, under, recorded, pen }, sample, {
            show: (patches) => this.showPieces(patches),
            told: (words) => {
                if (this.room.driving.hasCurve) {
                    this.room.driving.readings = words.readings;
                }
                if (this.waits.length !== words.provisional.length) {
                    this.waits = words.provisional;
                }
            },
            say: (message) => { this.room.message = message; },
        });
        // What is being painted must not be painted over by a swatch without it.
        this.strokeDone = this.stroke.paint();
    },
    moveStroke(samples) {
        this.stroke.move(samples);
    },
    async endStroke(samples) {
        const { stroke } = this;
        stroke.end(samples);
        const id = stroke.order.stroke;
        this.trail = { ...this.trail, [id]: frozen({ realPressure: stroke.order.realPressure, samples: frozen(stroke.samples) }) };
        // A stroke is one step back, whatever is changed right after it.
        this.room.note();
        this.marks = [...this.marks, id];
        this.room.note();
        await this.strokeDone;
        // Another stroke may have begun meanwhile: then everything is repainted when that one ends.
        if (this.stroke === stroke) {
            this.room.isPainting = false;
            this.room.driving.readings = {};
            this.waits = [];
            this.room.repaint();
        }
    },
    showPieces(patches) {
        const canvas = this.room.$refs.swatch;
        patches.forEach((patch) => canvas.getContext('2d').putImageData(patch.image, patch.x, patch.y));
        if (patches.length) {
            canvas.dispatchEvent(new CustomEvent('paint-shown', { bubbles: true }));
        }
    },

    // —— movements ——
    async togglePen() {
        this.room.show(this.room.panel === 'pen' ? 'settings' : 'pen');
        if (this.room.panel === 'pen') {
            await this.listMovements();
        }
    },
    /**
     * One after the other, each shown as soon as it is painted: with a close spacing all of them take seconds. What moves
     * the pen now is not asked with: it may be deleted while the list is made.
     */
    async listMovements() {
        const order = this.room.drawn();
        const listing = (this.listing += 1);
        try {
            for (let i = 0, count = 1; i < count && this.listing === listing; i++) {
                const { words, patches } = await callForPixels(`${this.room.url}/movements`, { json: { ...order, movement: i } });
                count = words.movements.length;
                if (i === 0) {
                    this.movements = [...words.movements, { pen: BY_HAND, recorded: null, name: BY_HAND, sentence: 'The practice pen rests. Paint on the swatch yourself.' }];
                    this.painted = 0;
                    await this.room.$nextTick();
                }
                const canvas = document.querySelectorAll('[data-movement] canvas')[i];
                if (canvas && patches[0] && this.listing === listing) {
                    showPicture(canvas, patches[0].image);
                    this.painted = i + 1;
                }
            }
        } catch (error) {
            this.message = error.message;
        }
    },
    takeMovement(movement) {
        Object.assign(this, { pen: movement.pen, recorded: movement.recorded, penName: movement.name });
    },
    /** Says of a movement that it is still to be painted. */
    isAwaited(movement) {
        return movement.pen !== BY_HAND || movement.recorded !== null ? this.movements.indexOf(movement) >= this.painted : false;
    },
    isMovement(movement) {
        return this.recorded === movement.recorded && (this.recorded !== null || this.pen === movement.pen);
    },
    async attemptPen(job) {
        this.message = '';
        try {
            await job();
            await this.listMovements();
        } catch (error) {
            this.message = error.message;
        }
    },
    /** What is painted by hand becomes a movement of its own. */
    record() {
        return this.attemptPen(async () => {
            const { id, name } = await call(this.room.links.recordings, { json: { name: this.recordingName, strokes: this.strokes } });
            this.recordingName = '';
            this.marks = [];
            this.takeMovement({ pen: BY_HAND, recorded: id, name });
        });
    },
    bringMovement(event) {
        const file = event.target.files[0];
        event.target.value = '';
        if (!file) {
            return;
        }
        this.attemptPen(async () => {
            const form = new FormData();
            form.append('file', file);
            const { id, name } = await upload(`${this.room.links.recordings}/bring`, form, () => {}).answer;
            this.takeMovement({ pen: BY_HAND, recorded: id, name });
        });
    },
    renameMovement(movement, event) {
        const name = event.target.value;
        this.attemptPen(async () => {
            const told = await call(movement.url, { method: 'PATCH', json: { name } });
            if (this.recorded === movement.recorded) {
                this.penName = told.name;
            }
        });
    },
    deleteMovement(movement) {
        this.attemptPen(async () => {
            const inHand = this.recorded === movement.recorded;
            if (inHand) {
                this.takeMovement({ pen: FIRST, recorded: null, name: FIRST });
                // What is still asked of this movement must not find it gone.
                await Promise.all([this.room.painting.idle(), this.room.advising.idle(), this.room.weighing.idle()]);
            }
            try {
                await call(movement.url, { method: 'DELETE' });
            } catch (error) {
                if (inHand) {
                    this.takeMovement(movement);
                }
                throw error;
            }
            this.room.gone = { name: movement.name, url: `${movement.url}/restore`, again: () => this.listMovements() };
        });
    },
};
