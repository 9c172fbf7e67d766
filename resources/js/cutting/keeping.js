import { call } from '../lib/call';

/** ms within which a page that comes back was loaded anew, and nobody else has changed its list. */
const RELOADS = 10000;

/** Where a list points, if it keeps one of several things. */
const placeOf = (list) => list.steps.find((s) => s.step === 'one-thing')?.numbers.place[0] ?? null;

/** What is changed of a list reaches the server soon after; of a set of frames all lists go together. */
export const listKeeping = {
    saving: Promise.resolve(),
    isUnsaved: false,
    savedAt: -Infinity,

    /** One after another; what is left unsaved when the page goes is sent at once, and kept in this window until it comes back. */
    save(options = {}) {
        const job = () => this.send(options);
        this.saving = options.keepalive ? job() : this.saving.then(job);

        return this.saving;
    },
    beginKeeping(key) {
        // Of one picture there are pages with its own list and with those of its tips.
        this.unsavedKey = `unsaved ${key}${window.location.search}`;
        const left = JSON.parse(sessionStorage.getItem(this.unsavedKey) || 'null');
        sessionStorage.removeItem(this.unsavedKey);
        if (left && Date.now() - left.at < RELOADS && JSON.stringify(left.list) !== JSON.stringify(this.written())) {
            this.fill(left.list);
            this.isUnsaved = true;
            this.saveSoon();
        }
        window.addEventListener('pagehide', () => {
            if (this.isUnsaved) {
                this.save({ keepalive: true });
            } else if (Date.now() - this.savedAt > RELOADS) {
                return;
            }
            // What was saved just now is kept, too: a page that is on its way does not know of it yet.
            try {
                sessionStorage.setItem(this.unsavedKey, JSON.stringify({ at: Date.now(), list: this.written() }));
            } catch {
                // In a full store nothing is kept; it was sent all the same.
            }
        });
    },
    async send(options) {
        const list = JSON.stringify(this.written());
        try {
            await this.sendList(options);
            this.savedAt = Date.now();
            this.isUnsaved &&= list !== JSON.stringify(this.written());
        } catch (error) {
            this.say(error);
        }
    },
    async sendList(options) {
        if (!this.set) {
            await call(this.url, { method: 'PUT', json: this.written(), ...options });

            return;
        }
        const frame = this.set.frames[this.set.position];
        if (frame.own) {
            frame.own = this.written();
        } else {
            this.set.shared = this.written();
            // Which thing stays is each frame's own; all else is the same for all.
            frame.place = placeOf(this.set.shared) ?? frame.place;
        }
        await call(this.set.url, { method: 'PUT', json: { list: { ...this.set.shared, kind: this.kind }, evened: this.set.evened, frames: this.set.frames.map(({ source, own, place, box }) => ({ source, own, place, box })) }, ...options });
    },
};
