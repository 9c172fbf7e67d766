import { call, upload } from '../lib/call';
import { pageData } from '../lib/data';
import { fetchFile, runJob } from '../lib/job';

/** The library as a whole: copies of it, carried away, put back; and begun anew. */
export const libraryRoom = () => ({
    ...pageData('library-data'),
    working: false,
    part: 0,
    doing: '',
    message: '',
    before: null,
    withDemo: true,
    asked: null,

    /** Something that takes a while. */
    async work(start) {
        Object.assign(this, { working: true, part: 0, doing: 'beginning', message: '' });
        this.job = runJob(start, (part, doing) => Object.assign(this, { part, doing }));
        try {
            const told = await this.job.answer;
            this.copies = told.copies ?? this.copies;
            this.before = told.before ?? this.before;

            return told;
        } catch (error) {
            this.message = error.message;

            return null;
        } finally {
            this.working = false;
        }
    },
    callOff() {
        this.job.callOff();
    },
    keepCopy() {
        return this.work(() => call('/library/copies'));
    },
    async carryAway(copy) {
        const told = await this.work((job) => call('/library/pack', { json: { job, copy: copy?.name ?? '' } }));
        if (told) {
            fetchFile(told.file);
        }
    },
    remove(copy) {
        return this.work(() => call(copy.url, { method: 'DELETE' }));
    },
    putBack(copy) {
        return this.work((job) => call(`${copy.url}/back`, { json: { job } })).then((told) => this.look(told));
    },
    /** What was there before the last exchange. */
    takeBack() {
        const copy = this.copies.find((one) => one.name === this.before);
        this.before = null;

        return copy ? this.putBack(copy) : null;
    },
    async bring(event) {
        const file = event.target.files[0];
        event.target.value = '';
        if (!file) {
            return;
        }
        const form = new FormData();
        form.append('file', file);
        this.look(await this.work((job) => upload(`/library/bring?job=${job}`, form, (part) => Object.assign(this, { part, doing: 'bringing the file' })).answer));
    },
    startOver() {
        this.$refs.over.close();

        return this.work((job) => call('/library/over', { json: { job, demo: this.withDemo } })).then((told) => this.look(told));
    },
    askOver() {
        this.$refs.over.showModal();
    },
    /** The counts of the library that is there now. */
    look(told) {
        if (told) {
            sessionStorage.setItem('library-before', told.before ?? '');
            window.location.reload();
        }
    },
    init() {
        this.before = sessionStorage.getItem('library-before') || null;
        sessionStorage.removeItem('library-before');
    },
    get hasBefore() {
        return this.before !== null && this.copies.some((copy) => copy.name === this.before);
    },
    get hasCopies() {
        return this.copies.length > 0;
    },
    copyWords(copy) {
        return `${copy.why}, ${copy.when}`;
    },
});
