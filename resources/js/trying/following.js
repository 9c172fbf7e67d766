import { callForPixels } from '../lib/call';

/** ms between two looks at what other pages did on the sheet. */
const EVERY = 700;

/** Two pages on one sheet: each shows what the other does, and both have one history. */
export const following = {
    /** What this page asked for and has no answer to yet. */
    underWay: 0,
    /** How much it has asked for so far. */
    begun: 0,

    /** Does something on the sheet, after all that was begun before. */
    inTurn(job) {
        this.underWay++;
        this.begun++;
        this.queue = (this.queue ?? Promise.resolve()).then(() => this.view.strokes.tail).then(job).finally(() => { this.underWay--; });

        return this.queue;
    },
    initFollowing() {
        this.view.onBehind = () => setTimeout(() => this.isAtRest && this.catchUp());
        const look = async () => {
            if (document.visibilityState === 'visible' && this.isAtRest) {
                await this.catchUp();
            }
            setTimeout(look, EVERY);
        };
        setTimeout(look, EVERY);
    },
    /** Whether nothing that this page did is on its way. */
    get isAtRest() {
        return !this.view.strokes.isPainting && this.underWay === 0;
    },
    async catchUp() {
        const { revision } = this.view;
        const { begun } = this;
        try {
            const answer = await callForPixels(`${this.sheet.url}/since/${revision}`, { method: 'GET' });
            // What this page did meanwhile is newer than the answer.
            if (answer.words.revision > revision && this.view.revision === revision && this.begun === begun && this.isAtRest) {
                this.view.revision = answer.words.revision;
                this.view.take(answer);
            }
        } catch {
            // The next look tells.
        }
    },
};
