import { expect, test } from 'vitest';
import { extended, frozen } from '../../resources/js/lib/data';
import { LatestWins } from '../../resources/js/lib/latest-wins';
import { frameOf } from '../../resources/js/tuning/stations';

test('getters stay getters when an object is extended', () => {
    const room = extended({ a: 1 }, { get twice() { return 2 * this.a; } });
    room.a = 5;
    expect(room.twice).toBe(10);
});

test('what is frozen cannot be changed in place', () => {
    expect(Object.isFrozen(frozen({ a: 1 }))).toBe(true);
    expect(frozen(null)).toBeNull();
    expect(frozen(3)).toBe(3);
});

test('a frame holds the path and every dab, and something where there is nothing', () => {
    expect(frameOf([])).toEqual([0, 0, 100, 40]);
    expect(frameOf([{ path: [[10, 20, 1]], dabs: [[50, 60, 20]] }])).toEqual([8, 18, 52, 52]);
});

test('a job hears whether a newer one waits', async () => {
    const latest = new LatestWins();
    const heard = [];
    let open;
    latest.run(async (counts, isNewest) => {
        heard.push(isNewest());
        await new Promise((go) => { open = go; });
        heard.push(isNewest());
    });
    latest.run(async (counts, isNewest) => { heard.push(isNewest()); });
    open();
    await latest.idle();
    expect(heard).toEqual([true, false, true]);
});

test('of jobs that wait only the newest is run', async () => {
    const latest = new LatestWins();
    const ran = [];
    const gates = [];
    const job = (name) => () => new Promise((open) => {
        ran.push(name);
        gates.push(open);
    });
    latest.run(job('first'));
    latest.run(job('second'));
    latest.run(job('third'));
    expect(ran).toEqual(['first']);
    gates[0]();
    await new Promise((soon) => setTimeout(soon));
    expect(ran).toEqual(['first', 'third']);
});
