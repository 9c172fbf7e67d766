/** Says when the server is away, and what waits for it. */
export const server = () => ({
    away: false,
    waiting: 0,
    refused: 0,
    init() {
        window.addEventListener('server-away', () => { this.away = true; });
        window.addEventListener('server-back', () => { this.away = false; });
        window.addEventListener('strokes-waiting', (event) => { this.waiting = event.detail; });
        window.addEventListener('strokes-refused', (event) => { this.refused = event.detail; });
    },
    get isAway() {
        return this.away;
    },
    get hasRefused() {
        return this.refused > 0;
    },
    get refusedWords() {
        return this.refused === 1 ? '1 stroke was refused; it is kept here.' : `${this.refused} strokes were refused; they are kept here.`;
    },
    offer() {
        window.dispatchEvent(new CustomEvent('strokes-offer'));
    },
    letGo() {
        window.dispatchEvent(new CustomEvent('strokes-let-go'));
    },
    get message() {
        if (this.waiting === 0) {
            return 'The server is away. Nothing is lost; it is asked again.';
        }
        const strokes = this.waiting === 1 ? '1 stroke waits' : `${this.waiting} strokes wait`;

        return `The server is away. ${strokes} here and will be sent when it is back.`;
    },
});
