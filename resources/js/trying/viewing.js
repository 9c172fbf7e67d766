/** Degrees by which a key turns the view. */
const STEP = 15;

/** How the sheet is looked at: near or far, turned, in a mirror. The sheet itself stays as it is. */
export const viewing = {
    showsView: false,
    viewAngle: 0,
    isMirrored: false,

    /** The view has moved. */
    viewed() {
        this.viewAngle = this.view?.angle ?? 0;
        this.isMirrored = this.view?.isFlipped ?? false;
    },
    toggleView() {
        this.open('showsView');
    },
    get viewWords() {
        const turned = Math.round(this.viewAngle) === 0 ? '' : ` · ${Math.round(this.viewAngle)}°`;

        return `${this.zoom}${turned}${this.isMirrored ? ' · mirrored' : ''}`;
    },
    atFullSize() {
        this.view.atFullSize();
    },
    get angleDial() {
        const room = this;

        return {
            label: 'Turned', spoken: 'How far the view is turned', unit: '°', least: -180, most: 180, step: 1, standard: 0,
            get value() {
                return Math.round(room.viewAngle);
            },
            set value(angle) {
                room.view.turnBy(angle - room.view.angle);
            },
        };
    },
    turnLeft() {
        this.view.turnBy(-STEP);
    },
    turnRight() {
        this.view.turnBy(STEP);
    },
    flipView() {
        this.view.flip();
    },
    /** Upright again, and whole. */
    straighten() {
        this.view.turnBy(-this.view.angle);
        if (this.view.isFlipped) {
            this.view.flip();
        }
        this.view.fit();
    },
    viewKey(event) {
        if (!this.isCommand(event)) {
            return;
        }
        ({ j: () => this.turnLeft(), l: () => this.turnRight(), m: () => this.flipView(), u: () => this.straighten() })[event.key]?.();
    },
};
