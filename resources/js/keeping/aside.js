import { call } from '../lib/call';

/** What is deleted and not gone. */
export const asideShelf = {
    showsAside: false,
    asideBrushes: [],

    async openAside() {
        this.showsAside = !this.showsAside;
        await this.countAside();
    },
    async countAside() {
        const told = await call(`${this.links.keep}/aside`, { method: 'GET' });
        this.aside = { count: told.count, bytes: told.bytes };
        this.asideBrushes = told.aside;
        this.showsAside = this.showsAside && told.count > 0;
    },
    get hasAside() {
        return this.aside.count > 0;
    },
    get asideWords() {
        return `${this.aside.count.toLocaleString('en-GB')} · ${(this.aside.bytes / 1e6).toLocaleString('en-GB', { maximumFractionDigits: 1 })} MB`;
    },
    async bringBack(brush) {
        await this.change(`${this.links.keep}/do`, { json: { do: 'back', ids: [brush.id] } });
        await this.countAside();
    },
    async bringAllBack() {
        await this.change(`${this.links.keep}/do`, { json: { do: 'back', ids: this.asideBrushes.map((brush) => brush.id) } });
        await this.countAside();
    },
    /** The one thing here that cannot be taken back, so it asks. */
    async emptyAside() {
        this.$refs.sure.close();
        await this.change(`${this.links.keep}/aside`, { method: 'DELETE' });
        await this.countAside();
    },
    askToEmpty() {
        this.$refs.sure.showModal();
    },
};
