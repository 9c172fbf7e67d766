import { Refused, upload } from '../lib/call';
import { uuid } from '../lib/data';

/** Endings of bundles; what they are is told by their first bytes on the server. */
const BUNDLE = /\.(fogbundle|zip)$/i;

const hasFiles = (/** @type {DragEvent} */ event) => [...(event.dataTransfer?.types ?? [])].includes('Files');

/**
 * Bundles may be dropped anywhere, and pictures too in Keep: they are looked at before anything is taken.
 * Rooms that take pictures themselves have them first.
 */
export const bringing = () => ({
    takesPictures: false,
    isOver: false,
    isBringing: false,
    part: 0,
    words: '',
    wrong: '',
    cancel: () => {},

    init() {
        this.takesPictures = this.$el.dataset.pictures === 'yes';
        let depth = 0;
        window.addEventListener('dragenter', (event) => { depth += hasFiles(event) ? 1 : 0; this.isOver = depth > 0 && this.takesPictures; });
        window.addEventListener('dragleave', (event) => { depth -= hasFiles(event) ? 1 : 0; this.isOver = depth > 0 && this.takesPictures; });
        window.addEventListener('dragover', (event) => {
            if (hasFiles(event)) {
                event.preventDefault();
            }
        });
        // Caught before the rooms see it: a bundle is no picture to them.
        window.addEventListener('drop', (event) => {
            depth = 0;
            this.isOver = false;
            const files = [...(event.dataTransfer?.files ?? [])];
            const mine = this.takesPictures ? files : files.filter((file) => BUNDLE.test(file.name));
            if (mine.length > 0) {
                event.preventDefault();
                event.stopPropagation();
                this.bring(mine);
            }
        }, { capture: true });
        window.addEventListener('bring-files', (event) => this.bring(/** @type {CustomEvent} */ (event).detail));
    },
    /** @param {File[]} files */
    async bring(files) {
        const delivery = uuid();
        const whole = files.reduce((sum, file) => sum + file.size, 0) || 1;
        let isOff = false;
        let done = 0;
        let came = 0;
        Object.assign(this, { isBringing: true, part: 0, wrong: '' });
        for (const file of files) {
            if (isOff) {
                break;
            }
            this.words = `bringing ${file.name}`;
            const form = new FormData();
            form.append('file', file);
            const before = done;
            const sent = upload(`/incoming/${delivery}/files`, form, (part) => { this.part = (before + part * file.size) / whole; });
            this.cancel = () => { isOff = true; sent.cancel(); };
            try {
                await sent.answer;
                came++;
            } catch (error) {
                if (!isOff) {
                    this.wrong = `${file.name}: ${error instanceof Refused || error instanceof Error ? error.message : error}`;
                }
            }
            done += file.size;
        }
        this.isBringing = false;
        if (came > 0 && !isOff && this.wrong === '') {
            window.location.assign(`/incoming/${delivery}`);
        } else if (came > 0 && !isOff) {
            this.words = `/incoming/${delivery}`;
        }
    },
    callOff() {
        this.cancel();
    },
    get hasWrong() {
        return this.wrong !== '';
    },
    get goesOn() {
        return this.hasWrong && this.words.startsWith('/');
    },
    forget() {
        this.wrong = '';
    },
});
