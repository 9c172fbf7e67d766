import { mirrorsThrough } from '../lib/mirrors';

/** Steps in which a straight line turns while Ctrl is held. */
const STEP = Math.PI / 12;
const WAYS = [
    { id: 'none', label: 'No symmetry' },
    { id: 'across', label: 'Mirrored left and right' },
    { id: 'down', label: 'Mirrored top and bottom' },
    { id: 'both', label: 'Mirrored both ways' },
    ...[2, 3, 4, 5, 6, 8, 10, 12].map((count) => ({ id: `turned ${count}`, label: `Turned around, ${count} times`, count })),
];

/**
 * Straight lines, and symmetry about a point that can be moved. A twin is the same stroke, carried by the engine as one
 * that is taken up and flipped or turned would be.
 */
export const guiding = {
    ways: WAYS,
    symmetry: 'none',
    middleX: 0,
    middleY: 0,
    aimed: null,
    isCtrl: false,
    isOnward: false,
    heldMiddle: null,

    initGuides() {
        this.middleX = this.sheet.width / 2;
        this.middleY = this.sheet.height / 2;
        for (const way of ['keydown', 'keyup']) {
            window.addEventListener(way, (event) => {
                this.isCtrl = event.ctrlKey;
                this.isOnward = event.key === 'g' && !this.isBusyTyping(event) ? way === 'keydown' : this.isOnward;
            });
        }
    },
    guides() {
        return {
            snapped: (sample, from) => (this.isCtrl && from ? this.atStep(sample, from) : sample),
            isStraight: (event) => event.shiftKey,
            goesOn: () => this.isOnward,
            aim: (from, to) => { this.aimed = from && to ? [from[1], from[2], to[1], to[2]] : null; },
            twins: () => this.twins(),
        };
    },
    /** The place on a line from the first one at a whole step of 15°, as far away. */
    atStep(sample, from) {
        const [t, x, y, ...held] = sample;
        const far = Math.hypot(x - from[1], y - from[2]);
        const angle = Math.round(Math.atan2(y - from[2], x - from[1]) / STEP) * STEP;

        return [t, from[1] + far * Math.cos(angle), from[2] + far * Math.sin(angle), ...held];
    },
    /** Where the twins of a stroke lie from it: similarities, as the engine reads them. */
    twins() {
        const { middleX: x, middleY: y } = this;
        const { across, down, around } = mirrorsThrough(x, y);
        const count = WAYS.find((way) => way.id === this.symmetry)?.count ?? 0;

        return {
            none: [], across: [across], down: [down], both: [across, down, around],
        }[this.symmetry] ?? Array.from({ length: count - 1 }, (_, i) => {
            const turn = (360 * (i + 1)) / count;
            const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];

            return { turn, dx: x - cos * x + sin * y, dy: y - sin * x - cos * y };
        });
    },
    setSymmetry(event) {
        this.symmetry = event.target.value;
    },
    isSymmetry(way) {
        return this.symmetry === way.id;
    },
    get isSymmetric() {
        return this.symmetry !== 'none';
    },
    get showsAcross() {
        return this.symmetry === 'across' || this.symmetry === 'both';
    },
    get showsDown() {
        return this.symmetry === 'down' || this.symmetry === 'both';
    },
    get aimX0() {
        return this.aimed?.[0] ?? 0;
    },
    get aimY0() {
        return this.aimed?.[1] ?? 0;
    },
    get aimX1() {
        return this.aimed?.[2] ?? 0;
    },
    get aimY1() {
        return this.aimed?.[3] ?? 0;
    },
    grabMiddle(event) {
        event.preventDefault();
        event.stopPropagation();
        event.target.setPointerCapture(event.pointerId);
        this.heldMiddle = true;
    },
    carryMiddle(event) {
        if (this.heldMiddle) {
            [this.middleX, this.middleY] = this.view.toPlace(event.clientX, event.clientY).map((place) => Math.round(place * 2) / 2);
        }
    },
    dropMiddle() {
        this.heldMiddle = null;
    },
};
