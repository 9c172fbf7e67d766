import { isTyping, frozen } from '../lib/data';
import { drawLit } from './stations';

const BACKDROPS = [
    { id: 'backdrop-white', label: 'White' },
    { id: 'backdrop-black', label: 'Black' },
    { id: 'backdrop-grey', label: 'Grey' },
    { id: 'backdrop-tint', label: 'Tint' },
];

/** Looking closely at the swatch: enlarged, on another backdrop, dab by dab. */
export const looking = {
    zoom: 1,
    backdrops: BACKDROPS,
    backdrop: 'backdrop-white',
    /** The source that lies under the swatch. */
    under: null,
    /** The dab that is lit up in every station. */
    lit: null,
    lighting: 0,

    closer() {
        this.room.view.zoomBy(1.5);
    },
    farther() {
        this.room.view.zoomBy(1 / 1.5);
    },
    trueSize() {
        this.room.view.trueSize();
    },
    get zoomWords() {
        return `${Math.round(this.zoom * 100)} %`;
    },
    key(event) {
        if (isTyping(event)) {
            return;
        }
        if (event.code === 'Space' && !(event.target instanceof HTMLButtonElement)) {
            this.room.view.panning = true;
            event.preventDefault();
        } else if (event.key === 'Escape' && this.room.panel !== 'settings') {
            this.room.show('settings');
        }
    },
    /** Names the dab under the pointer, the topmost one, and lights it up in every station. */
    pointAt(place) {
        let best = null;
        if (place) {
            for (const stage of this.room.stages) {
                for (const dab of stage.dabs) {
                    const away = Math.hypot(dab[0] - place[0], dab[1] - place[1]);
                    if (away <= Math.max(4, dab[2] / 2) && (best === null || away <= best.away)) {
                        best = { away, dab, stage };
                    }
                }
            }
        }
        if (best?.dab !== this.lit?.dab) {
            this.light(best);
        }
    },
    light(lit) {
        this.lit = frozen(lit);
        this.room.driving.readings = lit ? lit.dab[10] : {};
        cancelAnimationFrame(this.lighting);
        this.lighting = requestAnimationFrame(() => {
            this.drawLit();
            this.room.drawStations();
        });
    },
    drawLit() {
        drawLit(this.room.$refs.litSwatch, this.lit?.dab ?? null, this.room.tip, this.zoom);
    },
    /** By keyboard: the arrow keys go from dab to dab. */
    walk(event) {
        const way = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1, PageDown: 10, PageUp: -10 }[event.key];
        const all = this.room.stages.flatMap((stage) => stage.dabs.map((dab) => ({ away: 0, dab, stage })));
        if (!way || all.length === 0) {
            return;
        }
        event.preventDefault();
        const at = all.findIndex(({ dab }) => dab === this.lit?.dab);
        this.light(all[Math.min(all.length - 1, Math.max(0, at < 0 ? 0 : at + way))]);
    },
    leaveDabs() {
        this.light(null);
    },
    get dabWords() {
        if (!this.lit) {
            return '';
        }
        const [, , size, angle, , colour, flow, opacity, pressure, index, , corners] = this.lit.dab;
        const px = size < 10 ? Math.round(size * 10) / 10 : Math.round(size);

        return `${corners ? 'Piece' : 'Dab'} ${index + 1} of ${this.lit.stage.count} · pressure ${Math.round(pressure * 100)} % · ${px} px · turned ${Math.round(angle)}° · flow ${Math.round(flow * 100)} %${opacity < 0.995 ? ` · opacity ${Math.round(opacity * 100)} %` : ''} · ${colour}`;
    },
    get dabInk() {
        return { background: this.lit?.dab[5] ?? 'transparent' };
    },
    setBackdrop(backdrop) {
        this.backdrop = backdrop.id;
        this.under = null;
    },
    isBackdrop(backdrop) {
        return this.under === null && this.backdrop === backdrop.id;
    },
    setUnder(event) {
        this.under = event.target.value === '' ? null : Number(event.target.value);
    },
    isUnder(source) {
        return this.under === source.id;
    },
};
