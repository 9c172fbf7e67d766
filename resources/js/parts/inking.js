import { callForPixels } from '../lib/call';
import { countOn, showPicture } from '../lib/canvas';
import { LatestWins } from '../lib/latest-wins';

const RECENT = 'inks:recent';
const MOST_RECENT = 14;

/**
 * The two inks: an ink is chosen by lightness, chroma and hue, by its digits, from wells that go
 * with it, from those used before, or from a source. All colours come from the engine.
 *
 * The room has `ink(which)`, `putInk(hex)` for the one in hand, `inksUrl`, and `sources` to pick from.
 */
export const inking = {
    inkInHand: 'main',
    tone: { hex: '#000000', lightness: 0, chroma: 0, hue: 0, most: 0.33, lowered: false, wells: {} },
    recent: [],
    inkMessage: '',

    beginInking() {
        this.recent = JSON.parse(localStorage.getItem(RECENT) || '[]');
        this.toning = new LatestWins();
    },
    wellStyle(hex) {
        return { background: hex };
    },
    /** @param {object} of  hex, or lightness, chroma and hue */
    askTone(of, isTaken = false) {
        this.inkMessage = '';
        this.toning.run(async () => {
            try {
                const { words, patches } = await callForPixels(this.inksUrl, { json: { hue: this.tone.hue, ...of } });
                this.tone = words;
                showPicture(this.$refs.inkChart, patches[0].image);
                showPicture(this.$refs.inkHues, patches[1].image);
                countOn(this.$refs.inkChart, 'painted');
                this.putInk(words.hex);
                if (isTaken) {
                    this.remember(words.hex);
                }
            } catch (error) {
                this.inkMessage = error.message;
            }
        });
    },
    remember(hex) {
        this.recent = [hex, ...this.recent.filter((r) => r !== hex)].slice(0, MOST_RECENT);
        localStorage.setItem(RECENT, JSON.stringify(this.recent));
    },
    takeInk(hex) {
        this.askTone({ hex }, true);
    },
    typeInk(event) {
        const typed = event.target.value.trim();
        this.askTone({ hex: typed.startsWith('#') ? typed : `#${typed}` }, true);
    },
    /** A press or a drag on the chart of one hue. */
    pointChart(event) {
        if (event.type === 'pointermove' && !(event.buttons & 1)) {
            return;
        }
        if (event.type === 'pointerdown') {
            event.target.setPointerCapture(event.pointerId);
        }
        const box = event.target.getBoundingClientRect();
        const part = (at, from, size) => Math.min(1, Math.max(0, (at - from) / size));
        this.askTone({ lightness: 1 - part(event.clientY, box.top, box.height), chroma: part(event.clientX, box.left, box.width) * this.tone.most, hue: this.tone.hue });
    },
    leaveChart() {
        this.remember(this.tone.hex);
    },
    get chartWords() {
        return `Colours of hue ${Math.round(this.tone.hue)}°: stronger to the right, lighter upwards`;
    },
    get chartMark() {
        return { left: `${(100 * this.tone.chroma) / this.tone.most}%`, top: `${100 * (1 - this.tone.lightness)}%` };
    },
    toneDial(key, words) {
        const room = this;

        return {
            ...words,
            log: false,
            get standard() {
                return room.tone[key];
            },
            get value() {
                return room.tone[key];
            },
            set value(value) {
                const { lightness, chroma, hue } = room.tone;
                room.askTone({ lightness, chroma, hue, [key]: value });
            },
        };
    },
    get lightnessDial() {
        return this.toneDial('lightness', { label: 'Lightness', unit: '%', least: 0, most: 1 });
    },
    get chromaDial() {
        return this.toneDial('chroma', { label: 'Chroma', unit: '', least: 0, most: 0.33, step: 0.005, figures: 3 });
    },
    get hueDial() {
        return this.toneDial('hue', { label: 'Hue', unit: '°', least: 0, most: 360 });
    },
    get wells() {
        return Object.entries(this.tone.wells).map(([name, inks]) => ({ name, inks }));
    },

    // —— from a source ——
    pickFromSource(event) {
        const picture = event.target;
        const canvas = new OffscreenCanvas(picture.naturalWidth, picture.naturalHeight);
        const context = canvas.getContext('2d');
        context.drawImage(picture, 0, 0);
        // The picture is fitted into its frame, with room beside it.
        const box = picture.getBoundingClientRect();
        const scale = Math.min(box.width / picture.naturalWidth, box.height / picture.naturalHeight);
        const x = Math.floor((event.clientX - box.left - (box.width - picture.naturalWidth * scale) / 2) / scale);
        const y = Math.floor((event.clientY - box.top - (box.height - picture.naturalHeight * scale) / 2) / scale);
        const [r, g, b, a] = context.getImageData(Math.min(Math.max(0, x), picture.naturalWidth - 1), Math.min(Math.max(0, y), picture.naturalHeight - 1), 1, 1).data;
        if (a > 8) {
            this.takeInk(hexOf(r, g, b));
        }
    },
    chooseInkSource(event) {
        this.inkSource = event.target.value;
    },
    inkSource: '',
    get inkSourceThumb() {
        return this.sources.find((s) => String(s.id) === this.inkSource)?.thumb ?? '';
    },
};

export function hexOf(...channels) {
    return `#${channels.map((c) => c.toString(16).padStart(2, '0')).join('')}`;
}
