import { callForPixels } from '../lib/call';

const STILL = { dx: 0, dy: 0, scale: 1, turn: 0 };

/** The handles around strokes that are taken up: what is dragged by them follows as a print of its own, and is painted by the engine when it is let go. */
export const carrying = {
    carried: STILL,
    handleScale: 1,

    // —— where it stands ——
    get box() {
        const areas = this.takenUp.map((stroke) => stroke.area).filter(([, , width, height]) => width > 0 && height > 0);
        const left = Math.min(...areas.map((area) => area[0]));
        const top = Math.min(...areas.map((area) => area[1]));

        return areas.length === 0 ? [0, 0, 0, 0] : [left, top, Math.max(...areas.map((area) => area[0] + area[2])) - left, Math.max(...areas.map((area) => area[1] + area[3])) - top];
    },
    get boxX() {
        return this.box[0];
    },
    get boxY() {
        return this.box[1];
    },
    get boxWidth() {
        return this.box[2];
    },
    get boxHeight() {
        return this.box[3];
    },
    get handleRadius() {
        return 7 * this.handleScale;
    },
    get lineWidth() {
        return 1.5 * this.handleScale;
    },
    get isWide() {
        return this.box[2] > 2 * this.box[3];
    },
    get boxRight() {
        return this.box[0] + this.box[2];
    },
    get boxBottom() {
        return this.box[1] + this.box[3];
    },
    get turnX() {
        return this.box[0] + this.box[2] / 2;
    },
    get turnY() {
        return this.box[1] - 26 * this.handleScale;
    },
    get gripY() {
        return this.box[1] + this.box[3] + 18 * this.handleScale;
    },
    /** How the handles are drawn while something is dragged. */
    get carriedTransform() {
        const { dx, dy, scale, turn, x = 0, y = 0 } = this.carried;

        return `translate(${dx + x} ${dy + y}) rotate(${turn}) scale(${scale}) translate(${-x} ${-y})`;
    },
    placeHandles() {
        const { left, top, width, height, transform } = this.$refs.sheet.style;
        Object.assign(this.$refs.handles.style, { left, top, width, height, transform });
        this.handleScale = 1 / (this.view?.scale ?? 1);
    },

    // —— dragging ——
    grab(event, how) {
        if (event.button !== 0) {
            return;
        }
        event.preventDefault();
        event.stopPropagation();
        event.target.setPointerCapture(event.pointerId);
        const [x, y] = this.view.toPlace(event.clientX, event.clientY);
        const [left, top, width, height] = this.box;
        const middle = [left + width / 2, top + height / 2];
        // A corner is dragged away from the one across.
        const anchor = how.includes(' ') ? [how.startsWith('left') ? left + width : left, how.endsWith('top') ? top + height : top] : middle;
        this.held = { how, x, y, anchor, middle };
        this.showGhost();
    },
    carry(event) {
        if (!this.held) {
            return;
        }
        const [x, y] = this.view.toPlace(event.clientX, event.clientY);
        const { how, anchor: [ax, ay] } = this.held;
        if (how === 'move') {
            this.carried = { ...STILL, dx: Math.round(x - this.held.x), dy: Math.round(y - this.held.y) };
        } else if (how === 'turn') {
            const angle = (px, py) => (Math.atan2(py - ay, px - ax) * 180) / Math.PI;
            const turn = angle(x, y) - angle(this.held.x, this.held.y);
            const step = event.shiftKey ? 15 : 0.5;
            this.carried = { ...STILL, turn: Math.round(((turn + 540) % 360 - 180) / step) * step, x: ax, y: ay };
        } else {
            const was = Math.hypot(this.held.x - ax, this.held.y - ay) || 1;
            const along = ((x - ax) * (this.held.x - ax) + (y - ay) * (this.held.y - ay)) / was;
            this.carried = { ...STILL, scale: Math.min(20, Math.max(0.05, along / was)), x: ax, y: ay };
        }
        this.moveGhost();
    },
    async drop() {
        if (!this.held) {
            return;
        }
        this.held = null;
        const { dx, dy, scale, turn, x = 0, y = 0 } = this.carried;
        if (dx === 0 && dy === 0 && scale === 1 && turn === 0) {
            this.putDown();

            return;
        }
        await this.changeStrokes({ move: { x, y, dx, dy, scale, turn } });
    },
    putDown() {
        this.carried = STILL;
        this.ghost?.remove();
        this.ghost = null;
    },
    /** A print of what is dragged, on a canvas of its own: no larger than that, for all beneath it is composited anew with every move. */
    async showGhost() {
        this.ghost?.remove();
        const ghost = document.createElement('canvas');
        const [left, top, width, height] = this.box;
        ghost.className = 'layer pointer-events-none opacity-80';
        ghost.width = width;
        ghost.height = height;
        ghost.dataset.ghost = '';
        const part = (px, of) => `${(100 * px) / of}%`;
        Object.assign(ghost.style, { left: part(left, this.sheet.width), top: part(top, this.sheet.height), width: part(width, this.sheet.width), height: part(height, this.sheet.height) });
        this.ghost = ghost;
        this.$refs.sheet.append(ghost);
        const context = ghost.getContext('2d');
        for (const { id } of this.takenUp.slice(0, 12)) {
            const { patches } = await callForPixels(`${this.sheet.url}/taken/${id}/print`, { method: 'GET' }).catch(() => ({ patches: [] }));
            if (this.ghost !== ghost) {
                return;
            }
            for (const patch of patches) {
                const bitmap = await createImageBitmap(patch.image);
                context.drawImage(bitmap, patch.x - left, patch.y - top);
            }
        }
    },
    moveGhost() {
        if (!this.ghost) {
            return;
        }
        const { dx, dy, scale, turn, x = 0, y = 0 } = this.carried;
        const k = this.view.scale;
        const [left, top] = this.box;
        Object.assign(this.ghost.style, { transformOrigin: `${(x - left) * k}px ${(y - top) * k}px`, transform: `translate(${dx * k}px, ${dy * k}px) rotate(${turn}deg) scale(${scale})` });
    },
};
