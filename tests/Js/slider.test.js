import { describe, expect, test } from 'vitest';
import { slider } from '../../resources/js/parts/slider';

const of = (more) => ({ label: 'Size', unit: 'px', least: 1, most: 2000, log: true, standard: 64, value: 64, ...more });
const typed = (part, value) => {
    const field = { value };
    part.type({ target: field });

    return field.value;
};

describe('what is typed', () => {
    test.each([
        ['80', 80, '80 px'],
        ['80 px', 80, '80 px'],
        ['1,200', 1200, '1,200 px'],
        ['7,5', 7.5, '7.5 px'],
        ['7.5', 7.5, '7.5 px'],
    ])('%s', (text, value, shown) => {
        const part = slider(of());
        expect(typed(part, text)).toBe(shown);
        expect(part.of.value).toBe(value);
        expect(part.words).toBe('');
    });

    test('a percentage with its sign', () => {
        const part = slider(of({ unit: '%', least: 0, most: 1, log: false, value: 0.5 }));
        expect(typed(part, '38 %')).toBe('38 %');
        expect(part.of.value).toBeCloseTo(0.38);
    });

    test('a minus as it is printed', () => {
        const part = slider(of({ unit: '°', least: -180, most: 180, log: false, value: 0 }));
        typed(part, '−20°');
        expect(part.of.value).toBe(-20);
    });

    test('what is no number leaves the value alone', () => {
        const part = slider(of());
        expect(typed(part, 'large')).toBe('64 px');
    });

    test('beyond the limits the limit is said, once, until something else is set', () => {
        const part = slider(of());
        expect(typed(part, '9000')).toBe('2,000 px');
        expect(part.words).toBe('The most is 2,000 px.');
        typed(part, '2,000 px');
        expect(part.words).toBe('The most is 2,000 px.');
        typed(part, '0.2');
        expect(part.words).toBe('The least is 1 px.');
        part.set(30);
        expect(part.words).toBe('');
    });
});

test('a hint stands where nothing else is said', () => {
    const part = slider(of({ hint: 'Larger than its tip.' }));
    expect(part.words).toBe('Larger than its tip.');
    typed(part, '9000');
    expect(part.words).toBe('The most is 2,000 px.');
});

test('places on the track go by factors where a range spans many', () => {
    const part = slider(of({ least: 1, most: 1024, value: 32 }));
    expect(part.position).toBe(500);
    part.dragTo(0.75);
    expect(part.of.value).toBe(181);
});
