import { call, callForPixels } from './call';
import { anyRoll, uuid } from './data';
import { countOn } from './canvas';
import { LayerCanvases } from './layer-canvases';
import { catchFingers } from './fingers';
import { catchPan } from './pan';
import { catchPen } from './pen';
import { Strokes } from './strokes';
import { NonReactive } from './non-reactive';
import { Viewport, placeIn } from './viewport';

/** Scale beyond which the pixels of the sheet are parted by lines. */
const GRID_FROM = 4;
/** Farthest and nearest. */
const SCALES = { least: 0.05, most: 8 };

/**
 * A sheet on screen: its pixels, its view, and the pen on it. It only shows what the
 * engine answers.
 */
export class SheetView extends NonReactive {
    /**
     * @param {object} options  url, surface, its width and height in px of the sheet, mat (the element around it), order() for the
     *                          brush in hand (isPen) => …, onPen(isPen), onHistory(words), say(message), onWait(names) if it wants to know,
     *                          showsCoarse whether a small picture stands until the paint has come, mayTurn whether two fingers turn it, pressed(event) for the pressure of a mouse, fingersPaint(penSeen),
     *                          mayPaint() where the hand does other things too, guides (see rooms/mark.js) where there are some
     */
    constructor(options) {
        super();
        Object.assign(this, options);
        this.layers = new LayerCanvases(this.surface, this.width, this.height);
        this.viewport = new Viewport(this.width, this.height, SCALES);
        this.isFitted = true;
        this.wasTurned = false;
        this.revision = 0;
        this.strokes = new Strokes(this.url, (patches) => this.show(patches), (words) => this.hear(words), this.say, (names) => this.onWait?.(names), (part) => this.onFollowed?.(part));
        this.fit();
        const pen = catchPen(this.surface, {
            toPlace: (x, y) => this.toPlace(x, y),
            mayBegin: (event) => !this.panning && !fingers.areTwo() && (this.mayPaint?.(event) ?? true) && !this.#fills(event) && this.order() !== null,
            begin: (sample, isPen, event) => this.#begin(sample, isPen, event),
            move: (samples) => this.#move(samples),
            end: (samples) => this.#end(samples),
            pressed: (event) => this.pressed?.(event) ?? null,
            fingersPaint: (penSeen) => this.fingersPaint?.(penSeen) ?? !penSeen,
        });
        const fingers = catchFingers(this.mat, {
            isDrawing: pen.isDrawing,
            begin: () => pen.drop(),
            move: ({ x, y, dx, dy, factor, turn }) => {
                this.pan(dx, dy);
                this.zoomAt(factor, x, y);
                if (this.mayTurn) {
                    this.turnBy(turn, x, y);
                }
            },
        });
        this.#catchView();
        if (this.showsCoarse) {
            this.#showCoarse();
        }
        this.load();
    }

    /** Where the hand fills, a press is a fill and begins no stroke. */
    #fills(event) {
        const ink = this.guides?.fillsWith?.() ?? null;
        if (ink !== null) {
            const [x, y] = this.toPlace(event.clientX, event.clientY);
            this.strokes.tail = this.strokes.tail.then(() => this.fill(x, y, ink));
        }

