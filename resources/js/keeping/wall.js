import { call } from '../lib/call';
import { NonReactive } from '../lib/non-reactive';
import { Grid, LOOKS } from './grid';
import { Selection } from './selection';

/** px beyond the window in which cards stand ready. */
const AHEAD = 500;
/** Cards that are remembered, so that a long wall does not fill the memory. */
const MOST_CARDS = 600;
/** Cards asked for at once. */
const ASKED = 100;

/**
 * A wall of brushes of which only what is near the window is there: cards as elements of a list that is chosen from by pointer, by frame
 * and by keys.
 *
 * @typedef {{ id: number, name: string, url: string, strip: string, says: string, facts: string, isChanged: boolean }} Card
 */
export class Wall extends NonReactive {
    #list;
    #scroller;
    #on;
    #url;
    /** @type {number[]} */
    #ids = [];
    /** @type {Map<number, Card>} */
    #cards = new Map();
    /** @type {Map<number, HTMLElement>} by index */
    #shown = new Map();
    /** @type {Set<number>} */
    #asked = new Set();
    #look = 'medium';
    #grid = new Grid(1, 1, 0);
    #focused = 0;
    #isDue = false;
    selection = new Selection();

    /**
     * @param {HTMLElement} list
     * @param {HTMLElement} scroller
     * @param {string} url  where cards are asked for
     * @param {{ choose: () => void, open: (card: Card) => void, drop: (ids: number[], before: number) => void, remove: () => void }} on
     */
    constructor(list, scroller, url, on) {
        super();
        this.#list = list;
        this.#scroller = scroller;
        this.#url = url;
        this.#on = on;
        scroller.addEventListener('scroll', () => this.#soon(), { passive: true });
        new ResizeObserver(() => this.#measure()).observe(list);
        list.addEventListener('keydown', (event) => this.#press(event));
        list.addEventListener('click', (event) => this.#click(event));
        list.addEventListener('focusin', (event) => this.#take(event));
        list.addEventListener('dragstart', (event) => this.#lift(event));
        list.addEventListener('dragover', (event) => event.preventDefault());
        list.addEventListener('drop', (event) => this.#drop(event));
    }

    get ids() {
        return this.#ids;
    }

    get grid() {
        return this.#grid;
    }

    /**
     * @param {number[]} ids
     * @param {Card[]} cards  the first of them
     */
    show(ids, cards) {
        this.#ids = ids;
        cards.forEach((card) => this.#cards.set(card.id, card));
        this.#clear();
        this.#focused = Math.min(this.#focused, Math.max(0, ids.length - 1));
        this.#measure();
    }

    /** Forgets what cards say, since something was done to them. */
    forget() {
        this.#cards.clear();
        this.#asked.clear();
    }

    /** @param {string} look */
    setLook(look) {
        this.#look = look;
        this.#clear();
        this.#measure();
    }

    /** Shows anew which are chosen. */
    mark() {
        this.#shown.forEach((element, index) => element.setAttribute('aria-selected', String(this.selection.has(this.#ids[index]))));
    }

    chooseAll() {
        this.selection.add(this.#ids);
        this.#chosen();
    }

    focus() {
        this.#moveTo(this.#focused, true);
    }

    toTop() {
        this.#scroller.scrollTop = 0;
        this.#focused = 0;
    }

    #clear() {
        this.#shown.forEach((element) => element.remove());
        this.#shown.clear();
    }

    #measure() {
        this.#grid = new Grid(this.#list.clientWidth, LOOKS[/** @type {keyof LOOKS} */ (this.#look)], this.#ids.length);
        this.#list.style.height = `${this.#grid.height}px`;
        this.#shown.forEach((element, index) => this.#stand(element, index));
        this.#render();
    }

    #soon() {
        if (!this.#isDue) {
            this.#isDue = true;
            requestAnimationFrame(() => {
                this.#isDue = false;
                this.#render();
            });
        }
    }

    #render() {
        const top = this.#scroller.scrollTop - this.#list.offsetTop;
        const [first, end] = this.#grid.between(top - AHEAD, top + this.#scroller.clientHeight + AHEAD);
        this.#shown.forEach((element, index) => {
            if ((index < first || index >= end) && element !== document.activeElement) {
                element.remove();
                this.#shown.delete(index);
            }
        });
        const missing = [];
        for (let index = first; index < end; index++) {
            if (!this.#shown.has(index)) {
                this.#hang(index);
            }
            if (!this.#cards.has(this.#ids[index])) {
                missing.push(this.#ids[index]);
            }
        }
        this.#ask(missing);
    }

    /** @param {number[]} missing */
    async #ask(missing) {
        const ids = missing.filter((id) => !this.#asked.has(id)).slice(0, ASKED);
        if (ids.length === 0) {
            return;
        }
        ids.forEach((id) => this.#asked.add(id));
        const { cards } = await call(`${this.#url}?ids=${ids.join(',')}`, { method: 'GET' });
        ids.forEach((id) => this.#asked.delete(id));
        if (this.#cards.size > MOST_CARDS) {
            this.#cards.clear();
        }
        cards.forEach((/** @type {Card} */ card) => this.#cards.set(card.id, card));
        this.#shown.forEach((element, index) => this.#fill(element, index));
        if (cards.length > 0) {
            this.#render();
        }
    }

    /** @param {number} index */
    #hang(index) {
        const element = document.createElement('div');
        element.className = 'kept';
        element.draggable = true;
        element.setAttribute('role', 'option');
        element.setAttribute('aria-setsize', String(this.#ids.length));
        element.setAttribute('aria-posinset', String(index + 1));
        element.setAttribute('aria-selected', String(this.selection.has(this.#ids[index])));
        element.tabIndex = index === this.#focused ? 0 : -1;
        element.dataset.index = String(index);
        const strip = document.createElement('img');
        strip.alt = '';
        strip.draggable = false;
        const check = document.createElement('span');
        check.className = 'kept-check';
        check.dataset.check = '';
        const name = document.createElement('span');
        name.className = 'kept-name';
        const facts = document.createElement('span');
        facts.className = 'kept-facts';
        const says = document.createElement('span');
        says.className = 'sr-only';
        element.append(strip, check, name, facts, says);
        this.#stand(element, index);
        this.#fill(element, index);
        this.#shown.set(index, element);
        this.#list.append(element);
    }

    /**
     * @param {HTMLElement} element
     * @param {number} index
     */
    #stand(element, index) {
        const { x, y } = this.#grid.place(index);
        element.style.transform = `translate(${x}px, ${y}px)`;
        element.style.width = `${this.#grid.cardWidth}px`;
        element.style.height = `${this.#grid.cardHeight}px`;
        /** @type {HTMLElement} */ (element.firstElementChild).style.height = `${this.#grid.stripHeight}px`;
    }

    /**
     * @param {HTMLElement} element
     * @param {number} index
     */
    #fill(element, index) {
        const card = this.#cards.get(this.#ids[index]);
        const [strip, , name, facts, says] = /** @type {HTMLElement[]} */ ([...element.children]);
        element.dataset.brush = String(this.#ids[index]);
        says.textContent = card?.says ?? '';
        name.textContent = card?.name ?? '';
        facts.textContent = card ? card.facts + (card.isChanged ? ' · has unkept changes' : '') : '';
        const url = card ? card.strip + (this.#look === 'large' ? '&large=1' : '') : '';
        if (card && strip.getAttribute('src') !== url) {
            strip.setAttribute('src', url);
        }
    }

    /** @param {Event} event */
    #indexAt(event) {
        const card = event.target instanceof Element ? event.target.closest('[data-index]') : null;

        return card instanceof HTMLElement ? Number(card.dataset.index) : -1;
    }

    /** @param {MouseEvent} event */
    #click(event) {
        const index = this.#indexAt(event);
        if (index < 0) {
            return;
        }
        const id = this.#ids[index];
        if (event.shiftKey) {
            this.selection.extend(id, this.#ids);
            this.#chosen();
        } else if (event.ctrlKey || event.metaKey || (event.target instanceof Element && event.target.matches('[data-check]'))) {
            this.selection.toggle(id);
            this.#chosen();
        } else {
            this.#open(index);
        }
    }

    /** @param {number} index */
    #open(index) {
        const card = this.#cards.get(this.#ids[index]);
        if (card) {
            this.#on.open(card);
        }
    }

    #chosen() {
        this.mark();
        this.#on.choose();
    }

    /** @param {KeyboardEvent} event */
    #press(event) {
        const index = this.#indexAt(event);
        if (index < 0) {
            return;
        }
        const to = event.altKey ? null : this.#grid.step(event.key, index, Math.max(1, Math.floor(this.#scroller.clientHeight / this.#grid.rowHeight)));
        if (to !== null) {
            this.#moveTo(to, true);
            if (event.shiftKey) {
                if (this.selection.size === 0) {
                    this.selection.toggle(this.#ids[index]);
                }
                this.selection.extend(this.#ids[to], this.#ids);
                this.#chosen();
            }
        } else if (event.altKey && (event.key === 'ArrowLeft' || event.key === 'ArrowRight')) {
            this.#moveInSet(index, event.key === 'ArrowRight' ? 2 : -1);
        } else if (event.key === ' ') {
            this.selection.toggle(this.#ids[index]);
            this.#chosen();
        } else if (event.key === 'Enter') {
            this.#open(index);
        } else if (event.key === 'a' && (event.ctrlKey || event.metaKey)) {
            this.chooseAll();
        } else if (event.key === 'Escape' && this.selection.size > 0) {
            this.selection.clear();
            this.#chosen();
        } else if (event.key === 'Delete') {
            if (this.selection.size === 0) {
                this.selection.toggle(this.#ids[index]);
            }
            this.#on.remove();
        } else {
            return;
        }
        event.preventDefault();
        event.stopPropagation();
    }

    /**
     * @param {number} index
     * @param {number} by  places to the one before which it comes to stand
     */
    #moveInSet(index, by) {
        const before = index + by;
        if (before >= 0 && before <= this.#ids.length) {
            this.#focused = by > 0 ? index + 1 : index - 1;
            this.#on.drop([this.#ids[index]], this.#ids[before] ?? 0);
        }
    }

    /**
     * @param {number} index
     * @param {boolean} withFocus
     */
    #moveTo(index, withFocus) {
        if (this.#ids.length === 0) {
            return;
        }
        this.#shown.forEach((element, at) => { element.tabIndex = at === index ? 0 : -1; });
        this.#focused = index;
        const top = this.#list.offsetTop + this.#grid.place(index).y;
        if (top < this.#scroller.scrollTop) {
            this.#scroller.scrollTop = top - 8;
        } else if (top + this.#grid.cardHeight > this.#scroller.scrollTop + this.#scroller.clientHeight) {
            this.#scroller.scrollTop = top + this.#grid.cardHeight - this.#scroller.clientHeight + 8;
        }
        this.#render();
        if (withFocus) {
            this.#shown.get(index)?.focus({ preventScroll: true });
        }
    }

    /** @param {Event} event */
    #take(event) {
        const index = this.#indexAt(event);
        if (index >= 0 && index !== this.#focused) {
            this.#moveTo(index, false);
        }
    }

    /** @param {DragEvent} event */
    #lift(event) {
        const id = this.#ids[this.#indexAt(event)];
        const ids = this.selection.has(id) ? this.#ids.filter((one) => this.selection.has(one)) : [id];
        event.dataTransfer?.setData('application/x-brushes', JSON.stringify(ids));
    }

    /** @param {DragEvent} event */
    #drop(event) {
        const ids = brushesOf(event);
        if (ids.length > 0) {
            event.preventDefault();
            this.#on.drop(ids, this.#ids[this.#indexAt(event)] ?? 0);
        }
    }
}

/**
 * The brushes that are dropped.
 *
 * @param {DragEvent} event
 * @returns {number[]}
 */
export function brushesOf(event) {
    return JSON.parse(event.dataTransfer?.getData('application/x-brushes') || '[]');
}
