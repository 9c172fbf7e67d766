import { beforeEach, expect, test } from 'vitest';
import { extended } from '../../resources/js/lib/data';
import { cutList } from '../../resources/js/cutting/list';

const form = (closes = false) => ({ closes, group: 'Clear', numbers: {}, params: [], sentence: '' });
let room;

beforeEach(() => {
    room = extended({ forms: { 'clear-paper': form(), specks: form(), 'ink-gain': form(), centre: form(true), square: form(true) }, steps: [], kind: 'ink mask', chosen: null }, cutList);
});

const step = (name, numbers = {}) => ({ step: name, on: true, numbers });
const mending = (at, first, then = null) => ({ mending: { label: '', at, step: first, kind: null, off: null, then } });
const names = () => room.steps.map((s) => s.step);

test('what a step brings up is put right behind it, before what fits the frame', () => {
    room.fill({ kind: 'ink mask', steps: [step('square')] });
    room.mend(mending(0, step('clear-paper', { whitePoint: 220 }), { at: 0, step: step('specks', { islands: 8 }), then: { at: 0, step: step('ink-gain'), then: null } }));
    expect(names()).toEqual(['clear-paper', 'specks', 'ink-gain', 'square']);
    expect(room.steps[1].numbers).toEqual({ islands: 8 });
});

test('a step that is there takes the new numbers and stays where it is', () => {
    room.fill({ kind: 'ink mask', steps: [step('clear-paper', { whitePoint: 200 }), { ...step('specks', { islands: 2 }), on: false }, step('square')] });
    room.mend(mending(0, step('clear-paper', { whitePoint: 220 }), { at: 0, step: step('specks', { islands: 8 }), then: null }));
    expect(names()).toEqual(['clear-paper', 'specks', 'square']);
    expect(room.steps.map((s) => [s.on, s.numbers])).toEqual([[true, { whitePoint: 220 }], [true, { islands: 8 }], [true, {}]]);
});

test('a step that is there too early is moved', () => {
    room.fill({ kind: 'ink mask', steps: [step('square'), step('clear-paper')] });
    room.mend(mending(2, step('centre'), { at: 2, step: step('square'), then: null }));
    expect(names()).toEqual(['clear-paper', 'centre', 'square']);
});

test('another kind of tip switches off what serves only the kind before', () => {
    room.fill({ kind: 'ink mask', steps: [step('clear-paper'), step('square')] });
    room.mend({ mending: { label: '', at: 0, step: null, kind: 'own colours', off: 'clear-paper', then: null } });
    expect(room.kind).toBe('own colours');
    expect(room.steps.map((s) => s.on)).toEqual([false, true]);
});

test('a step added stands before what fits the frame, and that at the end', () => {
    room.fill({ kind: 'ink mask', steps: [step('square')] });
    room.add('specks');
    room.add('centre');
    expect(names()).toEqual(['specks', 'square', 'centre']);
    room.moveBy(room.steps[2], -1);
    expect(names()).toEqual(['specks', 'centre', 'square']);
    room.remove(room.steps[1]);
    expect(names()).toEqual(['specks', 'square']);
});