        return ink !== null;
    }

    async fill(x, y, ink) {
        this.say('');
        try {
            const { words, patches } = await callForPixels(`${this.url}/pen/fills`, { json: { stroke: uuid(), x, y, ink } });
            this.show(patches);
            this.hear(words);
        } catch (error) {
            this.say(error.message);
        }
    }

    /** With guides, a stroke may be held back to become a straight line, and has twins beyond the mirrors. */
    #begin(sample, isPen, event) {
        this.onPen(isPen);
        const onward = this.lastPlace !== undefined && (this.guides?.goesOn?.() ?? false);
        const here = this.guides ? this.guides.snapped(sample) : sample;
        const first = onward ? [here[0], ...this.lastPlace, ...here.slice(3)] : here;
        this.trail = { isPen, samples: onward ? [first, here] : [first], straight: onward || (this.guides?.isStraight(event) ?? false), order: this.#orderFor(isPen) };
        if (!this.trail.straight) {
            this.strokes.begin(this.trail.order, first);
        }
    }

    #move(samples) {
        this.trail.samples.push(...samples);
        if (this.trail.straight) {
            this.guides.aim(this.trail.samples[0], this.guides.snapped(samples[samples.length - 1], this.trail.samples[0]));
        } else {
            this.strokes.move(samples);
        }
    }

    #end(samples) {
        this.trail.samples.push(...samples);
        let drawn = this.trail.samples;
        this.lastPlace = drawn[drawn.length - 1].slice(1, 3);
        if (this.trail.straight) {
            drawn = straight(drawn, this.guides.snapped(drawn[drawn.length - 1], drawn[0]));
            this.lastPlace = drawn[drawn.length - 1].slice(1, 3);
            this.guides.aim(null, null);
            this.strokes.begin(this.trail.order, drawn[0]);
            this.strokes.end(drawn.slice(1));
        } else {
            this.strokes.end(samples);
        }
        // The same movement and the same chance, carried elsewhere by the engine.
        for (const moved of this.guides?.twins?.() ?? []) {
            this.strokes.begin({ ...this.trail.order, moved }, drawn[0]);
            this.strokes.end(drawn.slice(1));
        }
    }

    #orderFor(isPen) {
        return { roll: anyRoll(), realPressure: isPen, ...this.order(isPen) };
    }

    /** A small picture of it, where one is ready, until the paint has come. */
    #showCoarse() {
        const { style } = this.surface;
        style.backgroundSize = '100% 100%';
        style.backgroundImage = `url("${this.url}/thumb?ready=1")`;
        // The next time it is opened one is ready, and all paint with it.
        window.addEventListener('pagehide', () => { call(`${this.url}/left`, { keepalive: true }).catch(() => {}); });
    }

    async load() {
        try {
            const { words, patches } = await callForPixels(`${this.url}/pixels`, { method: 'GET' });
            this.revision = words.revision;
            this.layers.stack(words.layers);
            this.layers.clear();
            this.show(patches);
            this.hear(words);
            this.surface.style.backgroundImage = '';
            this.surface.dataset.loaded = 'yes';
        } catch (error) {
            this.say(error.message);
        }
    }

    show(patches) {
        this.layers.put(patches);
        if (patches.length) {
            countOn(this.surface, 'shown');
            this.surface.dispatchEvent(new CustomEvent('paint-shown', { bubbles: true }));
        }
    }

    /** Undo and redo come after every stroke that is on its way. */
    async history(way) {
        const calledOff = way === 'undo' ? this.strokes.callOff() : null;
        if (calledOff !== null) {
            // What of it is shown was never on the sheet.
            await calledOff;
            this.onFollowed?.(1);

            return this.load();
        }
        await this.strokes.tail;
        try {
            this.take(await callForPixels(`${this.url}/${way}`));
        } catch (error) {
            this.say(error.message);
        }
    }

    /** Shows what an answer says of the layers and their pixels. */
    take({ words, patches }) {
        if (words.layers) {
            this.layers.stack(words.layers);
        }
        this.show(patches);
        this.hear(words);
    }

    /** The state that the sheet is in now. Where it went on by more than one step somebody else did something too. */
    hear(words) {
        const isBehind = words.revision > this.revision + 1;
        this.revision = isBehind ? this.revision : (words.revision ?? this.revision);
        this.surface.dataset.revision = String(this.revision);
        if (isBehind) {
            this.onBehind?.();
        }
        this.onHistory(words);
    }

    get scale() {
        return this.viewport.scale;
    }

    /** Degrees that it is turned by. */
    get angle() {
        return this.viewport.angle;
    }

    get isFlipped() {
        return this.viewport.isFlipped;
    }

    toPlace(clientX, clientY) {
        return this.shown.toPlace(...placeIn(this.mat, clientX, clientY));
    }

    fit() {
        const { left, top, right, bottom } = { left: 24, top: 20, right: 24, bottom: 24, ...this.room };
        this.viewport.fit({ left, top, width: this.mat.clientWidth - left - right, height: this.mat.clientHeight - top - bottom });
        this.place();
        this.isFitted = true;
    }

    zoomAt(factor, clientX, clientY) {
        this.viewport.zoomAt(factor, ...placeIn(this.mat, clientX, clientY));
        this.place();
    }

    /** Shows the sheet px for px, about the middle of what is seen. */
    atFullSize() {
        this.zoomAt(1 / this.scale);
    }

    /** Turns the view, not the sheet: about a place on the screen, or the middle of what is seen. */
    turnBy(degrees, clientX, clientY) {
        this.viewport.turnAbout(degrees, ...placeIn(this.mat, clientX, clientY));
        this.place();
    }

    /** Shows it in a mirror, or no more: mistakes that the eye is used to are seen at once. */
    flip() {
        this.viewport.flip();
        this.place();
    }

    pan(dx, dy) {
        this.viewport.pan(dx, dy);
        this.place();
    }

    place() {
        this.shown = this.viewport.onWholePixels();
        const { x, y, scale, angle, isFlipped } = this.shown;
        const style = this.surface.style;
        style.left = `${x}px`;
        style.top = `${y}px`;
        style.width = `${this.width * scale}px`;
        style.height = `${this.height * scale}px`;
        this.wasTurned ||= angle !== 0 || isFlipped;
        if (this.wasTurned) {
            style.transform = `rotate(${angle}deg)${isFlipped ? ' scaleX(-1)' : ''}`;
        }
        style.imageRendering = scale >= 3 ? 'pixelated' : 'auto';
        style.setProperty('--px', `${scale}px`);
        this.surface.toggleAttribute('data-grid', scale > GRID_FROM);
        this.isFitted = false;
        this.onView?.(scale);
        this.surface.dispatchEvent(new CustomEvent('view-moved'));
    }

    #catchView() {
        this.mat.addEventListener('wheel', (event) => {
            event.preventDefault();
            if (event.ctrlKey || event.metaKey) {
                this.zoomAt(event.deltaY < 0 ? 1.15 : 1 / 1.15, event.clientX, event.clientY);
            } else {
                this.pan(-event.deltaX, -event.deltaY);
            }
        }, { passive: false });
        catchPan(this.mat, { isHeld: () => this.panning, pan: (dx, dy) => this.pan(dx, dy) });
    }
}

/** The samples laid on a straight line from the first to `last`, in their times and pressures. */
function straight(samples, last) {
    const [, x0, y0] = samples[0];
    const n = Math.max(1, samples.length - 1);

    return [...samples.map(([t, , , ...held], i) => [t, x0 + ((last[1] - x0) * i) / n, y0 + ((last[2] - y0) * i) / n, ...held])];
}
