import { formFields } from '../lib/form';

let key = 0;

/** The list of a Cut room: steps with their forms, added, moved, switched, changed. The room has `forms`, `steps`, `kind`, `chosen`. */
export const cutList = {
    ...formFields,
    /** A step without numbers comes from PHP with an empty list of them: written, it is always an object, so that undo knows it again. */
    written() {
        return { kind: this.kind, steps: this.steps.map(({ step, on, numbers }) => ({ step, on, numbers: { ...numbers } })) };
    },
    fill(list) {
        const chosen = this.steps.findIndex((s) => s.key === this.chosen);
        this.kind = list.kind;
        this.steps = list.steps.map((s) => ({ ...s, numbers: { ...s.numbers }, key: ++key }));
        this.chosen = this.steps[chosen >= 0 && chosen < this.steps.length ? chosen : this.steps.length - 1]?.key ?? null;
    },
    form(step) {
        return this.forms[step.step];
    },
    summary(step) {
        if (!step.on) {
            return 'switched off';
        }

        return this.params(step).filter((p) => p.kind !== 'curve').slice(0, 3).map((p) => said(p, step.numbers[p.key])).join(' · ') || this.form(step).sentence;
    },
    change(step, numbers) {
        step.numbers = { ...step.numbers, ...numbers };
        this.steps = [...this.steps];
    },
    /** The line of a curve comes from the engine, with the picture. */
    lineOf(step, param) {
        return this.curves[`${this.steps.findIndex((s) => s.key === step.key)} ${param.key}`] ?? step.numbers[param.key];
    },
    isChosen(step) {
        return this.chosen === step.key;
    },
    choose(step) {
        this.chosen = step.key;
    },
    get chosenAt() {
        return this.steps.findIndex((s) => s.key === this.chosen);
    },
    toggle(step) {
        step.on = !step.on;
        this.steps = [...this.steps];
    },
    remove(step) {
        const at = this.steps.findIndex((s) => s.key === step.key);
        this.steps = this.steps.filter((s) => s.key !== step.key);
        this.chosen = this.steps[Math.min(at, this.steps.length - 1)]?.key ?? null;
    },
    moveBy(step, by) {
        const from = this.steps.findIndex((s) => s.key === step.key);
        const to = from + by;
        if (to >= 0 && to < this.steps.length) {
            const steps = [...this.steps];
            steps.splice(to, 0, ...steps.splice(from, 1));
            this.steps = steps;
        }
    },
    grip(step, event) {
        if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
            event.preventDefault();
            this.moveBy(step, event.key === 'ArrowUp' ? -1 : 1);
            this.$nextTick(() => document.querySelector(`[data-grip="${step.key}"]`)?.focus());
        }
    },
    /** A step is dragged by its grip; pens drag nothing that the browser itself lets be dragged, so pointers are followed. */
    lift(step, event) {
        event.preventDefault();
        this.dragged = step.key;
        const over = (moved) => this.dragOver(moved.clientX, moved.clientY);
        const drop = () => {
            this.dragged = null;
            window.removeEventListener('pointermove', over);
        };
        // On the window: the step moves in the page while it is dragged, and would lose the pointer.
        window.addEventListener('pointermove', over);
        window.addEventListener('pointerup', drop, { once: true });
        window.addEventListener('pointercancel', drop, { once: true });
    },
    dragOver(x, y) {
        const under = document.elementFromPoint(x, y)?.closest('[data-step]')?.querySelector('[data-grip]')?.dataset.grip;
        const from = this.steps.findIndex((s) => s.key === this.dragged);
        const to = this.steps.findIndex((s) => String(s.key) === under);
        if (from >= 0 && to >= 0 && from !== to) {
            this.moveBy(this.steps[from], to - from);
        }
    },
    get groups() {
        const groups = {};
        for (const [id, form] of Object.entries(this.forms)) {
            (groups[form.group] ??= { name: form.group, steps: [] }).steps.push({ id, ...form });
        }

        return ['Clear', 'Tone', 'Texture', 'Finish', 'Frame'].map((name) => groups[name]);
    },
    add(id) {
        this.adding = false;
        // What fits the picture to its ink stays at the end.
        const isView = id === 'straighten';
        // What is seen from the side is put right before anything is pointed at in it.
        this.insert({ step: id, on: true, numbers: JSON.parse(JSON.stringify(this.forms[id].numbers)) }, this.forms[id].closes ? this.steps.length : isView ? 0 : this.placeBeforeFrame());
        if (isView) {
            this.findCorners(this.steps[0]);
        }
    },
    placeBeforeFrame() {
        let at = this.steps.length;
        while (at > 0 && this.forms[this.steps[at - 1].step].closes) {
            at--;
        }

        return at;
    },
    insert(step, at) {
        const added = { ...step, key: ++key };
        this.steps = [...this.steps.slice(0, at), added, ...this.steps.slice(at)];
        this.chosen = added.key;
    },
    mend(finding) {
        const { kind, off, parts } = finding.mending;
        if (parts) {
            this.part();

            return;
        }
        if (kind) {
            this.kind = kind;
            this.steps = this.steps.map((s) => (s.step === off ? { ...s, on: false } : s));

            return;
        }
        let at = null;
        for (let mending = finding.mending; mending; mending = mending.then) {
            // What a step brings up is put right behind it.
            at = this.put(mending.step, at === null ? mending.at : at + 1);
        }
    },
    /** One step of a mending: added at a place, moved there, or changed where it is. Returns where it is then. */
    put(step, at) {
        const same = this.steps.filter((s) => s.step === step.step).at(-1);
        if (!same || step.step === 'invert-ink') {
            this.insert(step, at);

            return at;
        }
        if (same.on && alike(same.numbers, step.numbers)) {
            // It is there already, but too early: what comes after it needs it again.
            const rest = this.steps.filter((s) => s !== same);
            const to = at > this.steps.indexOf(same) ? at - 1 : at;
            this.steps = [...rest.slice(0, to), same, ...rest.slice(to)];
        } else {
            same.numbers = { ...step.numbers };
            same.on = true;
            this.steps = [...this.steps];
        }
        this.chosen = same.key;

        return this.steps.indexOf(same);
    },
    setKind(kind) {
        this.kind = kind;
    },
};

/** Whether one set of numbers has what the other one asks for. */
function alike(has, asks) {
    return Object.keys(asks).every((name) => JSON.stringify(has[name]) === JSON.stringify(asks[name]));
}

function said(param, value) {
    if (param.kind === 'places') {
        return param.key === 'points' ? '' : value.length === 1 ? '1 place pointed at' : `${value.length} places pointed at`;
    }
    if (param.kind === 'strokes') {
        return value.length === 1 ? '1 stroke' : `${value.length} strokes`;
    }
    if (param.kind !== 'number') {
        return param.kind === 'roll' ? `roll ${value}` : value;
    }
    const shown = param.unit === '%' ? Math.round(value * 1000) / 10 : Math.round(value * 100) / 100;

    return `${param.label.toLowerCase()} ${shown}${param.unit === '°' ? '°' : param.unit ? ` ${param.unit}` : ''}`;
}
