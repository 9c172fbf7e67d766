import { beforeEach, expect, test } from 'vitest';
import { Hand } from '../../resources/js/lib/hand';
import { Store } from './storage';

beforeEach(() => {
    globalThis.localStorage = new Store();
});

const brush = { id: 4, size: 48, opacity: 0.9 };

test('a brush is as it is kept until it is held otherwise, on that sheet only', () => {
    const hand = new Hand('/sheets/1');
    expect(hand.of(brush)).toEqual({ size: 48, opacity: 0.9 });
    hand.hold(4, 80, 1);
    expect(new Hand('/sheets/1').of(brush)).toEqual({ size: 80, opacity: 1 });
    expect(new Hand('/sheets/2').of(brush)).toEqual({ size: 48, opacity: 0.9 });
});

test('inks are the same on every sheet', () => {
    expect(new Hand('/sheets/1').inks()).toBeNull();
    new Hand('/sheets/1').ink('#102030', '#405060');
    expect(new Hand('/sheets/2').inks()).toEqual({ main: '#102030', second: '#405060' });
});

test('a store that is broken or full does no harm', () => {
    localStorage.setItem('hand:/sheets/1', '{');
    expect(new Hand('/sheets/1').of(brush).size).toBe(48);
    globalThis.localStorage = new Store(3);
    const hand = new Hand('/sheets/1');
    hand.hold(4, 80, 1);
    expect(hand.of(brush).size).toBe(80);
});
