import { brushesOf } from './wall';

/** Sets: shelves beside the wall. */
export const shelves = {
    newSet: '',

    isShelf(set) {
        return this.isAsked('set', set);
    },
    openShelf(set) {
        this.ask('set', String(set));
    },
    get set() {
        return this.sets.find((one) => String(one.id) === this.question.set) ?? null;
    },
    get hasSet() {
        return this.set !== null;
    },
    get setName() {
        return this.set?.name ?? '';
    },
    get setNote() {
        return this.set?.note ?? '';
    },
    isSetMaker(id) {
        return (this.set?.maker ?? 0) === id;
    },
    setUrl(id) {
        return `${this.links.sets}/${id}`;
    },
    /** A set of those that are chosen, or an empty one. */
    async makeSet() {
        const state = await this.change(this.links.sets, { json: { name: this.newSet, ids: this.chosenIds() } });
        if (state) {
            this.newSet = '';
            this.chooseNone();
            this.openShelf(state.set);
        }
    },
    async tellSet(what) {
        await this.change(this.setUrl(this.set.id), { method: 'PATCH', json: what });
    },
    async renameSet(event) {
        await this.tellSet({ name: event.target.value });
        event.target.value = this.setName;
    },
    noteSet(event) {
        this.tellSet({ note: event.target.value });
    },
    signSet(event) {
        this.tellSet({ maker: Number(event.target.value) });
    },
    async duplicateSet() {
        const state = await this.change(`${this.setUrl(this.set.id)}/duplicate`);
        if (state) {
            this.openShelf(state.set);
        }
    },
    async deleteSet(withBrushes) {
        const { id } = this.set;
        if (await this.change(`${this.setUrl(id)}${withBrushes ? '?brushes=too' : ''}`, { method: 'DELETE' })) {
            this.openShelf('');
            this.countAside();
        }
    },
    /** The set that is looked at, one place up or down. */
    moveSet(by) {
        const ids = this.sets.map((one) => one.id);
        const at = ids.indexOf(this.set.id);
        if (at + by >= 0 && at + by < ids.length) {
            [ids[at], ids[at + by]] = [ids[at + by], ids[at]];
            this.change(this.links.sets, { method: 'PUT', json: { ids } });
        }
    },
    putOnSet(event) {
        const set = Number(event.target.value);
        event.target.value = '';
        if (set > 0) {
            this.change(`${this.setUrl(set)}/brushes`, { json: { do: 'on', ids: this.chosenIds() } });
        }
    },
    async takeOffSet() {
        if (await this.change(`${this.setUrl(this.set.id)}/brushes`, { json: { do: 'off', ids: this.chosenIds() } })) {
            this.chooseNone();
        }
    },
    allowDrop(event) {
        if (event.dataTransfer.types.includes('application/x-brushes')) {
            event.preventDefault();
        }
    },
    dropOnShelf(event, set) {
        const ids = brushesOf(event);
        if (ids.length > 0) {
            event.preventDefault();
            this.change(`${this.setUrl(set.id)}/brushes`, { json: { do: 'on', ids } });
        }
    },
    /** Brushes of the set that is looked at, before one of them; 0 for the end. */
    orderSet(ids, before) {
        if (this.set === null || this.isNarrowed || ids.includes(before)) {
            return;
        }
        const others = this.set.ids.filter((id) => !ids.includes(id));
        const at = before === 0 ? others.length : others.indexOf(before);
        this.change(`${this.setUrl(this.set.id)}/brushes`, { json: { do: 'order', ids: [...others.slice(0, at), ...ids, ...others.slice(at)] } });
    },
};
