import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { keeping } from '../../resources/js/tuning/keeping';
import { listKeeping } from '../../resources/js/cutting/keeping';
import { Store } from './storage';

/** What was sent, each as its body, with what answers it. */
let asked;

beforeEach(() => {
    asked = [];
    vi.useFakeTimers({ now: 1e12 });
    globalThis.sessionStorage = new Store();
    vi.stubGlobal('document', { querySelector: () => null });
    vi.stubGlobal('fetch', (url, { body }) => new Promise((answer) => {
        asked.push({ json: JSON.parse(body), answer: (told) => answer({ ok: true, status: 200, json: async () => told }) });
    }));
});

afterEach(() => {
    vi.unstubAllGlobals();
    vi.useRealTimers();
});

/** A page of brush 4 as the server tells it: the size it knows, the revision, and who changed it last. */
function page(size, revision, changedBy = { tab: '', turn: 0 }) {
    vi.stubGlobal('window', new EventTarget());
    const room = { ...keeping, id: 4, url: '/tune/4', brush: { size }, parts: {}, roll: 1, revision, changedBy, saveSoon: vi.fn(), repaint: vi.fn() };
    room.beginKeeping();

    return room;
}

/** Draws a size and saves it; the server gives it this revision. */
async function drawn(room, size, revision) {
    room.brush = { size };
    room.noteUnsaved();
    const saving = room.save();
    await vi.advanceTimersByTimeAsync(1);
    asked.at(-1).answer({ revision });
    await saving;
}

test('a page that was under way while the last change was saved shows that change', async () => {
    const before = page(10, 7);
    await drawn(before, 20, 8);
    const after = page(10, 7);
    expect([after.brush.size, after.revision, after.isUnsaved]).toEqual([20, 8, true]);
    expect(after.saveSoon).toHaveBeenCalledOnce();
});

test('so it does when an earlier change of this window is what the page knows of', async () => {
    const before = page(10, 7);
    await drawn(before, 20, 8);
    const first = asked.at(-1).json;
    await drawn(before, 30, 9);
    expect(page(20, 8, { tab: first.tab, turn: first.turn }).brush.size).toBe(30);
});

test('so does what waits to be saved after an earlier change was saved on the way', async () => {
    const before = page(10, 7);
    await drawn(before, 20, 8);
    before.brush = { size: 30 };
    before.storeUnsaved();
    expect(page(10, 7).brush.size).toBe(30);
});

test('a page that knows of the last change is left as it is, and nothing is saved again', async () => {
    const before = page(10, 7);
    await drawn(before, 20, 8);
    const { tab, turn } = asked.at(-1).json;
    const after = page(20, 8, { tab, turn });
    expect([after.isUnsaved, after.turn >= turn]).toEqual([false, true]);
    expect(after.saveSoon).not.toHaveBeenCalled();
});

test('what somebody else did since counts more than what was saved here', async () => {
    await drawn(page(10, 7), 20, 8);
    expect(page(50, 9, { tab: 'another', turn: 3 }).brush.size).toBe(50);
});

test('a library that was put back later is not overwritten by what was saved before', async () => {
    await drawn(page(10, 7), 20, 8);
    vi.setSystemTime(Date.now() + 11000);
    expect(page(10, 7).brush.size).toBe(10);
});

test('what never reached the server waits however long, unless somebody else changed the brush', () => {
    const before = page(10, 7);
    before.brush = { size: 20 };
    before.noteUnsaved();
    before.storeUnsaved();
    vi.setSystemTime(Date.now() + 3600000);
    expect(page(10, 7).brush.size).toBe(20);
    expect(page(50, 8, { tab: 'another', turn: 3 }).brush.size).toBe(50);
});

/** A page of Cut whose list the server tells: the picture's own, or with `?tip=` that of a tip. */
function cutPage(list, search = '') {
    const window = Object.assign(new EventTarget(), { location: { search } });
    vi.stubGlobal('window', window);
    const room = { ...listKeeping, url: '/cut/4', list, written() { return this.list; }, fill(filled) { this.list = filled; }, saveSoon: vi.fn(), say: vi.fn() };
    room.beginKeeping('cut:4');

    return { room, leave: () => window.dispatchEvent(new Event('pagehide')) };
}

test('a list that was saved while its page came anew is there', async () => {
    const before = cutPage({ steps: ['a'] });
    before.room.list = { steps: ['a', 'b'] };
    before.room.isUnsaved = true;
    const saving = before.room.save();
    await vi.advanceTimersByTimeAsync(1);
    asked.at(-1).answer({});
    await saving;
    before.leave();
    expect(asked.length).toBe(1);
    const after = cutPage({ steps: ['a'] });
    expect([after.room.list, after.room.isUnsaved]).toEqual([{ steps: ['a', 'b'] }, true]);
    after.leave();
    expect(cutPage({ steps: ['a', 'b'] }).room.isUnsaved).toBe(false);
});

test('what was drawn of a list does not lie over the list of a tip', () => {
    const before = cutPage({ steps: ['a', 'b'] });
    before.room.isUnsaved = true;
    before.leave();
    expect(cutPage({ steps: ['c'] }, '?tip=7').room.list).toEqual({ steps: ['c'] });
    expect(cutPage({ steps: ['a'] }).room.list).toEqual({ steps: ['a', 'b'] });
});
