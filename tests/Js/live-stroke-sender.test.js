import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { LiveStrokeSender } from '../../resources/js/lib/live-stroke-sender';
import { Strokes } from '../../resources/js/lib/strokes';
import { call, callForPixels, Refused } from '../../resources/js/lib/call';

let sent;
let answers;

/** Words and rectangles as App\Painting\PixelPatches writes them. */
function answer(words, patches = []) {
    const text = new TextEncoder().encode(JSON.stringify({ ...words, patches: patches.map(([x, y, width, height]) => [x, y, width, height]) }));
    const bytes = new Uint8Array(4 + text.length + patches.reduce((all, [, , w, h]) => all + 4 * w * h, 0));
    new DataView(bytes.buffer).setUint32(0, text.length);
    bytes.set(text, 4);
    let at = 4 + text.length;
    patches.forEach(([, , w, h, value]) => {
        bytes.fill(value, at, at + 4 * w * h);
        at += 4 * w * h;
    });

    return { ok: true, status: 200, arrayBuffer: async () => bytes.buffer, json: async () => words };
}

beforeEach(() => {
    sent = [];
    answers = [];
    vi.stubGlobal('document', { querySelector: () => ({ getAttribute: () => 'token', setAttribute: () => {} }) });
    vi.stubGlobal('window', new EventTarget());
    vi.stubGlobal('ImageData', class {
        constructor(data, width, height) {
            Object.assign(this, { data, width, height });
        }
    });
    vi.stubGlobal('localStorage', { getItem: () => null, removeItem: () => {} });
    vi.stubGlobal('fetch', async (url, options) => {
        sent.push({ url, ...options, body: options.body === undefined ? null : JSON.parse(options.body) });

        return answers.shift()();
    });
});

afterEach(() => vi.unstubAllGlobals());

test('pixels come as rectangles behind the words', async () => {
    answers.push(() => answer({ told: 1 }, [[3, 4, 2, 1, 7], [0, 0, 1, 2, 9]]));
    const { words, patches } = await callForPixels('/live', { json: {} });
    expect(words.told).toBe(1);
    expect(patches.map(({ x, y, image }) => [x, y, image.width, image.height, [...image.data]])).toEqual([[3, 4, 2, 1, Array(8).fill(7)], [0, 0, 1, 2, Array(8).fill(9)]]);
});

test('what the server refuses is a sentence, and too old a page has one of its own', async () => {
    answers.push(() => ({ ok: false, status: 422, json: async () => ({ message: 'Too large.', errors: { file: ['…'] } }) }));
    await expect(call('/x', { json: {} })).rejects.toMatchObject({ message: 'Too large.', status: 422, errors: { file: ['…'] } });
    const lapsed = () => ({ ok: false, status: 419, json: async () => ({}) });
    const token = () => ({ ok: true, status: 200, json: async () => ({ token: 'fresh' }) });
    answers.push(lapsed, token, () => ({ ok: true, status: 200, json: async () => ({ done: true }) }));
    await expect(call('/x', { json: {} })).resolves.toEqual({ done: true });
    answers.push(lapsed, token, lapsed);
    await expect(call('/x', { json: {} })).rejects.toThrow('Reload it; what you made is kept.');
    answers.push(() => ({ ok: false, status: 500, json: async () => { throw new Error('no JSON'); } }));
    await expect(call('/x', { json: {} })).rejects.toBeInstanceOf(Refused);
});

test('a stroke begins with all that it needs, goes on with what is new, and begins anew when asked to', async () => {
    const told = [];
    const stroke = new LiveStrokeSender('/live', { stroke: 'u' }, { brush: 5 }, [0, 1, 1], { show: () => {}, told: (words) => told.push(words.state), say: () => {} });
    answers.push(() => answer({ state: 'a' }), () => answer({ again: true }), () => {
        stroke.end([[3, 4, 4]]);

        return answer({ state: 'b' });
    });
    const painted = stroke.paint();
    await vi.waitFor(() => expect(sent).toHaveLength(1));
    stroke.move([[1, 2, 2], [2, 3, 3]]);
    await painted;
    expect(sent.map(({ body }) => body)).toEqual([
        { stroke: 'u', samples: [[0, 1, 1]], brush: 5 },
        { stroke: 'u', samples: [[1, 2, 2], [2, 3, 3]], state: 'a' },
        { stroke: 'u', samples: [[0, 1, 1], [1, 2, 2], [2, 3, 3]], brush: 5 },
    ]);
    expect(told).toEqual(['a', 'b']);
    expect(stroke.samples).toHaveLength(4);
});

