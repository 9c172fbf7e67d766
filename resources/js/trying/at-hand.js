import { frozen } from '../lib/data';
import { KeyPressure } from '../lib/key-pressure';
import { call } from '../lib/call';

/** Where the browser keeps how the hand paints without a pen. */
const PRESSES = 'hand-presses';
const DOES = ['paints', 'erases', 'smudges'];
/** Where the pressure of a mouse or finger comes from. */
const PRESSURES = [
    { id: 'brush', label: 'as the brush says', words: 'the brush’s assumed pressure' },
    { id: 'even', label: 'always the same', words: 'presses evenly' },
    { id: 'speed', label: 'from speed', words: 'presses by its speed' },
    { id: 'key', label: 'from the key D', words: 'presses while D is held' },
    { id: 'practised', label: 'of a practised hand', words: 'lent a practised hand' },
];
const STANDARD = { pressure: 'brush', level: 0.6, movement: 'slow swell', steadying: null, fingers: 'auto' };

/**
 * What the hand has otherwise than the brush: the settings that the brush puts at hand, whether it paints, erases or smudges, how
 * much it is steadied, and where a mouse or finger borrows its pressure. It is this hand's only, until it is kept with the brush.
 */
export const atHand = {
    withInHand: frozen({}),
    presses: frozen(STANDARD),
    showsHand: false,
    pressures: PRESSURES,
    doings: DOES,
    savedHand: '',

    initAtHand() {
        this.presses = frozen({ ...STANDARD, ...JSON.parse(localStorage.getItem(PRESSES) || '{}') });
        this.keyPressure = new KeyPressure(this.presses.level * 0.5);
        window.addEventListener('keydown', (event) => this.handKey(event, true));
        window.addEventListener('keyup', (event) => this.handKey(event, false));
    },
    /** A brush was taken in hand, with what the hand had otherwise of it. */
    chose(held) {
        this.withInHand = frozen({ ...held.with });
        this.savedHand = '';
    },
    hold(id, value) {
        const { [id]: was, ...others } = this.withInHand;
        this.withInHand = frozen(value === this.keptOf(id) || (was === undefined && value === undefined) ? others : { ...others, [id]: value });
        this.holdBrush();
    },
    keptOf(id) {
        return id === 'does' ? this.brushInHand?.does : this.brushInHand?.atHand.find((setting) => setting.id === id)?.value;
    },
    /** What goes with a stroke besides size, opacity and inks. */
    handOrder(isPen) {
        const { pressure, level, movement, steadying } = this.presses;
        const others = { ...this.withInHand };
        if (steadying !== null) {
            others.steadying = steadying;
        }
        if (!isPen && pressure === 'even') {
            Object.assign(others, { assumedPressure: 'steady', assumedLevel: level });
        } else if (!isPen && pressure === 'speed') {
            Object.assign(others, { assumedPressure: 'from speed', assumedLevel: level });
        }

        return {
            ...Object.keys(others).length ? { with: Object.fromEntries(Object.entries(others).map(([id, base]) => [id, { base }])) } : {},
            ...!isPen && pressure === 'practised' ? { lent: movement } : {},
            ...!isPen && pressure === 'key' ? { realPressure: true } : {},
        };
    },
    /** The pressure of one event of a mouse or finger, where a key gives it. */
    pressureOf(event) {
        return event.pointerType !== 'pen' && this.presses.pressure === 'key' ? this.keyPressure.at(event.timeStamp) : null;
    },
    fingersMayPaint(penSeen) {
        return this.presses.fingers === 'paint' || (this.presses.fingers === 'auto' && !penSeen);
    },

    // —— settings at hand ——
    get hasNoneAtHand() {
        return this.brushInHand !== null && this.brushInHand.atHand.length === 0;
    },
    get hasManyAtHand() {
        return (this.brushInHand?.atHand.length ?? 0) > 3;
    },
    get dialsAtHand() {
        return (this.brushInHand?.atHand ?? []).map((setting) => this.dialAtHand(setting));
    },
    dialAtHand(setting) {
        const room = this;
        const { id, label, sentence, unit, least, most, choices } = setting;

        return {
            key: `${this.chosen} ${id}`, id, label, sentence, unit, least, most, choices: choices ?? [], isChoice: Array.isArray(choices),
            log: least > 0 && most / least > 50,
            standard: setting.value,
            get value() {
                return room.withInHand[id] ?? setting.value;
            },
            set value(value) {
                room.hold(id, value);
            },
        };
    },
    pickAtHand(id, event) {
        this.hold(id, event.target.value);
    },
    isPickedAtHand(dial, choice) {
        return (this.withInHand[dial.id] ?? dial.standard) === choice;
    },
    /** Whether anything in hand differs from what is kept with the brush. */
    get isOffKept() {
        const brush = this.brushInHand;

        return brush !== null && (this.sizeValue !== brush.size || this.opacityValue !== brush.opacity || Object.keys(this.withInHand).length > 0);
    },
    get mayKeep() {
        return this.isOffKept && !this.brushInHand.isPlain;
    },
    asKept() {
        this.withInHand = frozen({});
        this.sizeValue = this.brushInHand.size;
        this.opacityValue = this.brushInHand.opacity;
        this.holdBrush();
    },
    async keepForBrush() {
        const { url, name, id } = this.brushInHand;
        try {
            const json = { size: this.sizeValue, opacity: this.opacityValue, with: Object.fromEntries(Object.entries(this.withInHand).map(([setting, base]) => [setting, { base }])) };
            const card = await call(`${url}/hand`, { json });
            this.brushes = this.brushes.map((brush) => (brush.id === id ? card : brush));
            this.asKept();
            this.savedHand = `Kept for ${name}, as a new version.`;
        } catch (error) {
            this.message = error.message;
        }
    },

    // —— what the brush does ——
    get does() {
        return this.withInHand.does ?? this.brushInHand?.does ?? 'paints';
    },
    doesNow(what) {
        return this.does === what;
    },
    letDo(what) {
        this.hold('does', what);
    },

    // —— without a pen ——
    toggleHand() {
        this.open('showsHand');
    },
    press(change) {
        this.presses = frozen({ ...this.presses, ...change });
        this.keyPressure.rest = this.presses.level * 0.5;
        this.keyPressure.up(performance.now());
        localStorage.setItem(PRESSES, JSON.stringify(this.presses));
    },
    setPressure(event) {
        this.press({ pressure: event.target.value });
    },
    isPressure(pressure) {
        return this.presses.pressure === pressure.id;
    },
    setMovement(event) {
        this.press({ movement: event.target.value });
    },
    isMovement(name) {
        return this.presses.movement === name;
    },
    setFingers(event) {
        this.press({ fingers: event.target.value });
    },
    isFingers(fingers) {
        return this.presses.fingers === fingers;
    },
    get hasLevel() {
        return ['even', 'speed', 'key'].includes(this.presses.pressure);
    },
    get hasMovement() {
        return this.presses.pressure === 'practised';
    },
    get levelDial() {
        const room = this;

        return {
            label: 'How hard', spoken: 'How hard a mouse presses', unit: '%', least: 0.05, most: 1, standard: 0.6,
            get value() {
                return room.presses.level;
            },
            set value(level) {
                room.press({ level });
            },
        };
    },
    get steadies() {
        return this.presses.steadying !== null;
    },
    flipSteadying() {
        this.press({ steadying: this.steadies ? null : (this.brushInHand?.steadying ?? 0) });
    },
    get steadyingDial() {
        const room = this;

        return {
            label: 'Steadying', spoken: 'Steadying of every brush', unit: '%', least: 0, most: 1, standard: 0,
            get value() {
                return room.presses.steadying ?? room.brushInHand?.steadying ?? 0;
            },
            set value(steadying) {
                room.press({ steadying });
            },
        };
    },
    get penWords() {
        if (this.inkFollows !== '') {
            return this.inkFollows;
        }
        if (this.waits.length > 0) {
            return `When the pen lifts: ${this.waits.join(', ')}`;
        }
        const without = PRESSURES.find((one) => one.id === this.presses.pressure)?.words ?? '';

        return this.isPen === true ? 'Pen · pressure and tilt' : `${this.isPen === null ? 'Pen, or mouse' : 'Mouse'} · ${without}`;
    },
    handKey(event, isDown) {
        if (!this.isCommand(event)) {
            return;
        }
        if (event.key === 'd') {
            this.keyPressure[isDown ? 'down' : 'up'](event.timeStamp);
        } else if (isDown && event.key === 'w') {
            this.letDo(DOES[(DOES.indexOf(this.does) + 1) % DOES.length]);
        }
    },
};
