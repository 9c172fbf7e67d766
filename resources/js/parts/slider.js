const STEPS = 1000;
/** ms between two steps of a drag. */
const EVERY = 40;
let count = 0;

/**
 * One number: drag, arrow keys, wheel, typing with its unit, double-click for the default.
 *
 * @param {object} of  label, unit, least, most, step, standard, value (read and written), log, and optionally hint and spoken, its label in full
 */
export const slider = (of) => ({
    of,
    id: `slider-${++count}`,
    said: '',
    /** What it is called where it is not seen beside what it belongs to. */
    get spoken() {
        return this.of.spoken ?? this.of.label;
    },
    get isPercent() {
        return this.of.unit === '%';
    },
    get value() {
        return this.of.value;
    },
    get shown() {
        const value = this.isPercent ? this.value * 100 : this.value;
        const figures = this.of.figures ?? (this.of.unit === '×' ? 2 : Math.abs(value) < 10 && value % 1 !== 0 ? 1 : 0);
        const unit = this.of.unit === '' ? '' : this.of.unit === '°' ? '°' : ` ${this.of.unit}`;

        return format(figures, this.of.unit === '×' ? 2 : 0).format(value) + unit;
    },
    get position() {
        const { least, most, log } = this.of;

        return Math.round(STEPS * (log ? Math.log(this.value / least) / Math.log(most / least) : (this.value - least) / (most - least)));
    },
    /** Where the coloured part of the track begins and ends. */
    get track() {
        const { least, most } = this.of;
        const zero = least < 0 && most > 0 ? Math.round((100 * -least) / (most - least)) : 0;
        const here = this.position / (STEPS / 100);

        return { '--from': `${Math.min(zero, here)}%`, '--part': `${Math.max(zero, here)}%` };
    },
    get isChanged() {
        return Math.abs(this.value - this.of.standard) > 1e-9;
    },
    set(value) {
        const { least, most } = this.of;
        this.of.value = Math.min(most, Math.max(least, value));
        this.said = '';
    },
    get words() {
        return this.said || this.of.hint || '';
    },
    rounded(value) {
        const step = this.of.step || (this.isPercent ? 0.01 : 1);

        return Math.round(value / step) * step;
    },
    /** While it is dragged, the work hears of it 25 times a second: oftener, drawing the page would starve it. */
    drag(event) {
        this.dragged = Number(event.target.value);
        if (!this.resting) {
            this.follow();
        }
    },
    follow() {
        const at = this.dragged;
        this.dragTo(at / STEPS);
        this.resting = setTimeout(() => {
            this.resting = null;
            if (this.dragged !== at) {
                this.follow();
            }
        }, EVERY);
    },
    dragTo(part) {
        const { least, most, log } = this.of;
        const value = log ? least * (most / least) ** part : least + (most - least) * part;
        const step = this.of.step || (this.isPercent ? 0.01 : 1);
        this.set(log && value < 10 * step ? Math.round(value / step * 10) * step / 10 : this.rounded(value));
    },
    key(event) {
        const way = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1, PageUp: 10, PageDown: -10 }[event.key];
        if (way) {
            event.preventDefault();
            this.set(this.rounded(this.value + way * (this.of.step || (this.isPercent ? 0.01 : 1))));
        }
    },
    wheel(event) {
        event.preventDefault();
        this.set(this.rounded(this.value + (event.deltaY < 0 ? 1 : -1) * (this.of.step || (this.isPercent ? 0.01 : 1))));
    },
    type(event) {
        // Enter is heard twice, as a key and as a change: the second time nothing new is said.
        if (event.target.value === this.shown) {
            return;
        }
        // A comma before three figures parts thousands, as shown here; any other is a decimal sign.
        const number = parseFloat(event.target.value.replace(/,(?=\d{3}(\D|$))/g, '').replace(',', '.').replace('−', '-'));
        if (Number.isFinite(number)) {
            const asked = this.isPercent ? number / 100 : number;
            this.set(asked);
            if (Math.abs(asked - this.value) > 1e-9) {
                this.said = `${asked > this.value ? 'The most' : 'The least'} is ${this.shown}.`;
            }
        }
        event.target.value = this.shown;
    },
    reset() {
        this.of.value = this.of.standard;
        this.said = '';
    },
});

/** Making one costs more than using it a hundred times. */
const formats = {};

function format(most, least) {
    return formats[`${most} ${least}`] ??= new Intl.NumberFormat('en-GB', { maximumFractionDigits: most, minimumFractionDigits: least });
}
