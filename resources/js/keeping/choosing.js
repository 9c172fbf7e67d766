import { call } from '../lib/call';
import { queue } from '../lib/in-turn';

const inTurn = queue();

/** What is done to those that are chosen, all of them in one step. */
export const choosing = {
    chosen: 0,
    panel: '',
    factor: 150,
    newTag: '',

    noteChosen() {
        this.chosen = this.wall.selection.size;
        if (this.chosen === 0) {
            this.panel = '';
        }
    },
    get hasChosen() {
        return this.chosen > 0;
    },
    get chosenWords() {
        return `${this.chosen.toLocaleString('en-GB')} chosen`;
    },
    chooseAll() {
        this.wall.chooseAll();
    },
    chooseNone() {
        this.wall.selection.clear();
        this.wall.mark();
        this.noteChosen();
    },
    chosenIds() {
        const { selection, ids } = this.wall;

        return [...ids.filter((id) => selection.has(id)), ...selection.all().filter((id) => !ids.includes(id))];
    },
    isPanel(panel) {
        return this.panel === panel;
    },
    openPanel(panel) {
        this.panel = this.panel === panel ? '' : panel;
        if (this.panel === 'out') {
            this.showsSetOut = false;
            this.weigh();
        }
    },
    /** Does something on the server, and shows what has become of it. */
    async change(url, options) {
        this.message = '';
        try {
            const state = await inTurn(() => call(url, options));
            this.take(state);

            return state;
        } catch (error) {
            this.message = error.message;

            return null;
        }
    },
    take(state) {
        Object.assign(this, { sets: state.sets, tags: state.tags, makers: state.makers, history: state.history });
        this.wall.forget();
        this.find();
    },
    async toChosen(what) {
        return this.change(`${this.links.keep}/do`, { json: { ids: this.chosenIds(), ...what } });
    },
    async tagChosen(isOn) {
        if (await this.toChosen({ do: isOn ? 'tag' : 'untag', tag: this.newTag })) {
            this.newTag = '';
        }
    },
    signChosen(event) {
        this.toChosen({ do: 'sign', maker: Number(event.target.value) });
        event.target.value = '';
    },
    licenseChosen(event) {
        this.toChosen({ do: 'license', licence: event.target.value });
    },
    resizeChosen() {
        this.toChosen({ do: 'resize', factor: this.factor / 100 });
    },
    inkChosen(event) {
        this.toChosen({ do: 'ink', ink: event.target.value });
    },
    async duplicateChosen() {
        const state = await this.toChosen({ do: 'duplicate' });
        if (state) {
            this.chooseNone();
        }
    },
    async putAside() {
        if (this.chosen > 0 && await this.toChosen({ do: 'aside' })) {
            this.chooseNone();
            this.countAside();
        }
    },
    async undo() {
        if (this.history.undo !== null) {
            await this.change(`${this.links.keep}/undo`);
            this.countAside();
        }
    },
    async redo() {
        if (this.history.redo !== null) {
            await this.change(`${this.links.keep}/redo`);
            this.countAside();
        }
    },
    get canUndo() {
        return this.history.undo !== null;
    },
    get canRedo() {
        return this.history.redo !== null;
    },
    get undoTitle() {
        return this.history.undo === null ? 'Nothing to undo' : `Undo: ${this.history.undo}`;
    },
    get redoTitle() {
        return this.history.redo === null ? 'Nothing to do again' : `Again: ${this.history.redo}`;
    },
    get lastWords() {
        return this.history.undo ?? '';
    },
};
