import { call } from '../lib/call';
import { queue } from '../lib/in-turn';

const inTurn = queue();

/** Settings that stand beside size and opacity while painting, chosen by a pin on each. */
export const pinning = {
    keptAtHand: null,

    mayBeAtHand(control) {
        return (control.kind === 'number' || control.kind === 'choice') && control.part === 'base' && !['size', 'opacity'].includes(control.id);
    },
    isAtHand(control) {
        return this.room.atHand.includes(control.id);
    },
    atHandWords(control) {
        return this.isAtHand(control) ? `${control.label} stands at hand in Try. Take it away` : `Put ${control.label} at hand in Try`;
    },
    flipAtHand(control) {
        this.room.atHand = this.isAtHand(control) ? this.room.atHand.filter((id) => id !== control.id) : [...this.room.atHand, control.id];
        const wanted = this.room.atHand;
        inTurn(async () => {
            try {
                this.keptAtHand = (await call(this.room.links.brush, { method: 'PATCH', json: { atHand: wanted } })).atHand;
                this.room.message = '';
            } catch (error) {
                this.room.atHand = this.keptAtHand ?? wanted.filter((id) => id !== control.id);
                this.room.message = error.message;
            }
        });
    },
};
