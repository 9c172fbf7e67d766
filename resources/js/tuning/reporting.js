const DPI = 'tune:dpi';

/** What the step report says of a line that the brush paints, and how wide that is on paper. */
export const reporting = {
    report: { words: '' },
    dpi: 300,

    beginReporting() {
        this.dpi = Number(localStorage.getItem(DPI)) || 300;
    },
    get canJoin() {
        return this.report.widest !== null && this.report.widest !== undefined && (this.report.kind === 'separate' || this.report.kind === 'beaded');
    },
    /** The widest spacing at which the line still looks solid, as the step report found it. */
    join() {
        this.room.set('spacing', 'base', Math.max(0.01, Math.floor(this.report.widest * 100) / 100));
    },
    setDpi(event) {
        const dpi = Number.parseInt(event.target.value, 10);
        this.dpi = Number.isFinite(dpi) ? Math.min(2400, Math.max(36, dpi)) : this.dpi;
        event.target.value = this.dpi;
        localStorage.setItem(DPI, String(this.dpi));
        this.room.adviseSoon();
    },
    get printWords() {
        return this.report.print === undefined ? '' : `${this.report.print.toFixed(1)} mm wide at`;
    },
};
