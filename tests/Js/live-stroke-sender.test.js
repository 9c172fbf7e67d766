import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { LiveStrokeSender } from '../../resources/js/lib/live-stroke-sender';
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
