/**
 * @typedef {Record<string, any>} Answer  JSON of the server
 * @typedef {{ method?: string, json?: unknown, form?: FormData, signal?: AbortSignal, keepalive?: boolean }} Sent
 * @typedef {{ x: number, y: number, image: ImageData, layer: number }} Patch
 */

/** The server said no: a sentence for the painter, and what it is about. */
export class Refused extends Error {
    /**
     * @param {string} message
     * @param {Record<string, string[]>} [errors]
     * @param {number} [status]
     * @param {Answer} [answer]
     */
    constructor(message, errors = {}, status = 422, answer = {}) {
        super(message);
        this.errors = errors;
        this.status = status;
        this.answer = answer;
    }
}

/** The server did not answer at all. */
export class Away extends Error {}

const token = () => document.querySelector('meta[name=csrf-token]')?.getAttribute('content') ?? '';

/**
 * A page outlives its session: one that has lapsed is begun anew without a word, and what was asked is asked once more.
 *
 * @param {string} url
 * @param {RequestInit & { headers: Record<string, string> }} options
 */
async function fetchWithToken(url, options) {
    const response = await fetch(url, options);
    if (response.status !== 419) {
        return response;
    }
    const { token: fresh } = await (await fetch('/token', { headers: { Accept: 'application/json' } })).json();
    document.querySelector('meta[name=csrf-token]')?.setAttribute('content', fresh);

    return fetch(url, { ...options, headers: { ...options.headers, 'X-CSRF-TOKEN': fresh } });
}

/**
 * @param {string} url
 * @param {Sent} [options]
 */
async function send(url, { method = 'POST', json, form, signal, keepalive } = {}) {
    let response;
    try {
        response = await fetchWithToken(url, {
            method,
            signal,
            keepalive,
            headers: {
                Accept: 'application/json, application/octet-stream',
                'X-CSRF-TOKEN': token(),
                ...(json === undefined ? {} : { 'Content-Type': 'application/json' }),
            },
            body: form ?? (json === undefined ? undefined : JSON.stringify(json)),
        });
    } catch (error) {
        if (error instanceof Error && error.name === 'AbortError') {
            throw error;
        }
        window.dispatchEvent(new CustomEvent('server-away'));
        throw new Away('The server is away.');
    }
    window.dispatchEvent(new CustomEvent('server-back'));
    if (!response.ok) {
        const answer = await response.json().catch(() => ({}));
        if (response.status === 419) {
            throw new Refused('This page is too old to be trusted. Reload it; what you made is kept.');
        }
        throw new Refused(answer.message || `The server answered ${response.status}.`, answer.errors, response.status, answer);
    }

    return response;
}

/**
 * Sends a form and tells how much of it has gone; can be called off.
 *
 * @param {string} url
 * @param {FormData} form
 * @param {(part: number) => void} onProgress  0–1
 * @returns {{ answer: Promise<Answer>, cancel: () => void }}
 */
export function upload(url, form, onProgress) {
    const request = new XMLHttpRequest();
    const answer = new Promise((resolve, reject) => {
        request.open('POST', url);
        request.setRequestHeader('Accept', 'application/json');
        request.setRequestHeader('X-CSRF-TOKEN', token());
        request.upload.addEventListener('progress', (event) => onProgress(event.lengthComputable ? event.loaded / event.total : 0));
        request.addEventListener('load', () => {
            const said = JSON.parse(request.responseText || '{}');
            if (request.status < 300) {
                resolve(said);
            } else {
                reject(new Refused(said.message || `The server answered ${request.status}.`, said.errors));
            }
        });
        request.addEventListener('error', () => reject(new Away('The server is away. Bring the file once more when it is back.')));
        request.addEventListener('abort', () => reject(new Refused('Called off.')));
        request.send(form);
    });

    return { answer, cancel: () => request.abort() };
}

/**
 * Sends, and reads JSON.
 *
 * @param {string} url
 * @param {Sent} [options]
 * @returns {Promise<Answer>}
 */
export async function call(url, options) {
    return (await send(url, options)).json();
}

/**
 * Sends, and reads words with rectangles of pixels (see App\Painting\Patches).
 *
 * @param {string} url
 * @param {Sent} [options]
 * @returns {Promise<{ words: Answer, patches: Patch[] }>}
 */
export async function callForPixels(url, options) {
    const buffer = await (await send(url, options)).arrayBuffer();
    const length = new DataView(buffer).getUint32(0);
    const words = JSON.parse(new TextDecoder().decode(new Uint8Array(buffer, 4, length)));
    let at = 4 + length;
    const patches = words.patches.map((/** @type {number[]} */ [x, y, width, height, layer = 0]) => {
        const bytes = new Uint8ClampedArray(buffer, at, width * height * 4);
        at += bytes.length;

        return { x, y, image: new ImageData(bytes, width, height), layer };
    });

    return { words, patches };
}
