/** Makers and tags: renamed, made one, taken away. */
export const labels = {
    managing: false,

    countWords(one) {
        return one.count === 1 ? '1 brush' : `${one.count.toLocaleString('en-GB')} brushes`;
    },
    manage() {
        this.managing = !this.managing;
    },
    async renameTag(tag, event) {
        const into = event.target.value;
        await this.change(this.links.tags, { json: { tag: tag.tag, into } });
    },
    removeTag(tag) {
        this.change(this.links.tags, { json: { tag: tag.tag, into: '' } });
    },
    async renameMaker(maker, event) {
        await this.change(`${this.links.makers}/${maker.id}`, { method: 'PATCH', json: { name: event.target.value } });
    },
    mergeMaker(maker, event) {
        const into = Number(event.target.value);
        event.target.value = '';
        if (into > 0) {
            this.change(`${this.links.makers}/${maker.id}/merge`, { json: { into } });
        }
    },
    removeMaker(maker) {
        this.change(`${this.links.makers}/${maker.id}`, { method: 'DELETE' });
    },
    othersThan(maker) {
        return this.makers.filter((one) => one.id !== maker.id);
    },
};