test('a refused piece says why, and the stroke waits for its whole trace', async () => {
    const said = [];
    const stroke = new LiveStrokeSender('/live', {}, {}, [0, 1, 1], { show: () => {}, told: () => {}, say: (message) => said.push(message) });
    answers.push(() => ({ ok: false, status: 422, json: async () => ({ message: 'The brush is gone.' }) }));
    const painted = stroke.paint();
    await vi.waitFor(() => expect(said).toEqual(['The brush is gone.']));
    stroke.move([[1, 2, 2]]);
    stroke.end([]);
    await painted;
    expect(sent).toHaveLength(1);
    expect(stroke.lost).toBe(true);
});

const places = (from, until) => Array.from({ length: until - from }, (_, i) => [from + i, 1, 1]);

test('what a large brush cannot keep up with comes in pieces, after the pen has lifted too', async () => {
    const followed = [];
    const stroke = new LiveStrokeSender('/live', { stroke: 'u' }, {}, [0, 1, 1], { show: () => {}, told: () => {}, say: () => {}, followed: (part) => followed.push(part) });
    answers.push(() => {
        stroke.end(places(1, 330));

        return answer({ state: { piece: 1 }, provisional: [] });
    });
    for (let piece = 2; piece < 5; piece++) {
        answers.push(() => answer({ state: { piece }, provisional: [] }));
    }
    await stroke.paint();
    // The last hundred go with the whole stroke.
    expect(sent.map(({ body }) => body.samples.length)).toEqual([1, 100, 100, 100]);
    expect(sent.map(({ body }) => body.samples[0][0])).toEqual([0, 1, 101, 201]);
    expect(followed).toEqual([1 / 330, 101 / 330, 201 / 330, 1]);
    expect(stroke.seen).toBe(4);
});

test('a stroke that is painted again at its end does not follow the pen, nor one that was lost', async () => {
    const stroke = new LiveStrokeSender('/live', { stroke: 'u' }, {}, [0, 1, 1], { show: () => {}, told: () => {}, say: () => {} });
    answers.push(() => {
        stroke.end(places(1, 330));

        return answer({ state: { piece: 1 }, provisional: ['taper'] });
    });
    await stroke.paint();
    expect(sent).toHaveLength(1);
    expect(stroke.seen).toBe(1);
    stroke.lost = true;
    expect(stroke.seen).toBeNull();
});

test('a stroke whose ink still follows can be called off, and never reaches the sheet', async () => {
    const strokes = new Strokes('/sheets/1', () => {}, () => {}, () => {}, () => {}, () => {});
    let arrive = () => {};
    answers.push(() => answer({ state: { piece: 1 }, provisional: [] }), () => new Promise((resolve) => { arrive = () => resolve(answer({ state: { piece: 2 }, provisional: [] })); }));
    await strokes.tail;
    strokes.begin({ brush: 1 }, [0, 1, 1]);
    await vi.waitFor(() => expect(sent).toHaveLength(1));
    expect(strokes.callOff()).toBeNull();
    await vi.waitFor(() => expect(strokes.current.sent).toBe(1));
    strokes.end(places(1, 500));
    await vi.waitFor(() => expect(sent).toHaveLength(2));
    expect(strokes.isPainting).toBe(true);
    const calledOff = strokes.callOff();
    arrive();
    await calledOff;
    expect(sent.map(({ url }) => url.includes('/pen/pieces'))).toEqual([true, true]);
    expect(strokes.isPainting).toBe(false);
    expect(await strokes.outbox.entries()).toEqual([]);
});

test('a whole stroke says which of its pieces the page has shown', async () => {
    const strokes = new Strokes('/sheets/1', () => {}, () => {}, () => {}, () => {}, () => {});
    answers.push(() => answer({ state: { piece: 7 }, provisional: [] }), () => answer({ undo: 'Painted' }));
    await strokes.tail;
    strokes.begin({ brush: 1 }, [0, 1, 1]);
    await vi.waitFor(() => expect(strokes.current.sent).toBe(1));
    await strokes.end([[8, 2, 2]]);
    expect(sent[1].body).toMatchObject({ samples: [[0, 1, 1], [8, 2, 2]], seen: 7 });
    // One that waited through a reload does not: its pieces are not on this page.
    expect((await strokes.outbox.entries()).length).toBe(0);
});
