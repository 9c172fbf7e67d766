import { flat } from './canvas';
import { FlatPicture } from './flat-picture';
import { NonReactive } from './non-reactive';

/**
 * @typedef {{ id: number, name: string, isHidden: boolean, opacity: number, mode: string, isLocked: boolean, keepsAlpha: boolean, isClipped: boolean, recolour: { hue: number, chroma: number, lightness: number } }} Layer
 * @typedef {{ canvas: HTMLCanvasElement, context: CanvasRenderingContext2D }} Held
 * @typedef {{ layer: Layer, clipped: Layer[], shown: Held|null, opaque: Held|null }} Group
 */

/**
 * The layers of a sheet as canvases over one another. The browser composites them: opacity and blend mode are
 * its own, of the same standard as the engine's.
 *
 * What is clipped to a layer is drawn onto it first. The base is taken as opaque for that, and gets its alpha back afterwards: that is
 * source-atop with a blend mode, which a canvas does not have.
 */
export class LayerCanvases extends NonReactive {
    /**
     * @param {HTMLElement} surface  the sheet on screen
     * @param {number} width  px of the sheet
     * @param {number} height
     */
    constructor(surface, width, height) {
        super();
        this.surface = surface;
        this.width = width;
        this.height = height;
        /** @type {Map<number, Held>} */
        this.canvases = new Map();
        /** @type {Group[]} */
        this.groups = [];
        this.paper = '';
        this.whole = new FlatPicture(width, height, {
            isWorthIt: () => this.paper !== '' && this.groups.filter((group) => !group.layer.isHidden).length > 1,
            draw: (context, x, y, wide, high) => {
                context.save();
                context.beginPath();
                context.rect(x, y, wide, high);
                context.clip();
                context.fillStyle = this.paper;
                context.fillRect(x, y, wide, high);
                this.#drawAll(context, (layer) => context.drawImage(layer, x, y, wide, high, x, y, wide, high));
                context.restore();
            },
            change: () => this.#reveal(),
        });
    }

    /** @param {string} colour  of what lies under them all; none where that is clear */
    lieOn(colour) {
        if (colour !== this.paper) {
            this.paper = colour;
            this.surface.style.backgroundColor = colour;
            this.whole.restart();
        }
    }

