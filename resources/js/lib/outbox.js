import { NonReactive } from './non-reactive';

const NAME = 'yarrowfog';
const STROKES = 'strokes';

/**
 * @typedef {{ stroke: string, samples: number[][] } & Record<string, unknown>} Order  a stroke as it is sent; `stroke` is its UUID
 * @typedef {{ stroke: string, sheet: string, at: number, isRefused: boolean, order: Order }} Entry
 */

/**
 * Strokes that a sheet does not have yet, in the browser's own database: each an entry of its own by its UUID, so that two pages on one
 * sheet never write over one another. Where the browser has no such store, they are kept in this page.
 */
export class Outbox extends NonReactive {
    /** @param {string} sheet  URL of the sheet */
    constructor(sheet) {
        super();
        this.sheet = sheet;
        /** @type {Map<string, Entry>} */
        this.here = new Map();
        /** @type {Promise<IDBDatabase|null>} */
        this.opened = open();
        /** Whether what is put here outlives the page. */
        this.lasts = true;
        this.opened.then((database) => { this.lasts = database !== null; });
    }

    /**
     * Puts a stroke in, or says of it that it was refused. Resolves when it is safe.
     *
     * @param {Order} order
     * @param {boolean} [isRefused]
     */
    async put(order, isRefused = false) {
        const entry = { stroke: order.stroke, sheet: this.sheet, at: this.here.get(order.stroke)?.at ?? Date.now() + this.here.size / 1000, isRefused, order };
        this.here.set(order.stroke, entry);
        await this.#do('readwrite', (store) => store.put(entry));
    }

    /**
     * The sheet has it, or nobody wants it.
     *
     * @param {string} stroke  UUID
     */
    async remove(stroke) {
        this.here.delete(stroke);
        await this.#do('readwrite', (store) => store.delete(stroke));
    }

    /**
     * What waits for this sheet, also from a page before or beside this one, the earliest first.
     *
     * @returns {Promise<Entry[]>}
     */
    async entries() {
        const all = /** @type {Entry[]|null} */ (await this.#do('readonly', (store) => store.getAll()));
        for (const entry of all ?? []) {
            if (entry.sheet === this.sheet && !this.here.has(entry.stroke)) {
                this.here.set(entry.stroke, entry);
            }
        }

        return [...this.here.values()].sort((a, b) => a.at - b.at);
    }

    /**
     * @param {IDBTransactionMode} mode
     * @param {(store: IDBObjectStore) => IDBRequest} ask
     * @returns {Promise<unknown>} null where the store does not take it
     */
    async #do(mode, ask) {
        const database = await this.opened;
        if (database === null) {
            return null;
        }

        return new Promise((resolve) => {
            try {
                const transaction = database.transaction(STROKES, mode, { durability: 'strict' });
                const request = ask(transaction.objectStore(STROKES));
                transaction.oncomplete = () => resolve(request.result);
                transaction.onerror = transaction.onabort = () => {
                    this.lasts = false;
                    resolve(null);
                };
            } catch {
                this.lasts = false;
                resolve(null);
            }
        });
    }
}

/** @returns {Promise<IDBDatabase|null>} */
function open() {
    return new Promise((resolve) => {
        try {
            const asked = indexedDB.open(NAME, 1);
            asked.onupgradeneeded = () => asked.result.createObjectStore(STROKES, { keyPath: 'stroke' });
            asked.onsuccess = () => resolve(asked.result);
            asked.onerror = asked.onblocked = () => resolve(null);
        } catch {
            resolve(null);
        }
    });
}
