import { callForPixels } from '../lib/call';
import { countOn } from '../lib/canvas';
import { frozen } from '../lib/data';
import { LatestWins } from '../lib/latest-wins';

const NOW = 'now';

/**
 * Hold to compare: states of a brush set aside. Two of them, or one and the present one, are laid
 * side by side on the same strokes and roll, with a divider between; what differs is listed and
 * can be taken singly or all at once. Held states survive a reload.
 */
export const holding = {
    held: [],
    left: '',
    right: NOW,
    divider: 500,
    holdingSides: null,

    beginHolding() {
        // In the queue of the swatch itself they would take the place of a swatch that waits.
        this.holdingSides = new LatestWins();
        this.held = JSON.parse(sessionStorage.getItem(`held:${this.room.id}`) || '[]');
    },
    hold() {
        this.held = [...this.held, { name: letters(this.held.length ? number(this.held[this.held.length - 1].name) + 1 : 0), brush: this.room.brush, parts: this.room.parts, roll: this.room.roll }];
        this.storeHeld();
    },
    storeHeld() {
        try {
            sessionStorage.setItem(`held:${this.room.id}`, JSON.stringify(this.held));
        } catch {
            this.room.message = 'The browser’s store is full: held states stay in this page only. Let some of them go.';
        }
    },
    letGo(state) {
        this.held = this.held.filter((h) => h.name !== state.name);
        this.storeHeld();
        if ([this.left, this.right].includes(state.name)) {
            this.room.show('settings');
        }
    },
    compare(state) {
        if (this.isCompared(state)) {
            this.room.show('settings');

            return;
        }
        this.left = state.name;
        this.right = NOW;
        this.room.show('compare');
        this.paintHeld();
    },
    isCompared(state) {
        return this.comparing && (this.left === state.name || this.right === state.name);
    },
    get comparing() {
        return this.room.panel === 'compare';
    },
    setLeft(event) {
        this.left = event.target.value;
        this.paintHeld();
    },
    setRight(event) {
        this.right = event.target.value;
        this.paintHeld();
    },
    get sides() {
        return [...this.held.map((h) => h.name), NOW];
    },
    sideWords(name) {
        return name === NOW ? 'now' : `held ${name}`;
    },
    state(name) {
        const { brush, parts } = this.held.find((h) => h.name === name) ?? this.room;

        return { brush, parts };
    },
    get leftClip() {
        return { clipPath: `inset(0 ${100 - this.divider / 10}% 0 0)` };
    },
    get rightClip() {
        return { clipPath: `inset(0 0 0 ${this.divider / 10}%)` };
    },
    get lineStyle() {
        return { left: `${this.divider / 10}%` };
    },
    get showsRight() {
        return this.comparing && this.right !== NOW;
    },
    moveDivider(event) {
        this.divider = Number(event.target.value);
    },
    paintHeld() {
        this.holdingSides.run(async () => {
            await this.paintSide(this.left, this.room.$refs.leftSwatch);
            if (this.right !== NOW) {
                await this.paintSide(this.right, this.room.$refs.rightSwatch);
            }
        });
    },
    async paintSide(name, canvas) {
        try {
            const { patches } = await callForPixels(`${this.room.url}/look/swatch`, { json: { ...this.room.order(), ...this.state(name), roll: this.room.roll } });
            canvas.width = this.room.$refs.swatch.width;
            canvas.height = this.room.$refs.swatch.height;
            patches.forEach((patch) => canvas.getContext('2d').putImageData(patch.image, patch.x, patch.y));
            countOn(canvas, 'painted');
        } catch (error) {
            this.room.failed(error);
        }
    },
    /** What differs between the two sides, in words. */
    get differences() {
        if (!this.comparing) {
            return [];
        }
        const [a, b] = [this.state(this.left), this.state(this.right)];
        const parts = [['tip', 'Tip'], ['bite', 'Bite'], ['tooth', 'Tooth of its own']].filter(([id]) => a.parts[id] !== b.parts[id])
            .map(([id, label]) => ({ id: `part ${id}`, label, left: this.partWords(id, a.parts[id]), right: this.partWords(id, b.parts[id]) }));
        const inks = [['main', 'Main ink'], ['second', 'Second ink']].filter(([which]) => a.brush.inks[which] !== b.brush.inks[which])
            .map(([which, label]) => ({ id: `ink ${which}`, label, left: a.brush.inks[which], right: b.brush.inks[which] }));
        const settings = Object.values(this.room.settings).filter((s) => JSON.stringify(a.brush.settings[s.id]) !== JSON.stringify(b.brush.settings[s.id]))
            .map((s) => ({ id: s.id, label: s.label, left: this.valueWords(s, a.brush.settings[s.id]), right: this.valueWords(s, b.brush.settings[s.id]) }));

        return [...parts, ...inks, ...settings];
    },
    partWords(part, id) {
        const from = part === 'tooth' ? this.room.teeth.find((t) => t.id === id) : this.room.tips.find((t) => t.id === id);

        return id === null ? 'none' : from?.name ?? 'gone';
    },
    valueWords(setting, value) {
        if (typeof value.base === 'string') {
            return value.base;
        }
        if (Array.isArray(value.base)) {
            return `a curve of ${value.base.length} points`;
        }
        const said = (v, unit) => (unit === '%' ? `${Math.round(v * 1000) / 10} %` : `${Math.round(v * 10) / 10}${unit === '°' ? '°' : ` ${unit}`}`.trim());
        const spread = value.spread ? ` ± ${said(value.spread, setting.spread === 'around, in units' ? setting.unit : '%')}` : '';
        const drives = (value.drives ?? []).map((d) => `, ${d.input} ${this.room.driving.factorWords(setting.id, d.from)} → ${this.room.driving.factorWords(setting.id, d.to)}`).join('');

        return `${said(value.base, setting.unit)}${spread}${drives}`;
    },
    takeFrom(side, difference) {
        const from = this.state(side);
        this.room.note();
        if (difference.id.startsWith('ink ')) {
            const which = difference.id.slice(4);
            this.room.brush = frozen({ ...this.room.brush, inks: { ...this.room.brush.inks, [which]: from.brush.inks[which] } });
        } else if (difference.id.startsWith('part ')) {
            const which = difference.id.slice(5);
            this.room.parts = { ...this.room.parts, [which]: from.parts[which] };
        } else {
            this.room.brush = frozen({ ...this.room.brush, settings: { ...this.room.brush.settings, [difference.id]: from.brush.settings[difference.id] } });
        }
    },
    takeAllFrom(side) {
        const from = this.state(side);
        this.room.note();
        this.room.brush = from.brush;
        this.room.parts = from.parts;
    },
};

/** 0 → A, 25 → Z, 26 → AA. */
function letters(n) {
    return (n >= 26 ? letters(Math.floor(n / 26) - 1) : '') + String.fromCharCode(65 + (n % 26));
}

function number(name) {
    return [...name].reduce((sum, letter) => 26 * sum + letter.charCodeAt(0) - 64, 0) - 1;
}
