import { beforeEach, expect, test } from 'vitest';
import { UndoHistory } from '../../resources/js/lib/undo-history';
import { Store } from './storage';

beforeEach(() => {
    globalThis.sessionStorage = new Store();
});

test('undo goes back through every state, and redo forth', () => {
    const past = new UndoHistory('a', { size: 1 });
    past.note({ size: 2 });
    past.note({ size: 3 });
    expect(past.undo()).toEqual({ size: 2 });
    expect(past.undo()).toEqual({ size: 1 });
    expect(past.undo()).toBeNull();
    expect([past.canUndo, past.canRedo]).toEqual([false, true]);
    expect(past.redo()).toEqual({ size: 2 });
    expect(past.redo()).toEqual({ size: 3 });
    expect(past.redo()).toBeNull();
});

test('the same state twice is one step, and a new one ends the way forth', () => {
    const past = new UndoHistory('a', 1);
    past.note(1);
    expect(past.canUndo).toBe(false);
    past.note(2);
    past.undo();
    past.note(3);
    expect(past.canRedo).toBe(false);
    expect(past.undo()).toBe(1);
});

test('it survives a reload, unless the thing was changed elsewhere', () => {
    const past = new UndoHistory('a', 1);
    past.note(2);
    expect(new UndoHistory('a', 2).canUndo).toBe(true);
    expect(new UndoHistory('a', 5).canUndo).toBe(false);
    expect(new UndoHistory('b', 2).canUndo).toBe(false);
});

test('two hundred states are kept, and a full store costs no step in the page', () => {
    globalThis.sessionStorage = new Store(300);
    const past = new UndoHistory('a', 0);
    for (let i = 1; i <= 60; i++) {
        past.note(i);
    }
    expect(past.undo()).toBe(59);
    globalThis.sessionStorage = new Store();
    const long = new UndoHistory('b', 0);
    for (let i = 1; i <= 300; i++) {
        long.note(i);
    }
    let steps = 0;
    while (long.undo() !== null) {
        steps++;
    }
    expect(steps).toBe(199);
});
