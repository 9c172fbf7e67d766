import { call, Refused } from '../lib/call';
import { frozen, uuid } from '../lib/data';
import { debounce } from '../lib/latest-wins';

/** ms after which work says how far it has come, and can be called off. */
const PATIENCE = 700;
/** ms between two looks at how far it has come. */
const EVERY = 300;
const FORMATS = [
    { id: 'png', label: 'PNG', words: 'every bit of it', isDeep: true, isClear: true },
    { id: 'jpeg', label: 'JPEG', words: 'small, always on paper', isDeep: false, isClear: false },
    { id: 'webp', label: 'WebP', words: 'small; it keeps no dpi', isDeep: false, isClear: true },
    { id: 'tiff', label: 'TIFF', words: 'for printers', isDeep: true, isClear: true },
];

/** The sheet as a file: pictures, OpenRaster, outlines. What takes long says how far it has come, and can be called off. */
export const saving = {
    saving: false,
    formats: FORMATS,
    format: FORMATS[0],
    onPaper: true,
    isDeep: false,
    onlyLayer: false,
    work: null,
    tracing: false,
    traced: null,
    within: 0.45,
    traceMessage: '',

    toggleSaving() {
        this.open('saving');
    },
    isFormat(format) {
        return this.format.id === format.id;
    },
    pickFormat(format) {
        this.format = format;
    },
    flipPaper() {
        this.onPaper = !this.onPaper;
    },
    flipDeep() {
        this.isDeep = !this.isDeep;
    },
    flipOnlyLayer() {
        this.onlyLayer = !this.onlyLayer;
    },
    get paperShows() {
        return !this.format.isClear || (this.onPaper && !this.onlyLayer);
    },
    get mayBeClear() {
        return this.format.isClear && !this.onlyLayer;
    },
    /** Of all that is shown, or of the layer in hand. */
    layerQuery() {
        return this.onlyLayer ? `&layer=${this.layerInHand}` : '';
    },
    /** The picture in a format, and as it is chosen besides. */
    pictureQuery(format, isDeep = false) {
        return `/picture?as=${format}${this.paperShows ? '&paper=1' : ''}${isDeep ? '&bits=16' : ''}${this.layerQuery()}`;
    },
    savePicture() {
        return this.saveFile(this.pictureQuery(this.format.id, this.isDeep && this.format.isDeep), `Saving ${this.format.label}`);
    },
    saveOpenRaster() {
        return this.saveFile('/openraster?', 'Saving OpenRaster');
    },
    saveOutlines() {
        return this.saveFile(`/outlines?within=${this.within}${this.layerQuery()}`, 'Saving SVG');
    },
    async saveFile(query, words) {
        this.closeMenus();
        const file = await this.long(words, (job, signal) => fetched(`${this.sheet.url}${query}&job=${job}`, signal));
        if (file) {
            const link = document.createElement('a');
            link.href = URL.createObjectURL(file.blob);
            link.download = file.name;
            link.click();
            setTimeout(() => URL.revokeObjectURL(link.href), 60000);
        }
    },
    /** The picture as it is shown, for other programs to take. */
    async copyPicture() {
        this.closeMenus();
        await this.long('Copying the picture', async (job, signal) => {
            const { blob } = await fetched(`${this.sheet.url}${this.pictureQuery('png')}&job=${job}`, signal);
            try {
                await navigator.clipboard.write([new ClipboardItem({ 'image/png': blob })]);
                this.said = 'The picture is on the clipboard.';
            } catch {
                throw new Refused('This browser does not let pages write pictures to the clipboard. Save a PNG instead.');
            }
        });
    },
    /** Does something long after all strokes that are on their way. Nothing comes of what was called off. */
    async long(words, job) {
        const id = uuid();
        const abort = new AbortController();
        const state = frozen({ id, words, part: 0, doing: '', isShown: false, abort });
        this.message = '';
        this.said = '';
        this.work = state;
        const timer = setInterval(async () => {
            const { part, doing } = await call(`/work/${id}`, { method: 'GET' }).catch(() => ({ part: 0, doing: '' }));
            if (this.work?.id === id) {
                this.work = frozen({ ...this.work, part, doing, isShown: true });
            }
        }, EVERY);
        const shown = setTimeout(() => { this.work = this.work?.id === id ? frozen({ ...this.work, isShown: true }) : this.work; }, PATIENCE);
        try {
            await this.view.strokes.tail;

            return await job(id, abort.signal);
        } catch (error) {
            if (!abort.signal.aborted) {
                this.message = error.message;
            }

            return null;
        } finally {
            clearInterval(timer);
            clearTimeout(shown);
            this.work = this.work?.id === id ? null : this.work;
        }
    },
    said: '',
    get isLong() {
        return this.work?.isShown ?? false;
    },
    get workWords() {
        return this.work ? `${this.work.words}${this.work.doing ? `: ${this.work.doing}` : ''} …` : '';
    },
    get workPart() {
        return this.work?.part ?? 0;
    },
    callOff() {
        call(`/work/${this.work.id}`, { method: 'DELETE' }).catch(() => {});
        this.work.abort.abort();
        this.work = null;
        this.said = 'Called off.';
    },

    // —— outlines, looked at before they are saved ——
    startTracing() {
        this.closeMenus();
        this.startPaintingAgain();
        this.tracing = true;
        this.traceSoon ??= debounce(250, () => this.trace());
        this.trace();
    },
    endTracing() {
        this.tracing = false;
        this.traced = null;
        this.$refs.traced.replaceChildren();
    },
    async trace() {
        const answer = await this.long('Tracing', async (job, signal) => {
            this.traceMessage = '';

            return (await fetched(`${this.sheet.url}/tracing?within=${this.within}${this.layerQuery()}&job=${job}`, signal)).blob.text();
        });
        if (!this.tracing) {
            return;
        }
        this.traced = answer === null ? null : frozen(JSON.parse(answer));
        this.traceMessage = answer === null ? this.message : '';
        this.$refs.traced.replaceChildren(...(this.traced?.inks ?? []).map(({ d }) => outline(d)));
    },
    get tracedWords() {
        if (!this.traced) {
            return this.traceMessage || 'Tracing …';
        }
        const { curves, inks, farthest, bytes } = this.traced;

        return `${curves.toLocaleString('en-GB')} curves in ${inks.length === 1 ? 'one ink' : `${inks.length} inks`}, ${(bytes / 1024).toFixed(0)} kB. The ink lies ${farthest.toFixed(2)} px from them at most.`;
    },
    get withinDial() {
        const room = this;

        return {
            label: 'May miss by', spoken: 'Pixels by which outlines may miss', unit: 'px', least: 0.2, most: 5, step: 0.05, figures: 2, log: true, standard: 0.45,
            get value() {
                return room.within;
            },
            set value(within) {
                room.within = within;
                room.traceSoon();
            },
        };
    },
    flipTracedLayer() {
        this.onlyLayer = !this.onlyLayer;
        this.trace();
    },
};

/** A file of the server, and what it is to be called. */
async function fetched(url, signal) {
    const response = await fetch(url, { signal, headers: { Accept: 'application/json, */*' } });
    if (!response.ok) {
        const { message } = await response.json().catch(() => ({}));
        throw new Refused(message || `The server answered ${response.status}.`);
    }
    const name = /filename="([^"]+)"/.exec(response.headers.get('Content-Disposition') ?? '')?.[1] ?? 'sheet';

    return { blob: await response.blob(), name };
}

function outline(d) {
    const path = document.createElementNS('http://www.w3.org/2000/svg', 'path');
    path.setAttribute('d', d);
    path.setAttribute('fill', 'none');
    path.setAttribute('stroke', '#a63d57');
    path.setAttribute('stroke-width', '1.2');
    path.setAttribute('vector-effect', 'non-scaling-stroke');

    return path;
}
