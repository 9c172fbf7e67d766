/** What moves the chosen setting while painting, and through which curve. */
export const driving = {
    input: 'pressure',
    readings: {},

    get drives() {
        return this.room.chosen === null ? [] : (this.room.brush.settings[this.room.chosen]?.drives ?? []);
    },
    /** The drive that is shown: the one pointed at, or the first. */
    get drive() {
        return this.drives.find((d) => d.input === this.input) ?? this.drives[0] ?? null;
    },
    get isCurve() {
        return this.room.chosen !== null && Boolean(this.room.settings[this.room.chosen]?.curve);
    },
    get hasCurve() {
        return this.isCurve || this.drive !== null;
    },
    get canDrive() {
        return this.room.chosen !== null && Boolean(this.room.settings[this.room.chosen]?.drivable);
    },
    get inputsLeft() {
        return this.room.inputs.filter((i) => !this.drives.some((d) => d.input === i.id));
    },
    get inputEnds() {
        return this.room.inputs.find((i) => i.id === this.drive?.input)?.ends ?? '';
    },
    get hasReference() {
        return Boolean(this.drive) && this.room.inputs.find((i) => i.id === this.drive.input).unit !== '';
    },
    get driveKey() {
        return this.drive ? `${this.room.chosen} ${this.drive.input}` : '';
    },
    /** How much this drive matters now, or why not. */
    get driveTells() {
        const told = this.room.influence.drives[this.driveKey];

        return this.room.still[this.driveKey] ?? told?.reason ?? (told ? `matters ${Math.round(told.share * 100)} %` : '');
    },
    pointInput(input) {
        this.input = input;
    },
    isInput(input) {
        return this.drive?.input === input;
    },
    addDrive(event) {
        const input = event.target.value;
        if (input === '') {
            return;
        }
        event.target.value = '';
        const turns = this.room.settings[this.room.chosen].offsets;
        this.input = input;
        this.room.set(this.room.chosen, 'drives', [...this.drives, { input, curve: [[0, 0], [1, 1]], from: 0, to: turns ? 90 : 1 }]);
    },
    takeDriveOut() {
        const gone = this.drive.input;
        this.room.set(this.room.chosen, 'drives', this.drives.filter((d) => d.input !== gone));
    },
    putDrive(change) {
        const shown = this.drive.input;
        this.room.set(this.room.chosen, 'drives', this.drives.map((d) => (d.input === shown ? { ...d, ...change } : d)));
    },
    get curve() {
        const driving = this;

        return {
            get points() {
                return (driving.isCurve ? driving.room.choice(driving.room.chosen) : driving.drive?.curve) ?? [[0, 0], [1, 1]];
            },
            set points(points) {
                if (driving.isCurve) {
                    driving.room.set(driving.room.chosen, 'base', points);
                } else {
                    driving.putDrive({ curve: points });
                }
            },
            get line() {
                return driving.room.curves[driving.isCurve ? driving.room.chosen : driving.driveKey] ?? this.points;
            },
            /** Where the pen stands on it while it paints; null when it does not. */
            get reading() {
                return driving.readings[driving.driveKey] ?? null;
            },
        };
    },
    /** Where an end of the curve takes the setting, in the setting's own unit; its base scales a factor. */
    driveEnd(which, label) {
        const driving = this;
        const setting = () => driving.room.settings[driving.room.chosen] ?? {};
        const turns = () => Boolean(setting().offsets);
        const base = () => driving.room.brush.settings[driving.room.chosen]?.base;
        const scale = () => (turns() || !(base() > 0) ? 1 : base());

        return {
            label,
            get unit() {
                return turns() ? '°' : scale() === 1 && !(base() > 0) ? '%' : setting().unit;
            },
            get least() {
                return turns() ? -360 : 0;
            },
            get most() {
                return turns() ? 360 : Math.min(2 * scale(), Math.max(setting().most ?? 2, scale()));
            },
            get standard() {
                return which === 'from' ? 0 : turns() ? 360 : scale();
            },
            get step() {
                return this.unit === 'px' && scale() < 20 ? 0.1 : undefined;
            },
            log: false,
            get value() {
                return (driving.drive?.[which] ?? 0) * scale();
            },
            set value(value) {
                driving.putDrive({ [which]: value / scale() });
            },
        };
    },
    get driveFrom() {
        return this.driveEnd('from', 'At the left');
    },
    get driveTo() {
        return this.driveEnd('to', 'At the right');
    },
    get driveReference() {
        const driving = this;
        const input = () => driving.room.inputs.find((i) => i.id === driving.drive?.input) ?? { unit: '', reference: 1 };

        return {
            label: 'Reference',
            get unit() {
                return input().unit;
            },
            get least() {
                return input().unit === 'px' ? 10 : 0.1;
            },
            get most() {
                return input().unit === 'px' ? 20000 : 20;
            },
            get standard() {
                return input().reference;
            },
            get step() {
                return input().unit === 'px' ? 1 : 0.1;
            },
            log: true,
            get value() {
                return driving.drive?.reference ?? input().reference;
            },
            set value(value) {
                driving.putDrive({ reference: value });
            },
        };
    },
    driveWords(id) {
        return (this.room.brush.settings[id]?.drives ?? []).map((d) => `${d.input} ${this.endWords(id, d.from)} → ${this.endWords(id, d.to)}`).join(', ');
    },
    /** In the setting's own unit where it has a base to scale. */
    endWords(id, factor) {
        const { base } = this.room.brush.settings[id];

        return this.room.settings[id].offsets || !(base > 0) ? this.factorWords(id, factor) : this.room.quantity(id, base * factor);
    },
    factorWords(id, factor) {
        return this.room.settings[id].offsets ? `${Math.round(factor)}°` : `${Math.round(factor * 100)} %`;
    },
};
