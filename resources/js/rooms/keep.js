import { call } from '../lib/call';
import { pageData } from '../lib/data';

export const keepRoom = () => ({
    ...pageData('keep-data'),
    deleted: null,
    message: '',
    wrong: null,

    async rename(brush, event) {
        const name = event.target.value.trim();
        this.wrong = null;
        if (name === brush.name) {
            return;
        }
        await this.attempt(brush, async () => {
            brush.name = (await call(brush.url, { method: 'PATCH', json: { name } })).name;
        });
        event.target.value = brush.name;
    },
    async duplicate(brush) {
        await this.attempt(brush, async () => {
            await call(`${brush.url}/duplicate`);
            window.location.reload();
        });
    },
    async putBackTip(brush) {
        await this.attempt(brush, async () => {
            await call(brush.putBack);
            window.location.reload();
        });
    },
    async remove(brush) {
        await this.attempt(brush, async () => {
            await call(brush.url, { method: 'DELETE' });
            this.deleted = brush;
            this.brushes = this.brushes.filter((b) => b.id !== brush.id);
        });
    },
    async restore() {
        await this.attempt(this.deleted, async () => {
            await call(`${this.deleted.url}/restore`);
            this.brushes = [...this.brushes, this.deleted].sort((a, b) => b.id - a.id);
            this.deleted = null;
        });
    },
    /** From what was set aside, also on another day. */
    async bringBack(brush) {
        await this.attempt(brush, async () => {
            await call(`${brush.url}/restore`);
            window.location.reload();
        });
    },
    get isEmpty() {
        return this.brushes.length === 0;
    },
    async attempt(brush, job) {
        try {
            await job();
        } catch (error) {
            this.wrong = brush.id;
            this.message = error.message;
        }
    },
    isWrong(brush) {
        return this.wrong === brush.id;
    },
});
