import { call, upload } from '../lib/call';
import { extended, pageData } from '../lib/data';
import { queue } from '../lib/in-turn';

const inTurn = queue();
let key = 0;

export const gatherRoom = () => extended(pageData('gather-data'), {
    over: false,
    bringing: [],
    chosen: [],
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
    get shown() {
        const words = this.search.trim().toLowerCase().split(/\s+/).filter(Boolean);

        return this.sources.filter((s) => (this.tag === '' || s.tags.includes(this.tag)) && words.every((w) => s.words.includes(w)));
    },
    get tags() {
        return [...new Set(this.sources.flatMap((s) => s.tags))].sort();
    },
    pickTag(tag) {
        this.tag = this.tag === tag ? '' : tag;
    },
    isTag(tag) {
        return this.tag === tag;
    },
    find(event) {
        this.search = event.target.value;
    },
    isChosen(source) {
        return this.chosen.includes(source.id);
    },
    order(source) {
        return this.chosen.indexOf(source.id) + 1;
    },
    toggle(source) {
        this.chosen = this.isChosen(source) ? this.chosen.filter((id) => id !== source.id) : [...this.chosen, source.id];
        const first = this.sources.find((s) => s.id === this.chosen[0]);
        this.tagText = first ? first.tags.join(', ') : '';
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
            for (const source of this.sources.filter((s) => this.isChosen(s))) {
                const said = await call(source.url, { method: 'PATCH', json: { tags: this.tagText } });
                source.tags = said.tags;
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
        const gone = this.sources.filter((s) => this.isChosen(s));
        await this.tried(async () => {
            for (const source of gone) {
                await call(source.url, { method: 'DELETE' });
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
