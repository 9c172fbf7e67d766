import { call, upload } from '../lib/call';
import { extended, pageData } from '../lib/data';
import { queue } from '../lib/in-turn';

const inTurn = queue();
let key = 0;

export const gatherRoom = () => extended(pageData('gather-data'), {
    over: false,
    bringing: [],
    chosen: [],
    picked: [],
    isLoading: false,
    asked: '',
    search: '',
    tag: '',
    undone: null,
    message: '',
    tagText: '',

    init() {
        this.bringing = JSON.parse(sessionStorage.getItem('gather:said') || '[]');
        sessionStorage.removeItem('gather:said');
        window.addEventListener('paste', (event) => {
            const files = [...(event.clipboardData?.files ?? [])];
            if (files.length) {
                this.bringAll(files);
            } else if (event.target === document.body) {
                this.message = 'There is no picture on the clipboard. Copy one first; text can be set under Lettering.';
            }
        });
    },

    // —— bringing files in ——
    choose(event) {
        this.bringAll([...event.target.files]);
        event.target.value = '';
    },
    dragOver() {
        this.over = true;
    },
    dragOut() {
        this.over = false;
    },
    drop(event) {
        this.over = false;
        this.bringAll([...event.dataTransfer.files]);
    },
    async bringAll(files) {
        this.message = '';
        const entries = files.map((file) => ({ key: ++key, name: file.name, says: 'waits', part: 0, wrong: false, done: false, file, cancel: null }));
        this.bringing = [...this.bringing.filter((e) => e.wrong), ...entries.map(({ file, cancel, ...e }) => e)];
        let last = null;
        let here = 0;
        for (const entry of entries) {
            if (this.bringing.some((e) => e.key === entry.key)) {
                const answer = await this.bring(entry);
                last = answer ?? last;
                here += answer ? 1 : 0;
            }
        }
        const said = this.bringing.filter((e) => e.wrong);
        // One new picture goes straight on to be cut; of several, the painter chooses.
        if (last && files.length === 1 && !last.already) {
            window.location.assign(last.cut);
        } else if (here) {
            sessionStorage.setItem('gather:said', JSON.stringify(this.bringing.filter((e) => e.wrong || e.already)));
            window.location.reload();
        } else {
            this.bringing = said;
        }
    },
    async bring(entry) {
        const form = new FormData();
        form.append('picture', entry.file);
        const { answer, cancel } = upload(this.url, form, (part) => this.tell(entry, { part, says: part < 1 ? `${Math.round(part * 100)} %` : 'being opened …' }));
        this.cancels = { ...this.cancels, [entry.key]: cancel };
        try {
            const said = await answer;
            this.tell(entry, { done: true, already: said.already, says: said.already ? `is already here as “${said.name}”` : 'is here' });

            return said;
        } catch (error) {
            this.tell(entry, { wrong: true, says: error.message });

            return null;
        }
    },
    tell(entry, words) {
        this.bringing = this.bringing.map((e) => (e.key === entry.key ? { ...e, ...words } : e));
    },
    callOff(entry) {
        this.cancels?.[entry.key]?.();
        if (entry.says === 'waits') {
            this.bringing = this.bringing.filter((e) => e.key !== entry.key);
        }
    },
    dismiss(entry) {
        this.bringing = this.bringing.filter((e) => e.key !== entry.key);
    },
    isOnItsWay(entry) {
        return !entry.wrong && !entry.done;
    },

    // —— the wall ——
    /** How many are not shown yet. */
    get left() {
        return this.total - this.sources.length;
    },
    get leftWords() {
        return `Show more: ${this.left.toLocaleString('en-GB')} left`;
    },
    /** What comes next is there before its place is reached. */
    scrolled(event) {
        const { scrollTop, clientHeight, scrollHeight } = event.target;
        if (scrollTop + 2 * clientHeight > scrollHeight) {
            this.further();
        }
    },
    /** The next part of the wall. */
    further() {
        if (!this.isLoading && this.left > 0) {
            this.load(this.sources.length);
        }
    },
    /** @param {number} from  how many stay */
    async load(from) {
        const asked = { words: this.search, tag: this.tag, from: String(from) };
        this.isLoading = true;
        this.asked = JSON.stringify(asked);
        await this.tried(async () => {
            const { sources, total } = await call(`${this.url}?${new URLSearchParams(asked)}`, { method: 'GET' });
            // What was asked for since then is on its way.
            if (this.asked === JSON.stringify(asked)) {
                const there = this.sources.slice(0, from);
                this.sources = [...there, ...sources.filter((s) => !there.some((other) => other.id === s.id))];
                this.total = total;
            }
        });
        this.isLoading = false;
    },
    pickTag(tag) {
        this.tag = this.tag === tag ? '' : tag;
        this.load(0);
    },
    isTag(tag) {
        return this.tag === tag;
    },
    find(event) {
        this.search = event.target.value;
        this.load(0);
    },
    isChosen(source) {
        return this.chosen.includes(source.id);
    },
    order(source) {
        return this.chosen.indexOf(source.id) + 1;
    },
    toggle(source) {
        this.chosen = this.isChosen(source) ? this.chosen.filter((id) => id !== source.id) : [...this.chosen, source.id];
        // One stays chosen though another search does not show it.
        this.picked = [...this.picked.filter((s) => s.id !== source.id), source];
        const [first] = this.chosenSources;
        this.tagText = first ? first.tags.join(', ') : '';
    },
    get chosenSources() {
        return this.chosen.map((id) => this.picked.find((s) => s.id === id));
    },
    none() {
        this.chosen = [];
    },
    typeTags(event) {
        this.tagText = event.target.value;
    },
    async cutTogether() {
        await this.tried(async () => {
            const { cut } = await call(this.setsUrl, { json: { sources: this.chosen } });
            window.location.assign(cut);
        });
    },
    async keepTags() {
        await this.tried(async () => {
            for (const source of this.chosenSources) {
                const said = await call(source.url, { method: 'PATCH', json: { tags: this.tagText } });
                this.sources.filter((s) => s.id === source.id).forEach((s) => { s.tags = said.tags; });
                this.tags = [...new Set([...this.tags, ...said.tags])].sort();
            }
            this.chosen = [];
        });
    },
    async rename(source, event) {
        await this.tried(async () => {
            const name = event.target.value;
            const said = await inTurn(() => call(source.url, { method: 'PATCH', json: { name } }));
            source.name = said.name;
        });
        event.target.value = source.name;
    },
    async remove() {
        const gone = this.chosenSources;
        await this.tried(async () => {
            for (const source of gone) {
                await call(source.url, { method: 'DELETE' });
                this.total -= this.sources.some((s) => s.id === source.id) ? 1 : 0;
                this.sources = this.sources.filter((s) => s.id !== source.id);
                this.chosen = this.chosen.filter((id) => id !== source.id);
                this.undone = { ids: [...(this.undone?.ids ?? []), source.id], name: gone.length === 1 ? source.name : `${gone.length} sources` };
            }
        });
    },
    async bringBack() {
        await this.tried(async () => {
            for (const id of this.undone.ids) {
                await call(`${this.url}/${id}/restore`);
            }
            window.location.reload();
        });
    },
    async tried(job) {
        this.message = '';
        try {
            await job();
        } catch (error) {
            this.message = error.message;
        }
    },
});
