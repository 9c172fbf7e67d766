import { call } from '../lib/call';
import { LatestWins } from '../lib/latest-wins';

/** What is asked for, as the address of the page holds it. */
const KEYS = ['q', 'set', 'maker', 'tag', 'kind', 'does', 'lays', 'with', 'colour', 'made', 'sheet', 'sort'];
/** What narrows a search beside words and shelves. */
const FILTERS = ['maker', 'tag', 'kind', 'does', 'lays', 'with', 'colour', 'made', 'sheet'];
/** Filters that stand there only when asked for. */
const MORE = ['kind', 'with', 'made', 'sheet'];
const LOOK = 'keep-look';

/** Searching and filtering: the address holds what is asked for. */
export const finding = {
    question: {},
    total: 0,
    showsFilters: false,
    look: localStorage.getItem(LOOK) ?? 'medium',

    beginFinding() {
        const asked = new URLSearchParams(window.location.search);
        this.question = Object.fromEntries(KEYS.map((key) => [key, asked.get(key) ?? '']));
        this.searching = new LatestWins();
        this.showsFilters = MORE.some((key) => this.question[key] !== '');
        this.total = this.found.ids.length;
    },
    asked() {
        return new URLSearchParams(Object.entries(this.question).filter(([, value]) => value !== '')).toString();
    },
    ask(key, value) {
        this.question = { ...this.question, [key]: value };
        const asked = this.asked();
        window.history.replaceState(null, '', asked === '' ? this.links.keep : `${this.links.keep}?${asked}`);
        this.wall.toTop();
        this.find();
    },
    /** Looks for what is asked for now. */
    find() {
        const asked = this.asked();
        this.searching.run(async (counts) => {
            const found = await call(`${this.links.keep}/found?${asked}`, { method: 'GET' });
            if (counts()) {
                this.total = found.ids.length;
                this.wall.show(found.ids, found.cards);
            }
        });
    },
    askWords(event) {
        this.ask('q', event.target.value);
    },
    askFilter(event) {
        this.ask(event.target.name, event.target.value);
    },
    isAsked(key, value) {
        return (this.question[key] ?? '') === String(value);
    },
    flipFilters() {
        this.showsFilters = !this.showsFilters;
    },
    get isNarrowed() {
        return this.question.q !== '' || FILTERS.some((key) => this.question[key] !== '');
    },
    askAll() {
        this.question = { ...Object.fromEntries(KEYS.map((key) => [key, ''])), set: this.question.set, sort: this.question.sort };
        this.ask('q', '');
    },
    get totalWords() {
        return `${this.total.toLocaleString('en-GB')} ${this.total === 1 ? 'brush' : 'brushes'}`;
    },
    get hasNothing() {
        return this.total === 0;
    },
    isLook(look) {
        return this.look === look;
    },
    setLook(look) {
        this.look = look;
        localStorage.setItem(LOOK, look);
        this.wall.setLook(look);
    },
};
