/** The server said no: a sentence for the painter, and what it is about. */
export class Refused extends Error {
    constructor(message, errors = {}) {
        super(message);
        this.errors = errors;
    }
}

/** The server did not answer at all. */
export class Away extends Error {}

const token = () => document.querySelector('meta[name=csrf-token]').content;

async function send(url, { method = 'POST', json, form, signal } = {}) {
    let response;
    try {
        response = await fetch(url, {
            method,
            signal,
            headers: {
                Accept: 'application/json, application/octet-stream',
                'X-CSRF-TOKEN': token(),
                ...(json === undefined ? {} : { 'Content-Type': 'application/json' }),
            },
            body: form ?? (json === undefined ? undefined : JSON.stringify(json)),
        });
    } catch (error) {
        if (error.name === 'AbortError') {
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
        throw new Refused(answer.message || `The server answered ${response.status}.`, answer.errors);
    }

    return response;
}

/** Sends, and reads JSON. */
export async function call(url, options) {
    return (await send(url, options)).json();
}

/** Sends, and reads words with rectangles of pixels (see App\Painting\Patches). */
export async function callForPixels(url, options) {
    const buffer = await (await send(url, options)).arrayBuffer();
    const length = new DataView(buffer).getUint32(0);
    const words = JSON.parse(new TextDecoder().decode(new Uint8Array(buffer, 4, length)));
    let at = 4 + length;
    const patches = words.patches.map(([x, y, width, height]) => {
        const bytes = new Uint8ClampedArray(buffer, at, width * height * 4);
        at += bytes.length;

        return { x, y, image: new ImageData(bytes, width, height) };
    });

    return { words, patches };
}
