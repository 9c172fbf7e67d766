/**
 * A stroke carried beyond the mirrors through a place, as similarities that the engine reads: it carries the dabs, so that a twin is the
 * mirror image to the bit where the brush has no chance.
 *
 * @param {number} x  px of the sheet
 * @param {number} y
 */
export const mirrorsThrough = (x, y) => ({
    across: { mirrored: true, dx: 2 * x },
    down: { mirrored: true, turn: 180, dy: 2 * y },
    around: { turn: 180, dx: 2 * x, dy: 2 * y },
});
