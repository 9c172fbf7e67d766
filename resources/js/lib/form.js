/**
 * The fields of a form that the engine describes. `of` is anything with `numbers`; the room has
 * `form(of)` with its params, `change(of, numbers)`, and `lineOf(of, param)` where there are curves.
 */
export const formFields = {
    /** The numbers that count now: some only with a certain choice. */
    params(step) {
        return this.form(step).params.filter((p) => p.when.length === 0 || p.when.some(([choice, values]) => values.includes(step.numbers[choice])));
    },
    ofKind(step, ...kinds) {
        return this.params(step).filter((p) => kinds.includes(p.kind));
    },
    numbers(step) {
        const room = this;

        return this.ofKind(step, 'number').map((p) => ({
            ...p,
            standard: p.default,
            log: p.key === 'side' && p.least > 0,
            get value() {
                return step.numbers[p.key];
            },
            set value(value) {
                room.change(step, { [p.key]: value });
            },
        }));
    },
    isPicked(step, param, value) {
        return step.numbers[param.key] === value;
    },
    pick(step, param, value) {
        this.change(step, { [param.key]: value });
    },
    pickColour(step, param, event) {
        this.change(step, { [param.key]: event.target.value });
    },
    anotherRoll(step, param) {
        this.change(step, { [param.key]: (step.numbers[param.key] * 7 + 13) % 9973 });
    },
    /** A curve of a step for the curve editor: the line between its points comes from the engine. */
    curveOf(step, param) {
        const room = this;

        return {
            get points() {
                return step.numbers[param.key];
            },
            set points(points) {
                room.change(step, { [param.key]: points });
            },
            get line() {
                return room.lineOf(step, param);
            },
        };
    },
    pickText(of, param, event) {
        this.change(of, { [param.key]: event.target.value });
    },
};
