import { callForPixels } from '../lib/call';
import { frozen } from '../lib/data';
import { debounce } from '../lib/latest-wins';

/** ms of rest after which a dragged slider of a layer is sent. */
const REST = 250;
const NOTHING = { hue: 0, chroma: 1, lightness: 0 };

/**
 * The layers of the sheet, one of which is in hand. What is changed shows at once, by the browser's compositing;
 * the server is told in the order in which things were done.
 */
export const layering = {
    layers: frozen([]),
    layerInHand: 0,
    steps: 0,
    recolouring: false,
    renaming: false,
    dragged: null,

    initLayers() {
        this.unsent = {};
        this.sendSoon = debounce(REST, () => this.sendUnsent());
        this.layerInHand = Number(sessionStorage.getItem(`layer:${this.sheet.url}`) || 0);
        this.thumbsSoon = debounce(150, () => this.drawThumbs());
        this.$refs.sheet.addEventListener('paint-shown', () => this.thumbsSoon());
        window.addEventListener('keydown', (event) => this.layerKey(event));
    },
    /** Takes what an answer of the server says of the layers. */
    takeLayers(words) {
        this.steps = words.steps ?? this.steps;
        if (!words.layers) {
            return;
        }
        this.layers = frozen(words.layers);
        if (!this.layers.some((layer) => layer.id === this.layerInHand)) {
            this.takeLayer(this.layers[this.layers.length - 1]);
        }
        this.$nextTick(() => this.drawThumbs());
    },
    get stacked() {
        return [...this.layers].reverse();
    },
    get layer() {
        return this.layers.find((layer) => layer.id === this.layerInHand) ?? null;
    },
    /** What is taken up needs the room. */
    get showsLayerControls() {
        return this.layer !== null && !this.showsTaken;
    },
    get layerName() {
        return this.layer?.name ?? '';
    },
    isLayerInHand(layer) {
        return layer.id === this.layerInHand;
    },
    takeLayer(layer) {
        this.layerInHand = layer.id;
        this.renaming = false;
        sessionStorage.setItem(`layer:${this.sheet.url}`, String(layer.id));
    },
    layerWords(layer) {
        const words = [
            layer.mode === 'normal' ? '' : layer.mode.replace('-', ' '),
            layer.opacity === 1 ? '' : `${Math.round(100 * layer.opacity)} %`,
            layer.isClipped ? 'over the one below' : '',
            layer.keepsAlpha ? 'where paint is' : '',
            layer.isPicture ? 'picture' : '',
            layer.isLocked ? 'locked' : '',
        ].filter(Boolean);

        return words.join(' · ') || 'normal';
    },
    eyeLabel(layer) {
        return `${layer.isHidden ? 'Show' : 'Hide'} ${layer.name}`;
    },
    eyeMark(layer) {
        return layer.isHidden ? '○' : '●';
    },

    /** Shows a change of a layer at once, and tells the server. */
    changeLayer(layer, change, isDragged = false) {
        this.layers = frozen(this.layers.map((one) => (one.id === layer.id ? frozen({ ...one, ...change }) : one)));
        this.view.layers.stack(this.layers);
        this.unsent[layer.id] = { ...this.unsent[layer.id], ...change };
        if (isDragged) {
            this.sendSoon();
        } else {
            this.sendUnsent();
        }
    },
    sendUnsent() {
        for (const [id, change] of Object.entries(this.unsent)) {
            this.sendLayer(`/${id}`, { method: 'PATCH', json: change });
        }
        this.unsent = {};
    },
    /** One after another, and after every stroke that is on its way. */
    sendLayer(path, options) {
        return this.sendTo(`/layers${path}`, options);
    },
    sendTo(path, options) {
        return this.inTurn(async () => {
            try {
                const answer = await callForPixels(`${this.sheet.url}${path}`, options);
                // What was changed meanwhile and not told yet stands on the screen.
                answer.words.layers = answer.words.layers.map((layer) => ({ ...layer, ...this.unsent[layer.id] }));
                this.view.take(answer);
                if (answer.words.made) {
                    this.takeLayer({ id: answer.words.made });
                }
                this.message = '';
            } catch (error) {
                this.message = error.message;
                this.view.load();
            }
        });
    },
    toggleLayer(layer) {
        this.changeLayer(layer, { isHidden: !layer.isHidden });
    },
    flipLayer(what) {
        this.changeLayer(this.layer, { [what]: !this.layer[what] });
    },
    isOn(what) {
        return this.layer?.[what] ?? false;
    },
    setMode(event) {
        this.changeLayer(this.layer, { mode: event.target.value });
    },
    isMode(mode) {
        return this.layer?.mode === mode;
    },
    get layerOpacity() {
        return this.layerDial({ label: 'Layer opacity', unit: '%', least: 0, most: 1, standard: 1 }, (layer) => layer.opacity, (opacity) => ({ opacity }));
    },
    get hueDial() {
        return this.recolourDial('hue', { label: 'Hue', unit: '°', least: -180, most: 180, step: 1, standard: 0 });
    },
    get chromaDial() {
        return this.recolourDial('chroma', { label: 'Chroma', unit: '%', least: 0, most: 4, standard: 1 });
    },
    get lightnessDial() {
        return this.recolourDial('lightness', { label: 'Lightness', unit: '%', least: -1, most: 1, standard: 0 });
    },
    recolourDial(key, words) {
        return this.layerDial(words, (layer) => layer.recolour[key], (value) => ({ recolour: { ...(this.layer?.recolour ?? NOTHING), [key]: value } }));
    },
    layerDial(words, read, change) {
        const room = this;

        return {
            ...words,
            get value() {
                return room.layer ? read(room.layer) : words.standard;
            },
            set value(value) {
                room.changeLayer(room.layer, change(value), true);
            },
        };
    },
    get isRecoloured() {
        const { hue, chroma, lightness } = this.layer?.recolour ?? NOTHING;

        return hue !== 0 || chroma !== 1 || lightness !== 0;
    },
    toggleRecolouring() {
        this.recolouring = !this.recolouring;
    },
    addLayer() {
        this.sendLayer('', { json: { above: this.layerInHand } });
    },
    duplicateLayer() {
        this.sendLayer(`/${this.layerInHand}/duplicate`, {});
    },
    mergeLayer() {
        this.sendLayer(`/${this.layerInHand}/merge`, {});
    },
    flattenLayers() {
        this.sendTo('/flatten', {});
    },
    clearLayer() {
        this.sendLayer(`/${this.layerInHand}/clear`, {});
    },
    deleteLayer() {
        this.sendLayer(`/${this.layerInHand}`, { method: 'DELETE' });
    },
    get isLowest() {
        return this.layers[0]?.id === this.layerInHand;
    },
    get canFlatten() {
        return this.layers.filter((layer) => !layer.isHidden).length > 1;
    },
    get isTopmost() {
        return this.layers[this.layers.length - 1]?.id === this.layerInHand;
    },
    layerUp() {
        this.moveLayer(1);
    },
    layerDown() {
        this.moveLayer(-1);
    },
    moveLayer(by) {
        const from = this.layers.findIndex((layer) => layer.id === this.layerInHand);
        this.placeLayer(from, from + by);
    },
    /** Puts the layer at one place of the stack at another, both counted from the lowest. */
    placeLayer(from, to) {
        if (to < 0 || to >= this.layers.length || from === to) {
            return;
        }
        const order = [...this.layers];
        order.splice(to, 0, ...order.splice(from, 1));
        this.layers = frozen(order);
        this.view.layers.stack(this.layers);
        this.sendLayer('', { method: 'PUT', json: { order: order.map((layer) => layer.id) } });
    },
    startRenaming() {
        this.renaming = true;
        this.$nextTick(() => this.$refs.layerName?.select());
    },
    rename(event) {
        const name = event.target.value.trim();
        this.renaming = false;
        if (name !== '' && name !== this.layer.name) {
            this.changeLayer(this.layer, { name });
        }
    },
    stopRenaming() {
        this.renaming = false;
    },

    // —— a row is dragged to another place ——
    grabLayer(event, layer) {
        if (event.button !== 0 || event.target.closest('button, input')) {
            return;
        }
        this.takeLayer(layer);
        this.dragged = { id: layer.id, y: event.clientY };
        event.currentTarget.setPointerCapture(event.pointerId);
    },
    dragLayer(event) {
        if (!this.dragged || Math.abs(event.clientY - this.dragged.y) < 6) {
            return;
        }
        const rows = [...this.$refs.stack.querySelectorAll('[data-row]')];
        const under = rows.find((row) => {
            const box = row.getBoundingClientRect();

            return event.clientY >= box.top && event.clientY < box.bottom;
        });
        this.dragged.over = under ? Number(under.dataset.row) : this.dragged.over;
        rows.forEach((row) => row.classList.toggle('outline-2', Number(row.dataset.row) === this.dragged.over && this.dragged.over !== this.dragged.id));
    },
    dropLayer() {
        const { id, over } = this.dragged ?? {};
        this.dragged = null;
        this.$refs.stack.querySelectorAll('[data-row]').forEach((row) => row.classList.remove('outline-2'));
        if (over) {
            const at = (wanted) => this.layers.findIndex((layer) => layer.id === wanted);
            this.placeLayer(at(id), at(over));
        }
    },
    layerKey(event) {
        if (this.isBusyTyping(event)) {
            return;
        }
        const by = { PageUp: 1, PageDown: -1 }[event.key];
        if (by && event.altKey) {
            event.preventDefault();
            this.moveLayer(by);
        } else if (by) {
            event.preventDefault();
            const at = this.layers.findIndex((layer) => layer.id === this.layerInHand) + by;
            if (this.layers[at]) {
                this.takeLayer(this.layers[at]);
            }
        } else if (event.key === 'h' && this.layer) {
            this.toggleLayer(this.layer);
        }
    },
    /** Small pictures of the layers, drawn from what is on the screen. */
    drawThumbs() {
        for (const canvas of this.$refs.stack.querySelectorAll('canvas')) {
            const { canvas: from } = this.view.layers.of(Number(canvas.dataset.thumb));
            const context = canvas.getContext('2d');
            const scale = Math.min(canvas.width / from.width, canvas.height / from.height);
            const [width, height] = [from.width * scale, from.height * scale];
            context.clearRect(0, 0, canvas.width, canvas.height);
            context.fillStyle = this.sheet.paper;
            context.fillRect((canvas.width - width) / 2, (canvas.height - height) / 2, width, height);
            context.drawImage(from, (canvas.width - width) / 2, (canvas.height - height) / 2, width, height);
        }
    },
    get historyWords() {
        return this.steps === 0 ? 'Nothing to undo.' : `${this.steps === 1 ? '1 step' : `${this.steps.toLocaleString('en-GB')} steps`} can be undone. Last: ${this.undoWords}.`;
    },
};
