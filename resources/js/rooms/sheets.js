import { call } from '../lib/call';
import { pageData } from '../lib/data';

/** Sizes to begin with: paper as ISO 216 has it, and others by their mm or px. */
const PRESETS = [
    { id: 'screen', label: 'Screen, 1,600 × 1,000 px', unit: 'px', width: 1600, height: 1000, dpi: 96 },
    { id: 'square', label: 'Square, 2,000 px', unit: 'px', width: 2000, height: 2000, dpi: 300 },
    { id: 'postcard', label: 'Postcard, 148 × 105 mm', unit: 'mm', width: 148, height: 105, dpi: 300 },
    { id: 'a5', label: 'A5, 148 × 210 mm', unit: 'mm', width: 148, height: 210, dpi: 300 },
    { id: 'a4', label: 'A4, 210 × 297 mm', unit: 'mm', width: 210, height: 297, dpi: 300 },
    { id: 'a3', label: 'A3, 297 × 420 mm', unit: 'mm', width: 297, height: 420, dpi: 300 },
];
const MOST = 6000;
const INCH = 25.4;

/** All sheets as a wall: made, named, copied, set aside and brought back. */
export const sheetsRoom = () => ({
    ...pageData('sheets-data'),
    presets: PRESETS,
    preset: 'screen',
    unit: 'px',
    width: 1600,
    height: 1000,
    dpi: 96,
    newName: '',
    message: '',
    deleted: null,

    setPreset(event) {
        const preset = PRESETS.find((one) => one.id === event.target.value);
        if (preset) {
            Object.assign(this, { preset: preset.id, unit: preset.unit, width: preset.width, height: preset.height, dpi: preset.dpi });
        }
    },
    isPreset(preset) {
        return this.preset === preset.id;
    },
    /** The same size in another unit. */
    setUnit(event) {
        const unit = event.target.value;
        const [width, height] = this.pixels();
        Object.assign(this, { unit, width: unit === 'px' ? width : round(width / this.dpi * INCH), height: unit === 'px' ? height : round(height / this.dpi * INCH) });
    },
    isUnit(unit) {
        return this.unit === unit;
    },
    turn() {
        [this.width, this.height] = [this.height, this.width];
    },
    pixels() {
        return [this.width, this.height].map((side) => Math.round(this.unit === 'px' ? Number(side) : Number(side) / INCH * Number(this.dpi)));
    },
    get sizeWords() {
        const [width, height] = this.pixels();
        if (!(width >= 16 && height >= 16)) {
            return 'A side has 16 px at least.';
        }
        if (Math.max(width, height) > MOST) {
            return `That is ${Math.max(width, height).toLocaleString('en-GB')} px a side; a sheet has ${MOST.toLocaleString('en-GB')} at most. Take fewer dpi, or a smaller one.`;
        }
        const mm = (side) => Math.round(side / this.dpi * INCH).toLocaleString('en-GB');

        return `${width.toLocaleString('en-GB')} × ${height.toLocaleString('en-GB')} px, ${mm(width)} × ${mm(height)} mm`;
    },
    async make() {
        const [width, height] = this.pixels();
        await this.attempt(async () => {
            window.location.assign((await call(this.url, { json: { name: this.newName.trim(), width, height, dpi: Number(this.dpi) } })).try);
        });
    },
    /** A file with layers becomes a sheet of its own; what of it is shown otherwise is told there. */
    async openFile(event) {
        const form = new FormData();
        form.append('picture', event.target.files[0]);
        this.message = '';
        await this.attempt(async () => {
            const made = await call(this.openUrl, { form });
            sessionStorage.setItem(`notes:${new URL(made.try).pathname}`, made.notes.join(' '));
            window.location.assign(made.try);
        });
        event.target.value = '';
    },
    async rename(sheet, event) {
        const name = event.target.value.trim();
        if (name !== sheet.name) {
            await this.attempt(async () => this.put(await call(sheet.url, { method: 'PATCH', json: { name } })));
        }
        event.target.value = this.sheets.find((one) => one.id === sheet.id)?.name ?? sheet.name;
    },
    put(card) {
        this.sheets = this.sheets.map((one) => (one.id === card.id ? card : one));
    },
    async duplicate(sheet) {
        await this.attempt(async () => { this.sheets = [await call(`${sheet.url}/duplicate`), ...this.sheets]; });
    },
    async remove(sheet) {
        await this.attempt(async () => {
            const card = await call(sheet.url, { method: 'DELETE' });
            this.sheets = this.sheets.filter((one) => one.id !== sheet.id);
            this.aside = [card, ...this.aside];
            this.deleted = card;
        });
    },
    async bringBack(sheet) {
        await this.attempt(async () => {
            const card = await call(`${sheet.url}/restore`);
            this.aside = this.aside.filter((one) => one.id !== sheet.id);
            this.sheets = [card, ...this.sheets].sort((a, b) => b.id - a.id);
            this.deleted = null;
        });
    },
    get hasDeleted() {
        return this.deleted !== null;
    },
    get deletedWords() {
        return this.deleted ? `“${this.deleted.name}” is set aside.` : '';
    },
    get hasAside() {
        return this.aside.length > 0;
    },
    isInHand(sheet) {
        return sheet.id === this.inHand;
    },
    async attempt(job) {
        this.message = '';
        try {
            await job();
        } catch (error) {
            this.message = error.message;
        }
    },
});

function round(mm) {
    return Math.round(mm * 10) / 10;
}
