import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { queue } from '../../resources/js/lib/in-turn';
import { about } from '../../resources/js/tuning/about';

/** Requests that are answered by hand: each as its body, with what opens it. */
let asked;

beforeEach(() => {
    asked = [];
    vi.stubGlobal('document', { querySelector: () => null });
    vi.stubGlobal('window', new EventTarget());
    vi.stubGlobal('fetch', (url, { body }) => new Promise((answer) => {
        asked.push({ json: JSON.parse(body), answer: (told) => answer({ ok: true, status: 200, json: async () => told }) });
    }));
});

afterEach(() => vi.unstubAllGlobals());

const settled = () => new Promise((go) => { setTimeout(go); });

test('jobs begin one after another, also after one that failed', async () => {
    const inTurn = queue();
    const heard = [];
    const first = inTurn(async () => {
        await settled();
        heard.push('first');
        throw new Error('no');
    });
    const second = inTurn(() => heard.push('second'));
    await expect(first).rejects.toThrow('no');
    expect(await second).toBe(2);
    expect(heard).toEqual(['first', 'second']);
});

test('what is told later of a brush is not undone by a slow answer to what was told before', async () => {
    const page = { links: { brush: '/brushes/1' } };
    const telling = Object.assign(Object.create(about), { room: page });
    const told = { name: 'Reed', note: '', strip: {} };
    const tags = telling.tell({ tags: 'soft' });
    const maker = telling.tell({ maker: 0 });
    await settled();
    expect(asked.map((one) => one.json)).toEqual([{ tags: 'soft' }]);
    asked[0].answer({ ...told, tags: 'soft', maker: 7 });
    await tags;
    await settled();
    expect(asked[1].json).toEqual({ maker: 0 });
    asked[1].answer({ ...told, tags: 'soft', maker: null });
    await maker;
    expect(page.maker).toBeNull();
});
