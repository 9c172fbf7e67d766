import { call } from '../lib/call';
import { queue } from '../lib/in-turn';

const inTurn = queue();

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
    flipAtHand(control) {
        this.atHand = this.isAtHand(control) ? this.atHand.filter((id) => id !== control.id) : [...this.atHand, control.id];
        const wanted = this.atHand;
        inTurn(async () => {
            try {
                this.keptAtHand = (await call(this.links.brush, { method: 'PATCH', json: { atHand: wanted } })).atHand;
                this.message = '';
            } catch (error) {
                this.atHand = this.keptAtHand ?? wanted.filter((id) => id !== control.id);
                this.message = error.message;
            }
        });
    },
};
