import { Away, call, Refused } from '../lib/call';
import { frozen, uuid } from '../lib/data';
import { debounce } from '../lib/latest-wins';

/** ms after which a server that is away is asked again. */
const AGAIN = 1500;

/**
 * Draft and versions of a brush. A draft reaches the server soon after each change; one that could
 * not is kept in the browser. When two windows change one brush, the later one is told.
 */
export const keeping = {
    conflict: null,
    saving: Promise.resolve(),
    isUnsaved: false,
    turn: 0,

    beginKeeping() {
        // A reload of this window is still this window; another one is not.
        this.tab = sessionStorage.getItem('tab') || uuid();
        sessionStorage.setItem('tab', this.tab);
        this.storeUnsavedSoon = debounce(120, () => this.isUnsaved && this.storeUnsaved());
        const left = JSON.parse(sessionStorage.getItem(`unsaved:${this.id}`) || 'null');
        // What this window drew last counts, where it has not reached the server; not over what somebody else did since.
        if (left && (this.changedBy.tab === this.tab ? left.turn > this.changedBy.turn : left.revision === this.revision)) {
            Object.assign(this, { ...left.state, brush: frozen(left.state.brush) });
            this.isUnsaved = true;
            this.saveSoon();
        }
        window.addEventListener('pagehide', () => {
            if (this.isUnsaved) {
                this.storeUnsaved();
                this.save({ keepalive: true });
            }
        });
    },
    /** Later changes of this window have larger ones, also after a reload. */
    nextTurn() {
        this.turn = Math.max(Date.now(), this.turn + 1);

        return this.turn;
    },
    /** What a draft holds. */
    drawn() {
        return { brush: this.brush, parts: this.parts, roll: this.roll };
    },
    noteUnsaved() {
        this.isUnsaved = true;
        this.storeUnsavedSoon();
    },
    storeUnsaved() {
        try {
            sessionStorage.setItem(`unsaved:${this.id}`, JSON.stringify({ revision: this.revision, turn: this.nextTurn(), state: this.drawn() }));
        } catch {
            // A full store costs what a reload would have saved while the server is away, nothing else.
        }
    },
    isSaved() {
        this.isUnsaved = false;
        sessionStorage.removeItem(`unsaved:${this.id}`);
    },
    /** One save after another: each tells the revision that the one before was given. */
    save(options = {}) {
        const job = async () => {
            if (this.conflict) {
                return;
            }
            const state = this.drawn();
            try {
                const { revision } = await call(this.url, { method: 'PUT', json: { ...state, revision: this.revision, tab: this.tab, turn: this.nextTurn() }, ...options });
                this.revision = revision;
                if (JSON.stringify(state) === JSON.stringify(this.drawn())) {
                    this.isSaved();
                }
            } catch (error) {
                this.failed(error);
            }
        };
        this.saving = options.keepalive ? job() : this.saving.then(job);

        return this.saving;
    },
    failed(error) {
        if (error instanceof Away) {
            this.askAgain();
        } else if (error instanceof Refused && error.status === 409) {
            this.conflict = error.answer;
        } else if (error instanceof Refused) {
            this.message = error.message;
        }
    },
    /** Until it answers, what is on screen stays, and what was changed waits here. */
    askAgain() {
        if (!this.asking) {
            this.asking = setTimeout(async () => {
                this.asking = null;
                this.repaint();
                if (this.isUnsaved) {
                    await this.save();
                }
            }, AGAIN);
        }
    },
    async keep() {
        await this.save();
        if (this.conflict || this.isUnsaved) {
            return;
        }
        await this.ask('keep');
    },
    async putBack() {
        this.note();
        await this.saving;
        await this.ask('put-back');
        this.note();
    },
    async ask(what) {
        try {
            this.takeUp(await call(`${this.url}/${what}`, { json: { revision: this.revision, tab: this.tab, turn: this.nextTurn() } }));
        } catch (error) {
            this.failed(error);
        }
    },
    takeUp(state) {
        Object.assign(this, { keptBrush: frozen(state.keptBrush), keptParts: frozen(state.keptParts), revision: state.revision, versions: frozen(state.versions) });
        this.isSaved();
        if (JSON.stringify(this.drawn()) !== JSON.stringify({ brush: state.brush, parts: state.parts, roll: state.roll })) {
            Object.assign(this, { brush: frozen(state.brush), parts: state.parts, roll: state.roll });
        }
    },
    /** Of two windows: what stands here becomes a brush of its own. */
    async keepAsNew() {
        try {
            const { tune } = await call(`${this.url}/branch`, { json: this.drawn() });
            this.isSaved();
            window.location.assign(tune);
        } catch (error) {
            this.failed(error);
        }
    },
    /** Of two windows: what the other one made is taken up here; undo brings back what stood here. */
    takeTheirs() {
        this.note();
        const theirs = this.conflict;
        this.conflict = null;
        this.takeUp(theirs);
        this.note();
    },

    // —— what differs from the kept state ——
    get isChanged() {
        return JSON.stringify([this.brush, this.parts]) !== JSON.stringify([this.keptBrush, this.keptParts]);
    },
    isPartChanged(id, part) {
        return JSON.stringify(this.brush.settings[id][part]) !== JSON.stringify(this.keptBrush.settings[id][part]);
    },
    isStationChanged(station) {
        return Object.values(this.settings).some((s) => s.station === station && JSON.stringify(this.brush.settings[s.id]) !== JSON.stringify(this.keptBrush.settings[s.id]))
            || (station === 'form' && this.parts.tip !== this.keptParts.tip)
            || (station === 'ground' && (this.parts.bite !== this.keptParts.bite || this.parts.tooth !== this.keptParts.tooth))
            || (station === 'ink' && JSON.stringify(this.brush.inks) !== JSON.stringify(this.keptBrush.inks));
    },

    // —— versions ——
    /** Any version comes back as a change: it is kept, or undone. */
    takeVersion(version) {
        this.note();
        Object.assign(this, { brush: version.brush, parts: version.parts, roll: version.roll });
        this.show('settings');
    },
    isNow(version) {
        return JSON.stringify([version.brush, version.parts]) === JSON.stringify([this.brush, this.parts]);
    },
};
