import { describe, expect, it } from 'vitest';
import { KeyPressure } from '../../resources/js/lib/key-pressure';

describe('pressure from a key', () => {
    it('rests until the key goes down, rises to the full, and falls back', () => {
        const key = new KeyPressure(0.3);
        expect(key.at(0)).toBe(0.3);
        key.down(1000);
        expect(key.at(1000)).toBeCloseTo(0.3, 9);
        expect(key.at(1175)).toBeCloseTo(0.65, 9);
        expect(key.at(1350)).toBeCloseTo(1, 9);
        expect(key.at(9000)).toBe(1);
        key.up(9000);
        expect(key.at(9175)).toBeCloseTo(0.65, 9);
        expect(key.at(9350)).toBeCloseTo(0.3, 9);
    });
    it('goes on from where it is when the key turns halfway, and hears a held key once', () => {
        const key = new KeyPressure(0.2);
        key.down(0);
        key.down(100);
        key.down(170);
        expect(key.at(175)).toBeCloseTo(0.6, 9);
        key.up(175);
        expect(key.at(175)).toBeCloseTo(0.6, 9);
        expect(key.at(350)).toBeCloseTo(0.4, 9);
        expect(key.at(-5)).toBeCloseTo(0.6, 9);
    });
});
