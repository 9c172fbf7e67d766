/** px between cards. */
export const GAP = 14;

/** px under a strip for its name. */
const CAPTION = 46;

/** A strip's height for its width. */
const HIGH = 104 / 340;

/** px that a card is wide at least, by the look of the wall. */
export const LOOKS = { small: 180, medium: 270, large: 420 };

/** Where cards stand on a wall of a width. */
export class Grid {
    /**
     * @param {number} width  px of the wall
     * @param {number} least  px of a card
     * @param {number} count  of cards
     */
    constructor(width, least, count) {
        this.columns = Math.max(1, Math.floor((width + GAP) / (least + GAP)));
        this.cardWidth = (width - (this.columns - 1) * GAP) / this.columns;
        this.stripHeight = Math.round(this.cardWidth * HIGH);
        this.cardHeight = this.stripHeight + CAPTION;
        this.rowHeight = this.cardHeight + GAP;
        this.count = count;
    }

    get height() {
        return Math.max(0, Math.ceil(this.count / this.columns) * this.rowHeight - GAP);
    }

    /**
     * @param {number} index
     * @returns {{ x: number, y: number }} px of its upper left corner
     */
    place(index) {
        return { x: (index % this.columns) * (this.cardWidth + GAP), y: Math.floor(index / this.columns) * this.rowHeight };
    }

    /**
     * The cards of which anything lies between two heights.
     *
     * @param {number} top
     * @param {number} bottom
     * @returns {[number, number]} the first, and the one after the last
     */
    between(top, bottom) {
        const first = Math.max(0, Math.floor(top / this.rowHeight)) * this.columns;

        return [Math.min(this.count, first), Math.min(this.count, Math.max(0, Math.ceil(bottom / this.rowHeight)) * this.columns)];
    }

    /**
     * @param {{ left: number, top: number, right: number, bottom: number }} frame  px on the wall
     * @returns {number[]} indexes of the cards that it touches
     */
    touching(frame) {
        const [first, end] = this.between(frame.top, frame.bottom);

        return Array.from({ length: end - first }, (_, i) => first + i).filter((index) => {
            const { x, y } = this.place(index);

            return x < frame.right && x + this.cardWidth > frame.left && y < frame.bottom && y + this.cardHeight > frame.top;
        });
    }

    /**
     * Where a key of the arrows leads.
     *
     * @param {string} key
     * @param {number} from  index
     * @param {number} page  rows of a page
     * @returns {number|null} index; null for any other key
     */
    step(key, from, page) {
        const to = {
            ArrowLeft: from - 1, ArrowRight: from + 1, ArrowUp: from - this.columns, ArrowDown: from + this.columns,
            Home: 0, End: this.count - 1, PageUp: from - page * this.columns, PageDown: from + page * this.columns,
        }[key];
        if (to === undefined) {
            return null;
        }
        const isBeyond = to < 0 || to >= this.count;

        return isBeyond && key.startsWith('Arrow') ? from : Math.max(0, Math.min(this.count - 1, to));
    }
}
