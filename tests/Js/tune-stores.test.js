import { readdirSync, readFileSync } from 'node:fs';
import { beforeEach, expect, test, vi } from 'vitest';
import { tuneRoom } from '../../resources/js/rooms/tune';

const below = (folder, ending) => readdirSync(folder).filter((name) => name.endsWith(ending)).map((name) => `${folder}/${name}`);
const VIEWS = below('resources/views/components/tune', '.blade.php');
const SIZE = { id: 'size', label: 'Size', unit: 'px', offsets: false };
const brush = (size) => Object.freeze({ inks: { main: '#000000', second: '#ffffff' }, settings: { size: { base: size, drives: [] } } });

let room;

beforeEach(() => {
    const told = { id: 4, settings: { size: SIZE }, brush: brush(10), parts: { tip: 1, bite: null, tooth: null }, roll: 7, tips: [{ id: 1, name: 'Reed' }, { id: 2, name: 'Sponge' }], teeth: [] };
    vi.stubGlobal('document', { getElementById: () => ({ textContent: JSON.stringify(told) }) });
    room = tuneRoom();
    Object.assign(room, { past: { note: () => {} }, brush: brush(10) });
    room.flags = () => {};
});

/** Names of the stores, as they stand in an expression. */
const stores = () => Object.entries(Object.getOwnPropertyDescriptors(room)).filter(([, { value }]) => value?.room === room).map(([name]) => name);

test('each store reaches the room, and nobody goes round in a circle who lists what there is', () => {
    expect(stores().length).toBe(9);
    for (const name of stores()) {
        expect(Object.keys(room[name])).not.toContain('room');
    }
    expect(room.practising).not.toBe(tuneRoom().practising);
});

test('what views and scripts name in a store is there', () => {
    const files = [...VIEWS, ...below('resources/js/tuning', '.js'), 'resources/js/rooms/tune.js'];
    const named = files.flatMap((file) => [...readFileSync(file, 'utf8').matchAll(new RegExp(`(?:["\\s!(+]|this\\.|room\\.)(${stores().join('|')})\\.(\\w+)`, 'g'))].map(([, store, member]) => [file, store, member]));
    expect(named.length).toBeGreaterThan(150);
    expect(named.filter(([, store, member]) => !(member in room[store]))).toEqual([]);
});

test('a method of a store is called, so that it knows its store', () => {
    for (const file of VIEWS) {
        for (const [, handler] of readFileSync(file, 'utf8').matchAll(/x-on:[\w.:-]+="([^"]*)"/g)) {
            expect(handler, file).not.toMatch(/^\w+\.\w+$/);
        }
    }
});

test('a held state is compared with the present one, and taken in parts or whole', () => {
    room.order = () => ({});
    room.holding.holdingSides = { run: () => {} };
    vi.stubGlobal('sessionStorage', { setItem: () => {} });
    room.holding.hold();
    room.brush = brush(25);
    room.parts = { tip: 2, bite: null, tooth: null };
    room.holding.compare(room.holding.held[0]);
    expect(room.panel).toBe('compare');
    expect(room.holding.differences.map(({ id, left, right }) => [id, left, right])).toEqual([['part tip', 'Reed', 'Sponge'], ['size', '10 px', '25 px']]);
    room.holding.takeFrom('A', room.holding.differences[1]);
    expect([room.brush.settings.size.base, room.parts.tip]).toEqual([10, 2]);
    room.brush = brush(30);
    room.holding.takeAllFrom('A');
    expect([room.brush.settings.size.base, room.parts.tip]).toEqual([10, 1]);
    expect(room.holding.differences).toEqual([]);
});
