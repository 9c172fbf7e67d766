import { call } from '../lib/call';
import { pageData } from '../lib/data';
import { runJob } from '../lib/job';

/** Cards that are there at first, and that come at a time. */
const FIRST = 16;

/** Pictures that have not come yet are not asked for any more: what they show is about to be gone. Gives back how they are asked for again. */
function holdPictures() {
    const waiting = [...document.querySelectorAll('main img[src]')].filter((picture) => !picture.complete).map((picture) => [picture, picture.src]);
    waiting.forEach(([picture]) => picture.removeAttribute('src'));

    return () => waiting.forEach(([picture, src]) => { picture.src = src; });
}

/** What somebody brought, painted before anything of it is taken. */
export const incomingRoom = () => ({
    ...pageData('incoming-data'),
    beginning: 'stamp',
    onSet: '',
    /** @type {Record<string, Record<string, string>>} choices by file and brush */
    choices: {},
    /** @type {number[]} pictures that are left out */
    left: [],
    taking: false,
    part: 0,
    doing: '',
    message: '',
    shown: FIRST,

    /** The first cards at once, the others a few at a time: their strips need not wait for two hundred cards. */
    init() {
        const most = Math.max(0, ...this.bundles.map((file) => file.brushes?.length ?? 0));
        const more = () => {
            this.shown += FIRST;
            if (this.shown < most) {
                requestIdleCallback(more, { timeout: 200 });
            }
        };
        if (this.shown < most) {
            setTimeout(more, 150);
        }
    },
    shownOf(file) {
        return file.brushes.slice(0, this.shown);
    },
    get bundles() {
        return this.files.filter((file) => file.kind === 'bundle');
    },
    get pictures() {
        return this.files.filter((file) => file.kind === 'picture');
    },
    get hasPictures() {
        return this.pictures.length > 0;
    },
    bundleWords(file) {
        const count = file.brushes.length;

        return [`${count.toLocaleString('en-GB')} ${count === 1 ? 'brush' : 'brushes'}`, file.maker === '' ? '' : `by ${file.maker}`, file.licence, file.date].filter(Boolean).join(' · ');
    },
    setWords(file) {
        return file.sets.length === 0 ? '' : `On ${file.sets.length === 1 ? 'the set' : 'the sets'} ${file.sets.map((name) => `“${name}”`).join(', ')}.`;
    },
    /** What is done with a brush where nothing else was chosen. */
    choiceOf(file, index) {
        return this.choices[file.place]?.[index] ?? (file.brushes[index].same === null ? 'take' : 'skip');
    },
    isChoice(file, index, choice) {
        return this.choiceOf(file, index) === choice;
    },
    choose(file, index, event) {
        this.choices = { ...this.choices, [file.place]: { ...this.choices[file.place], [index]: event.target.value } };
    },
    /** The same for all that the library has by name. */
    chooseForAll(file, event) {
        const choice = event.target.value;
        event.target.value = '';
        if (choice !== '') {
            const all = Object.fromEntries(file.brushes.map((brush, index) => [index, brush]).filter(([, brush]) => brush.named !== null).map(([index]) => [index, choice]));
            this.choices = { ...this.choices, [file.place]: { ...this.choices[file.place], ...all } };
        }
    },
    hasNamed(file) {
        return file.brushes.some((brush) => brush.named !== null);
    },
    metWords(brush) {
        return brush.same !== null ? `here already${brush.same === brush.name ? '' : ` as “${brush.same}”`}` : brush.named !== null ? 'another of this name is here' : '';
    },
    signWords(brush) {
        return [brush.maker, brush.licence].filter(Boolean).join(' · ');
    },
    pictureStrip(file) {
        return `${file.strip}?as=${this.beginning}`;
    },
    isLeft(file) {
        return this.left.includes(file.place);
    },
    leave(file) {
        this.left = this.isLeft(file) ? this.left.filter((place) => place !== file.place) : [...this.left, file.place];
    },
    get beginningNames() {
        return Object.keys(this.beginnings);
    },
    isBeginning(name) {
        return this.beginning === name;
    },
    setBeginning(event) {
        this.beginning = event.target.value;
    },
    get count() {
        const inBundles = this.bundles.filter((file) => !file.wrong).reduce((sum, file) => sum + file.brushes.filter((_, index) => this.choiceOf(file, index) !== 'skip').length, 0);

        return inBundles + this.pictures.length - this.left.length;
    },
    get takeWords() {
        return this.count === 1 ? 'Take it in' : `Take ${this.count.toLocaleString('en-GB')} in`;
    },
    get hasNone() {
        return this.count <= 0 && this.bundles.every((file) => file.wrong || file.sets.length === 0);
    },
    async take() {
        Object.assign(this, { taking: true, part: 0, doing: 'taking', message: '' });
        const askAgain = holdPictures();
        const wrong = this.bundles.filter((file) => file.wrong).map((file) => file.place);
        this.job = runJob((job) => call(`${this.url}/take`, { json: { job, beginning: this.beginning, set: this.onSet, choices: this.choices, leave: [...this.left, ...wrong] } }), (part, doing) => Object.assign(this, { part, doing }));
        try {
            window.location.assign((await this.job.answer).keep);
        } catch (error) {
            this.message = error.message;
            this.taking = false;
            askAgain();
        }
    },
    callOff() {
        this.job.callOff();
    },
    async leaveAll() {
        holdPictures();
        await call(this.url, { method: 'DELETE' });
        window.location.assign('/keep');
    },
});
