import { Away, call, Refused } from '../lib/call';
import { frozen, uuid } from '../lib/data';
import { debounce } from '../lib/latest-wins';

/** ms after which a server that is away is asked again. */
const AGAIN = 1500;
/** ms for which a page that comes may have been under way; one that comes later knows better than what was saved here, as after a library was put back. */
const UNDER_WAY = 10000;

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
        this.takeUpLeft(JSON.parse(sessionStorage.getItem(`drawn:${this.id}`) || 'null'));
        window.addEventListener('pagehide', () => {
            if (this.isUnsaved) {
                this.storeUnsaved();
                this.save({ keepalive: true });
            }
        });
    },
    /**
     * What this window drew last counts where the page does not know of it: it had not reached the server,
     * or reached it while this page was already on its way. What somebody else did since counts more.
     */
    takeUpLeft(left) {
        const isMine = this.changedBy.tab === this.tab;
        const isLater = left && (isMine ? left.turn > this.changedBy.turn : left.revision > this.revision || (left.revision === this.revision && !left.isSaved));
        const isMissed = isLater && (Date.now() - left.at < UNDER_WAY || (!left.isSaved && left.revision <= this.revision));
        this.turn = Math.max(left?.turn ?? 0, isMine ? this.changedBy.turn : 0);
        if (isMissed) {
            Object.assign(this, { ...left.state, brush: frozen(left.state.brush), revision: Math.max(left.revision, this.revision) });
            this.isUnsaved = true;
            this.saveSoon();
        }
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
        this.storeDrawn({ revision: this.revision, turn: this.nextTurn(), isSaved: false, state: this.drawn() });
    },
    storeDrawn(drawn) {
        try {
            sessionStorage.setItem(`drawn:${this.id}`, JSON.stringify({ ...drawn, at: Date.now() }));
        } catch {
            // A full store costs what a reload would have saved while the server is away, nothing else.
        }
    },
    /** It stays in this window: a page that is on its way does not know of it yet. */
    isSaved(turn) {
        this.isUnsaved = false;
        this.storeDrawn({ revision: this.revision, turn, isSaved: true, state: this.drawn() });
    },
    /** One save after another: each tells the revision that the one before was given. */
    save(options = {}) {
        const job = async () => {
            if (this.conflict) {
                return;
            }
            const state = this.drawn();
            const turn = this.nextTurn();
            try {
                const { revision } = await call(this.url, { method: 'PUT', json: { ...state, revision: this.revision, tab: this.tab, turn }, ...options });
                this.revision = revision;
                if (JSON.stringify(state) === JSON.stringify(this.drawn())) {
                    this.isSaved(turn);
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
        if (JSON.stringify(this.drawn()) !== JSON.stringify({ brush: state.brush, parts: state.parts, roll: state.roll })) {
            Object.assign(this, { brush: frozen(state.brush), parts: state.parts, roll: state.roll });
        }
        this.isSaved(this.turn);
    },
    /** Of two windows: what stands here becomes a brush of its own. */
    async keepAsNew() {
        try {
            const { tune } = await call(`${this.url}/branch`, { json: this.drawn() });
            this.isUnsaved = false;
            sessionStorage.removeItem(`drawn:${this.id}`);
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
