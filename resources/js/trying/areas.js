import { call } from '../lib/call';
import { frozen } from '../lib/data';

/** px on the screen between two places of a free outline. */
const FINE = 2;
/** Places of an outline, at most. */
const MOST = 3000;

/** A part of the sheet, in a box or in a free outline: cut into a source, copied, emptied. */
export const areas = {
    isBoxing: false,
    isFree: false,
    areaBox: null,
    outline: frozen([]),

    startBoxing() {
        this.startPaintingAgain();
        this.isBoxing = true;
    },
    endBoxing() {
        this.isBoxing = false;
        this.areaBox = null;
        this.outline = frozen([]);
    },
    drawBoxes() {
        this.isFree = false;
    },
    drawOutlines() {
        this.isFree = true;
    },
    get hasArea() {
        return this.areaBox !== null;
    },
    get areaWords() {
        return this.areaBox ? `${this.areaBox.width.toLocaleString('en-GB')} × ${this.areaBox.height.toLocaleString('en-GB')} px of the sheet`
            : this.isFree ? 'Draw around paint; the outline closes by itself.' : 'Draw a box around paint.';
    },
    /** One more place of an outline that is being drawn. */
    goRound(x, y) {
        const last = this.outline[this.outline.length - 1];
        if (!last || Math.hypot(x - last[0], y - last[1]) * this.view.scale >= FINE) {
            this.outline = frozen([...this.outline, [x, y]]);
        }
    },
    /** What was drawn is the area from now on. */
    takeArea({ x, y, width, height }, isDrawn) {
        if (isDrawn && this.isFree && this.outline.length > 2) {
            const every = Math.ceil(this.outline.length / MOST);
            this.outline = frozen(this.outline.filter((_, i) => i % every === 0));
            const [xs, ys] = [this.outline.map((at) => at[0]), this.outline.map((at) => at[1])];
            const [left, top] = [Math.floor(Math.min(...xs)), Math.floor(Math.min(...ys))];
            this.areaBox = { x: left, y: top, width: Math.ceil(Math.max(...xs)) - left, height: Math.ceil(Math.max(...ys)) - top };
        } else {
            this.outline = frozen([]);
            this.areaBox = isDrawn && !this.isFree ? { x: Math.floor(x), y: Math.floor(y), width: Math.max(1, Math.round(width)), height: Math.max(1, Math.round(height)) } : null;
        }
    },
    get outlinePath() {
        return this.outline.length === 0 ? '' : `M${this.outline.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}Z`;
    },
    areaOrder() {
        return this.outline.length > 2 ? { outline: this.outline } : this.areaBox;
    },
    async cutArea() {
        await this.view.strokes.tail;
        try {
            const { cut } = await call(`${this.sheet.url}/area/cut`, { json: this.areaOrder() });
            window.location.assign(cut);
        } catch (error) {
            this.message = error.message;
        }
    },
    copyArea() {
        this.sendTo('/area/copy', { json: { ...this.areaOrder(), layer: this.layerInHand } });
    },
    clearArea() {
        this.sendTo('/area/clear', { json: { ...this.areaOrder(), layer: this.layerInHand } });
    },
};
