import { call } from '../lib/call';

/** Settings that stand beside size and opacity while painting, chosen by a pin on each. */
export const pinning = {
    mayBeAtHand(control) {
        return (control.kind === 'number' || control.kind === 'choice') && control.part === 'base' && !['size', 'opacity'].includes(control.id);
    },
    isAtHand(control) {
        return this.atHand.includes(control.id);
    },
    atHandWords(control) {
        return this.isAtHand(control) ? `${control.label} stands at hand in Try. Take it away` : `Put ${control.label} at hand in Try`;
    },
    async flipAtHand(control) {
        const before = this.atHand;
        this.atHand = this.isAtHand(control) ? before.filter((id) => id !== control.id) : [...before, control.id];
        try {
            this.atHand = (await call(this.links.brush, { method: 'PATCH', json: { atHand: this.atHand } })).atHand;
            this.message = '';
        } catch (error) {
            this.atHand = before;
            this.message = error.message;
        }
    },
};