    /**
     * Shows layers so, from the lowest to the topmost. Canvases stay as they are.
     *
     * @param {Layer[]} layers
     */
    stack(layers) {
        this.whole.restart();
        for (const [id, held] of this.canvases) {
            if (!layers.some((layer) => layer.id === id)) {
                held.canvas.remove();
                this.canvases.delete(id);
            }
        }
        const before = this.groups;
        this.groups = [];
        for (const layer of layers) {
            const last = this.groups[this.groups.length - 1];
            if (layer.isClipped && last) {
                last.clipped.push(layer);
            } else {
                const was = before.find((group) => group.layer.id === layer.id);
                this.groups.push({ layer, clipped: [], shown: was?.shown ?? null, opaque: was?.opaque ?? null });
            }
        }
        before.filter((group) => !this.groups.some((other) => other.layer.id === group.layer.id)).forEach((group) => group.shown?.canvas.remove());
        this.groups.forEach((group) => this.#place(group));
    }

    /**
     * The canvas of a layer, its pixels as they are shown.
     *
     * @param {number} id
     */
    of(id) {
        let held = this.canvases.get(id);
        if (!held) {
            held = this.#make();
            held.canvas.dataset.layer = String(id);
            this.canvases.set(id, held);
        }

        return held;
    }

    /** Takes all paint off, for pixels that come anew. */
    clear() {
        this.whole.restart();
        this.canvases.forEach(({ context }) => context.clearRect(0, 0, this.width, this.height));
    }

    /**
     * Lays rectangles of pixels on their layers.
     *
     * @param {import('./call').Patch[]} patches
     */
    put(patches) {
        for (const { x, y, image, layer } of patches) {
            const id = layer || this.groups[0]?.layer.id || 0;
            this.of(id).context.putImageData(image, x, y);
            const group = this.groups.find((one) => one.layer.id === id || one.clipped.some((other) => other.id === id));
            if (group?.shown) {
                if (group.layer.id === id && group.opaque) {
                    group.opaque.context.putImageData(opaque(image), x, y);
                }
                this.#compose(group, x, y, image.width, image.height);
            }
            this.whole.follow(x, y, image.width, image.height);
        }
    }

    /**
     * Draws one px of what is shown, all layers over one another.
     *
     * @param {OffscreenCanvasRenderingContext2D} context  of one px, what lies under them on it
     * @param {number} x
     * @param {number} y
     */
    drawAt(context, x, y) {
        this.#drawAll(context, (canvas) => context.drawImage(canvas, x, y, 1, 1, 0, 0, 1, 1));
    }

    /** Shows the picture of all layers where it is whole, or else the layers. */
    #reveal() {
        const { isWhole, canvas } = this.whole;
        if (!isWhole) {
            canvas?.remove();
        } else if (canvas && !canvas.isConnected) {
            this.surface.insertBefore(canvas, this.surface.children[this.groups.length] ?? null);
        }
        this.groups.forEach((group) => { this.#canvas(group).style.display = isWhole || group.layer.isHidden ? 'none' : ''; });
    }

    /**
     * @param {CanvasRenderingContext2D|OffscreenCanvasRenderingContext2D} context
     * @param {(canvas: HTMLCanvasElement) => void} draw
     */
    #drawAll(context, draw) {
        for (const group of this.groups) {
            if (!group.layer.isHidden) {
                context.globalAlpha = group.layer.opacity;
                context.globalCompositeOperation = group.layer.mode === 'normal' ? 'source-over' : /** @type {GlobalCompositeOperation} */ (group.layer.mode);
                draw(this.#canvas(group));
            }
        }
    }

    /**
     * What is shown of a layer with all that is clipped to it.
     *
     * @param {Group} group
     */
    #canvas({ layer, shown }) {
        return (shown ?? this.of(layer.id)).canvas;
    }

    /** @param {Group} group */
    #place(group) {
        const { layer } = group;
        const own = this.of(layer.id);
        const clipped = group.clipped.filter((other) => !other.isHidden);
        if (clipped.length === 0) {
            group.shown?.canvas.remove();
            group.shown = null;
            group.opaque = null;
        } else {
            group.shown ??= this.#make();
            if (!group.opaque) {
                group.opaque = this.#make();
                group.opaque.context.putImageData(opaque(own.context.getImageData(0, 0, this.width, this.height)), 0, 0);
            }
            this.#compose(group, 0, 0, this.width, this.height);
        }
        group.clipped.forEach((other) => this.of(other.id).canvas.remove());
        if (group.shown) {
            own.canvas.remove();
        }
        const { canvas } = group.shown ?? own;
        canvas.style.opacity = String(layer.opacity);
        canvas.style.mixBlendMode = layer.mode;
        canvas.style.display = layer.isHidden ? 'none' : '';
        // What is in its place already is not moved: moving a canvas makes the browser draw all anew.
        if (this.surface.children[this.groups.indexOf(group)] !== canvas) {
            this.surface.insertBefore(canvas, this.surface.children[this.groups.indexOf(group)] ?? null);
        }
    }

    /**
     * @param {Group} group
     * @param {number} x
     * @param {number} y
     * @param {number} width
     * @param {number} height
     */
    #compose(group, x, y, width, height) {
        if (!group.shown || !group.opaque) {
            return;
        }
        const { context } = group.shown;
        const draw = (/** @type {HTMLCanvasElement} */ canvas) => context.drawImage(canvas, x, y, width, height, x, y, width, height);
        context.save();
        context.beginPath();
        context.rect(x, y, width, height);
        context.clip();
        context.clearRect(x, y, width, height);
        draw(group.opaque.canvas);
        for (const layer of group.clipped) {
            if (!layer.isHidden) {
                context.globalAlpha = layer.opacity;
                context.globalCompositeOperation = layer.mode === 'normal' ? 'source-over' : /** @type {GlobalCompositeOperation} */ (layer.mode);
                draw(this.of(layer.id).canvas);
            }
        }
        context.globalAlpha = 1;
        context.globalCompositeOperation = 'destination-in';
        draw(this.of(group.layer.id).canvas);
        context.restore();
    }

    /** @returns {Held} */
    #make() {
        const canvas = document.createElement('canvas');
        canvas.width = this.width;
        canvas.height = this.height;
        canvas.className = 'layer';

        return { canvas, context: flat(canvas) };
    }
}

/**
 * The same colours, wherever there are any, at full alpha.
 *
 * @param {ImageData} image
 */
function opaque(image) {
    const bytes = new Uint8ClampedArray(image.data);
    for (let i = 3; i < bytes.length; i += 4) {
        if (bytes[i] > 0) {
            bytes[i] = 255;
        }
    }

    return new ImageData(bytes, image.width, image.height);
}
