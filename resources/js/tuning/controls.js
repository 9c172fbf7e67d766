import { extended, frozen } from '../lib/data';

/** Words for how much a setting matters, by the share from which they hold. */
const SHARES = [[0.3, 'strong'], [0.12, 'clear'], [0.03, 'gentle'], [0, 'slight']];

/** The controls of a station, made from the settings table, and what each says of its effect now. */
export const controls = {
    choose(station) {
        this.station = station;
        this.panel = 'settings';
        const first = this.controls.find((c) => c.kind === 'number' && c.drivable) ?? this.controls[0];
        this.chosen = first ? first.id : null;
    },
    summary(station) {
        const s = this.brush.settings;
        const pc = (v) => `${Math.round(v * 100)} %`;
        const hand = [s.steadying.base > 0 ? `steadying ${pc(s.steadying.base)}` : '', s.taperIn.base || s.taperOut.base ? `tapers ${Math.round(s.taperIn.base)} and ${Math.round(s.taperOut.base)} px` : ''].filter(Boolean).join(', ');

        return {
            hand: hand || 'as the pen moved',
            step: s.laidAs.base !== 'dabs' ? 'no dabs: a band' : s.onePerPress.base === 'yes' ? 'one per press' : `every ${pc(s.spacing.base)}${s.scatterAcross.base || s.scatterAlong.base ? `, scatter ${pc(Math.max(s.scatterAcross.base, s.scatterAlong.base))}` : ''}${s.count.base > 1 ? `, ${Math.round(s.count.base)} at once` : ''}`,
            form: s.laidAs.base !== 'dabs' ? s.laidAs.base : s.angleFollows.base !== 'nothing' ? `turns with ${s.angleFollows.base}` : s.angle.spread ? `turns ±${Math.round(s.angle.spread)}°` : `${Math.round(s.size.base)} px`,
            ink: s.does.base !== 'paints' ? s.does.base : s.driftHue.base ? `drifts ±${Math.round(s.driftHue.base)}° hue` : `flow ${pc(s.flow.base)}, opacity ${pc(s.opacity.base)}`,
            ground: [s.tooth.base === 'none' ? '' : `${s.tooth.base} ${pc(s.toothDepth.base)}`, this.parts.bite === null ? '' : `bite: ${s.biteCombine.base}`, s.castShadow.base > 0 ? `shadow ${pc(s.castShadow.base)}` : '', s.rim.base > 0 ? `rim ${pc(s.rim.base)}` : ''].filter(Boolean).join(', ') || 'no tooth, bite, shadow or rim',
        }[station];
    },
    get controls() {
        const of = Object.values(this.settings).filter((s) => s.station === this.station).flatMap((s) => (s.choices ? [this.choiceOf(s)] : s.curve ? [this.curveOf(s)] : this.numbersOf(s)));
        const part = (id, label, sentence) => ({ key: id, id, kind: id, label, sentence });

        return [
            ...(this.station === 'form' ? [part('tip', 'Tip', 'The picture that the brush prints. A tip with several frames prints them as “Frames” says.')] : []),
            ...(this.station === 'ground' ? [part('bite', 'Second tip', 'A bite: a tip, laid along the same path, that eats into the first or joins it.')] : []),
            ...of,
        ];
    },
    choiceOf(setting) {
        return { key: setting.id, id: setting.id, part: 'base', kind: 'choice', label: setting.label, sentence: setting.sentence, choices: setting.choices };
    },
    curveOf(setting) {
        return { key: setting.id, id: setting.id, part: 'base', kind: 'curve', label: setting.label, sentence: setting.sentence };
    },
    numbersOf(setting) {
        const at = (part, values) => ({ ...values, ...this.dialParts(setting, part) });
        const out = [extended(at('base', { label: setting.label, unit: setting.unit, least: setting.least, most: setting.most, standard: setting.default, log: setting.least > 0 && setting.most / setting.least > 50 }), this.heldValue(setting, 'base'))];
        if (setting.spreadMost > 0) {
            out.push(extended(at('spread', { label: `${setting.label} spread`, unit: setting.spread === 'around, in units' ? setting.unit : '%', least: 0, most: setting.spreadMost, standard: 0, log: false }), this.heldValue(setting, 'spread')));
        }

        return out;
    },
    dialParts(setting, part) {
        return { key: `${setting.id}.${part}`, id: setting.id, part, kind: 'number', sentence: part === 'spread' ? setting.spreadSentence : setting.sentence, drivable: setting.drivable };
    },
    heldValue(setting, part) {
        const room = this;

        return {
            get value() {
                return room.brush.settings[setting.id][part];
            },
            set value(value) {
                room.set(setting.id, part, value);
            },
        };
    },
    /** Size is always at hand, whichever station is open. */
    get sizeDial() {
        const size = this.settings.size;

        return extended({ label: 'Size', unit: 'px', least: size.least, most: size.most, standard: size.default, log: true }, this.quietlyHeld(size));
    },
    quietlyHeld(setting) {
        const room = this;

        return {
            get value() {
                return room.brush.settings[setting.id].base;
            },
            set value(value) {
                room.put(setting.id, 'base', value);
            },
        };
    },
    set(id, part, value) {
        this.chosen = id;
        this.put(id, part, value);
    },
    put(id, part, value) {
        this.brush = frozen({ ...this.brush, settings: { ...this.brush.settings, [id]: { ...this.brush.settings[id], [part]: value } } });
    },
    choice(id) {
        return this.brush.settings[id]?.base;
    },
    pick(id, value) {
        this.set(id, 'base', value);
    },
    isPicked(id, value) {
        return this.choice(id) === value;
    },
    point(id) {
        this.chosen = id;
        this.ranging.leaveRange(id);
    },
    get chosenLabel() {
        return this.chosen === null ? '' : (this.settings[this.chosen]?.label ?? this.controls.find((c) => c.id === this.chosen)?.label ?? '');
    },
    get chosenSentence() {
        return this.chosen === null ? '' : (this.settings[this.chosen]?.sentence ?? this.controls.find((c) => c.id === this.chosen)?.sentence ?? '');
    },
    // —— what a control says of its effect ——
    told(c) {
        return (c.part === 'spread' ? this.influence.spreads : this.influence.settings)[c.id];
    },
    idleWords(c) {
        return this.idle[c.id] ?? this.told(c)?.reason ?? '';
    },
    share(c) {
        return this.idle[c.id] ? 0 : Math.round((this.told(c)?.share ?? 0) * 100);
    },
    shareStyle(c) {
        return { width: `${this.share(c)}%` };
    },
    shareWords(c) {
        const told = this.told(c);
        if (this.idleWords(c) !== '' || !told) {
            return this.idleWords(c);
        }

        return `${SHARES.find(([from]) => told.share >= from)[1]}, ${this.share(c)} %`;
    },
    hasInfluence(c) {
        return c.part !== undefined;
    },
    isControlChanged(c) {
        return c.part !== undefined && (this.isPartChanged(c.id, c.part) || (c.part === 'base' && c.kind === 'number' && this.isPartChanged(c.id, 'drives')));
    },
    keptWords(c) {
        if (!this.isPartChanged(c.id, c.part)) {
            return 'changed: what moves it';
        }
        const kept = this.keptBrush.settings[c.id][c.part];

        return Array.isArray(kept) ? 'changed curve' : `changed; was ${c.part === 'spread' && this.settings[c.id].spread !== 'around, in units' ? `${Math.round(kept * 100)} %` : this.quantity(c.id, kept)}`;
    },
    putControlBack(c) {
        this.note();
        this.chosen = c.id;
        const value = { ...this.brush.settings[c.id], [c.part]: this.keptBrush.settings[c.id][c.part] };
        if (c.part === 'base' && c.kind === 'number') {
            value.drives = this.keptBrush.settings[c.id].drives;
        }
        this.brush = frozen({ ...this.brush, settings: { ...this.brush.settings, [c.id]: value } });
    },
};
